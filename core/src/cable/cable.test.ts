import { diode, longPlotter } from '../../testing/shop';
import { SerialController, standInFor } from '../standins';
import {
  doneByLine,
  goHome,
  goingOn,
  goToZero,
  jogBy,
  restOf,
  restWithLines,
  senderFor,
  setZeroHere,
  type CableLine,
  type Every,
  type Sender,
  unlock,
} from './index';

/** A controller, a line to it and a clock, all of them stepped by the test. */
function bench(bufferCharacters = 127) {
  const controller = new SerialController({ machine: diode, bufferCharacters });
  const hearing = new Set<(text: string) => void>();
  const losing = new Set<() => void>();
  const ticking = new Set<{ ms: number; call: () => void; at: number }>();
  let now = 0;
  controller.onAnswer((text) => [...hearing].forEach((hear) => controller.isPlugged && hear(text)));
  const line: CableLine = {
    write: (text) => {
      if (!controller.isPlugged) return Promise.reject(new Error('the cable is not there'));
      controller.receive(text);
      return Promise.resolve();
    },
    onText: (hear) => (hearing.add(hear), () => hearing.delete(hear)),
    onLost: (lose) => (losing.add(lose), () => losing.delete(lose)),
  };
  const every: Every = (ms, call) => {
    const tick = { ms, call, at: now + ms };
    ticking.add(tick);
    return () => ticking.delete(tick);
  };
  const pass = async (ms: number) => {
    for (const end = now + ms; now < end; now += 10) {
      controller.advance(0.01);
      for (const tick of [...ticking])
        if (now >= tick.at && ticking.has(tick)) {
          tick.at = now + tick.ms;
          tick.call();
        }
      for (let i = 0; i < 8; i++) await Promise.resolve();
    }
  };
  const pull = () => {
    controller.unplug();
    for (const lose of [...losing]) lose();
  };
  return { controller, line, every, pass, pull };
}

const square = [
  'G21',
  'G90',
  'M4 S0',
  'G0 X10 Y10 S0',
  'G1 X60 Y10 S600 F3000',
  'G1 X60 Y60',
  '(a remark)',
  'G1 X10 Y60 ; another',
  'G1 X10 Y10',
  'G0 X80 Y10 S0',
  'G1 X100 Y10 S600 F3000',
  'M5',
  'G0 X0 Y0 S0',
  '',
].join('\n');
const sending = (
  flow: 'line by line' | 'counted characters',
  text: string,
  { line, every }: ReturnType<typeof bench>,
  bufferCharacters = 127,
): Sender => senderFor({ ...diode, cableFlow: flow, bufferCharacters }, { line, text, totalSeconds: 5, every });

describe.each(['line by line', 'counted characters'] as const)('G-code sent %s', (flow) => {
  it('is taken to its end, in order, and is done when the machine stands still', async () => {
    const at = bench();
    const sender = sending(flow, square, at);
    sender.start();
    await at.pass(12_000);
    expect(sender.now).toMatchObject({ state: 'done', confirmed: 12, lines: 12, broken: null });
    expect(at.controller.taken).toHaveLength(12);
    expect(at.controller.taken[6]).toBe('G1 X10 Y60');
    expect(at.controller.position).toEqual({ x: 0, y: 0 });
    expect(at.controller.hasOverflown).toBe(false);
  });

  it('never fills a small buffer over, however long the file', async () => {
    const at = bench(40);
    const long = [
      'G21',
      'G90',
      'M4 S0',
      ...Array.from({ length: 300 }, (_, i) => `G1 X${(i % 2) * 3 + 5}.125 Y${5 + (i % 7)}.5 S500 F6000`),
      'M5',
    ].join('\n');
    const sender = sending(flow, long, at, 40);
    sender.start();
    await at.pass(30_000);
    expect(sender.now.state).toBe('done');
    expect(at.controller.hasOverflown).toBe(false);
    expect(at.controller.taken).toHaveLength(304);
  });

  it('is held within 200 ms with the beam off, goes on where it stood, and ends at once when it is cancelled', async () => {
    const at = bench();
    const sender = sending(flow, square, at);
    sender.start();
    await at.pass(500);
    expect(at.controller.isBeamOn).toBe(true);
    sender.hold();
    await at.pass(200);
    expect([at.controller.state, at.controller.isBeamOn, sender.now.state]).toEqual(['Hold', false, 'held']);
    const stood = at.controller.position;
    await at.pass(3000);
    expect(at.controller.position).toEqual(stood);
    sender.resume();
    await at.pass(200);
    expect(at.controller.state).toBe('Run');
    sender.cancel();
    await at.pass(200);
    expect([at.controller.state, at.controller.isBeamOn, sender.now.state]).toEqual(['Idle', false, 'cancelled']);
  });

  it('ends at a line that the machine does not know, and says which; the beam is off', async () => {
    const at = bench();
    const sender = sending(flow, square.replace('G1 X60 Y60', 'G5 X60 Y60'), at);
    sender.start();
    await at.pass(4000);
    expect(sender.now).toMatchObject({
      state: 'broken',
      broken: { why: 'refused', line: 6, text: 'G5 X60 Y60', said: 'error:20' },
    });
    expect([at.controller.state, at.controller.isBeamOn]).toEqual(['Idle', false]);
  });

  it('ends with the alarm of a machine that came to the end of its bed', async () => {
    const at = bench();
    const sender = sending(flow, square.replace('G1 X60 Y60', 'G1 X60 Y900'), at);
    sender.start();
    await at.pass(4000);
    expect(sender.now).toMatchObject({ state: 'broken', broken: { why: 'alarm', said: '2' } });
    expect(at.controller.isBeamOn).toBe(false);
  });

  it('takes nothing after an alarm but what unlocks or homes it', () => {
    const at = bench();
    const heard: string[] = [];
    at.line.onText((text) => heard.push(text.trim()));
    const after = (text: string) => {
      heard.length = 0;
      at.controller.receive(text);
      return heard.at(-1);
    };
    expect(after('G90\nG0 X0 Y900\n')).toBe('ALARM:2');
    expect([after(jogBy(diode, 1, 0)), at.controller.state]).toEqual(['error:9', 'Alarm']);
    expect([after(unlock(diode)!), at.controller.state]).toEqual(['ok', 'Idle']);
    expect(after('G90\nG0 X0 Y900\n')).toBe('ALARM:2');
    expect([after(goHome({ ...diode, homes: true })!), at.controller.position]).toEqual(['ok', { x: 0, y: 0 }]);
    expect(after(goToZero(diode))).toBe('ok');
  });

  it('is broken off by a pulled cable, with the last line that was confirmed', async () => {
    const at = bench();
    const sender = sending(flow, square, at);
    sender.start();
    await at.pass(700);
    at.pull();
    await at.pass(200);
    expect(sender.now.state).toBe('broken');
    expect(sender.now.broken).toMatchObject({ why: 'lost' });
    expect(sender.now.broken!.line).toBeGreaterThanOrEqual(5);
    sender.resume();
    sender.cancel();
    expect(sender.now.state).toBe('broken');
  });
});

describe('where the machine says it is', () => {
  it('is known from its reports', async () => {
    const at = bench();
    const sender = sending('line by line', square, at);
    const seen: number[] = [];
    sender.onChange(({ at: place }) => place && seen.push(place.x));
    sender.start();
    await at.pass(1500);
    expect(Math.max(...seen)).toBeGreaterThan(30);
    expect(sender.now.says).toBe('Run');
  });
});

describe('HP-GL over a cable', () => {
  const plot = `IN;\nSP1;\n${Array.from({ length: 60 }, (_, i) => `PU${i * 100},0;\nPD${i * 100},5000,${i * 100 + 50},5000;`).join('\n')}\nPU0,0;\nSP0;\n`;
  const plotter = (flow: 'XON/XOFF' | 'paced') => {
    const at = bench();
    const got: string[] = [];
    let hear: (text: string) => void = () => undefined;
    let lose: () => void = () => undefined;
    const line: CableLine = {
      write: (text) => (got.push(text), Promise.resolve()),
      onText: (listen) => ((hear = listen), () => undefined),
      onLost: (listen) => ((lose = listen), () => undefined),
    };
    const sender = senderFor(
      { ...longPlotter, cableFlow: flow },
      { line, text: plot, totalSeconds: 4, every: at.every },
    );
    return { sender, got, pass: at.pass, hear: (text: string) => hear(text), lose: () => lose() };
  };

  it('waits while the plotter says stop, and loses nothing', async () => {
    const at = plotter('XON/XOFF');
    at.sender.start();
    await at.pass(200);
    at.hear('\u0013');
    const sent = at.got.length;
    await at.pass(1000);
    expect(at.got.length).toBeLessThanOrEqual(sent + 1);
    at.hear('\u0011');
    await at.pass(5000);
    expect(at.got.join('')).toBe(plot);
    expect(at.sender.now.state).toBe('done');
  });

  it('is paced to the time that the plotter takes where that says nothing', async () => {
    const at = plotter('paced');
    at.sender.start();
    await at.pass(1000);
    expect(at.got.join('').length).toBeLessThan(plot.length * 0.75);
    await at.pass(4000);
    expect(at.got.join('')).toBe(plot);
    expect(at.sender.now.state).toBe('done');
  });

  it('stops sending when it is held, and lifts the tool when it is cancelled', async () => {
    const at = plotter('XON/XOFF');
    at.sender.start();
    await at.pass(100);
    at.sender.hold();
    const sent = at.got.length;
    await at.pass(1000);
    expect(at.got.length).toBeLessThanOrEqual(sent + 1);
    at.sender.cancel();
    expect(at.got.at(-1)).toContain('PU;');
    expect(at.sender.now.state).toBe('cancelled');
  });

  it('is broken off when the cable is lost', async () => {
    const at = plotter('XON/XOFF');
    at.sender.start();
    await at.pass(100);
    at.lose();
    expect(at.sender.now).toMatchObject({ state: 'broken', broken: { why: 'lost' } });
  });
});

describe('going on after a break', () => {
  const lost = (line: number) => ({ why: 'lost' as const, line });

  it('begins a line anew, with all that holds by then', () => {
    const from = goingOn(square, lost(7), { homes: false });
    expect(from).toEqual({ fromLine: 4, isSafe: true, because: 'the machine knows where it is' });
    expect(
      restOf(square, goingOn(square, lost(11), { homes: false }).fromLine)
        .split('\n')
        .slice(0, 6),
    ).toEqual(['G21', 'G90', 'M4 S0', 'G1 F3000 S0', 'G0 X80 Y10 S0', 'G1 X100 Y10 S600 F3000']);
  });

  it('is safe after an alarm only where the machine finds its zero again', () => {
    const alarm = { why: 'alarm' as const, line: 6, said: '2' };
    expect(goingOn(square, alarm, { homes: true }).isSafe).toBe(true);
    expect(goingOn(square, alarm, { homes: false })).toMatchObject({ isSafe: false, because: 'its zero is lost' });
    expect(goingOn(square, lost(6), { homes: false, wasOff: true }).isSafe).toBe(false);
    expect(goingOn(square, lost(0), { homes: false })).toMatchObject({ fromLine: 1, because: 'nothing was done yet' });
  });

  it('keeps the scale, the tool and the force of an HP-GL file', () => {
    const plot =
      'IN;\nIP0,0,4000,4000;\nSC0,10000,0,10000;\nSP1;\nVS12;\nFS90;\nPU0,0;\nPD100,0;\nPU500,500;\nPD600,500;\nPU0,0;\nSP0;';
    const rest = restOf(plot, goingOn(plot, lost(10), { homes: true }).fromLine).split('\n');
    expect(rest.slice(0, 8)).toEqual([
      'IN;',
      'IP0,0,4000,4000;',
      'SC0,10000,0,10000;',
      'SP1;',
      'VS12;',
      'FS90;',
      'PU500,500;',
      'PD600,500;',
    ]);
  });
});

describe('how far a machine is that only says which line it has', () => {
  it('is known by the time that its lines take', () => {
    const trace = standInFor({ ...diode, origin: 'far left' }, square, {}, { x: 0, y: 100 }).trace();
    if (trace.kind !== 'path') throw new Error('a path was expected');
    const { seconds, cutMm } = doneByLine(trace, 13);
    expect(cutMm[6]).toBeCloseTo(100, 6);
    expect(cutMm[13]).toBeCloseTo(220, 6);
    expect(seconds[13]).toBeCloseTo(trace.totalSeconds, 6);
    expect([...seconds].every((value, i) => i === 0 || value >= seconds[i - 1])).toBe(true);
  });

  it('keeps the numbers of the whole file when it goes on', () => {
    const { text, lines } = restWithLines(square, 10);
    expect(text.split('\n')[lines.indexOf(10)]).toBe('G0 X80 Y10 S0');
    expect(lines.slice(0, 4)).toEqual([0, 0, 0, 0]);
  });
});

describe('moves by hand', () => {
  it('go with the tool up, in each machine’s own words', async () => {
    const at = bench();
    at.controller.receive(jogBy(diode, 12.5, 3));
    await at.pass(1000);
    expect(at.controller.position).toEqual({ x: 12.5, y: 3 });
    at.controller.receive(setZeroHere(diode)!);
    expect(at.controller.position).toEqual({ x: 0, y: 0 });
    at.controller.receive(jogBy(diode, 1, 0) + goToZero(diode));
    await at.pass(1000);
    expect(at.controller.position).toEqual({ x: 0, y: 0 });
    expect(at.controller.isBeamOn).toBe(false);
    expect(jogBy(longPlotter, 1, -2)).toBe('PU;PR-80,40;PA;\n');
    expect(setZeroHere(longPlotter)).toBeNull();
    expect(goHome({ ...diode, homes: false })).toBeNull();
    expect(goHome(diode)).toBe('$H\n');
    expect(unlock(diode)).toBe('$X\n');
  });
});
