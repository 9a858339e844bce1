import { clam, diode, longPlotter } from '../../testing/shop';
import { trialSize } from '../shapes';
import { readGcode, readHpgl, runUpMm, trialFile, writeGcode, type TrialCell } from './index';

const cell = (settings: TrialCell['settings'], more: Partial<TrialCell> = {}): TrialCell => ({
  number: 3,
  settings,
  at: { x: 20, y: 30 },
  isRepeat: false,
  ...more,
});
const kiss = { force: 14, speed: 5, depth: 2, passes: 1, overcut: 0 };
const burn = { power: 40, speed: 3000, interval: 1, passes: 1 };

describe('the machine file of a trial sheet', () => {
  it('cuts the shape, then its number, with the trial’s own force and speed', () => {
    const file = trialFile({ machine: longPlotter, process: 'kiss-cut', holder: 2, cells: [cell(kiss)] });
    expect(file.format).toBe('hpgl');
    expect(file.text).toContain('SP2;');
    const { strokes } = readHpgl(file.text);
    expect(strokes).toHaveLength(4);
    expect(strokes[0].forceGf).toBe(112);
    expect(file.estimateSeconds).toBeGreaterThan(0);
  });

  it('leads a blade that trails, as a step does', () => {
    const ask = {
      machine: longPlotter,
      process: 'kiss-cut',
      holder: 1,
      cells: [cell(kiss, { isRepeat: true })],
    } as const;
    const plain = readHpgl(trialFile({ ...ask, cells: [...ask.cells] }).text).strokes;
    const tool = { kind: 'fine-blade', details: { trail: 0.4 } } as const;
    const led = readHpgl(trialFile({ ...ask, tool, cells: [...ask.cells] }).text).strokes;
    expect(led).toHaveLength(plain.length);
    // Round each corner the holder goes in an arc.
    expect(led[0].points.length).toBeGreaterThan(plain[0].points.length + 8);
  });

  it('leaves the number out where a place is gone over again', () => {
    const once = trialFile({ machine: longPlotter, process: 'kiss-cut', holder: 1, cells: [cell(kiss)] });
    const again = trialFile({
      machine: longPlotter,
      process: 'kiss-cut',
      holder: 1,
      cells: [cell(kiss, { isRepeat: true })],
    });
    expect(readHpgl(again.text).strokes).toHaveLength(readHpgl(once.text).strokes.length - 1);
  });

  it('takes one setting at a time on a plotter, and several on a beam', () => {
    expect(() =>
      trialFile({
        machine: longPlotter,
        process: 'kiss-cut',
        holder: 1,
        cells: [cell(kiss), cell({ ...kiss, force: 15 })],
      }),
    ).toThrow('one trial at a time');
    const { format, text } = trialFile({
      machine: diode,
      process: 'laser-area',
      holder: 1,
      cells: [cell(burn), cell({ ...burn, power: 80, speed: 1500 }, { at: { x: 40, y: 30 } })],
    });
    expect(format).toBe('gcode');
    const powers = new Set(
      readGcode(text, diode.workLengthMm).moves.map(({ power, speedMmS }) => `${power} ${speedMmS}`),
    );
    expect(powers).toEqual(new Set(['0 null', '0 50', '0 25', '0.4 50', '0.8 25']));
  });

  it('goes over everything once for each pass of a beam', () => {
    const burnt = (passes: number) =>
      readGcode(
        trialFile({
          machine: diode,
          process: 'laser-line',
          holder: 1,
          cells: [cell({ power: 40, speed: 1500, passes })],
        }).text,
        diode.workLengthMm,
      ).moves.filter(({ power }) => power > 0).length;
    expect(burnt(3)).toBe(3 * burnt(1));
  });

  it('is none for a press, which only takes its time', () => {
    expect(
      trialFile({
        machine: clam,
        process: 'heat-press',
        holder: 1,
        cells: [cell({ temperature: 150, dwell: 15, preheat: 5, second: 3 })],
      }),
    ).toEqual({ format: null, text: '', estimateSeconds: 23, cutMm: 0 });
  });
});

describe('G-code', () => {
  const strokes = [
    {
      points: [
        { x: 10, y: 20 },
        { x: 30, y: 20 },
        { x: 30, y: 5 },
      ],
    },
  ];

  it('comes back as it was written, y counted up from the machine’s origin', () => {
    const text = writeGcode([{ strokes, power: 0.55, speedMmS: 12.5, air: true }], { x: 0, y: 400 });
    expect(text).toContain('G0 X10 Y380 S0\nG1 X30 S550 F750\nG1 Y395');
    expect(text.match(/M8|M9/g)).toEqual(['M8', 'M9']);
    const { moves, unread } = readGcode(text, 400);
    expect(unread).toEqual([]);
    expect(moves.filter(({ power }) => power > 0)).toMatchObject([
      { from: { x: 10, y: 20 }, to: { x: 30, y: 20 }, power: 0.55, speedMmS: 12.5 },
      { from: { x: 30, y: 20 }, to: { x: 30, y: 5 }, power: 0.55, speedMmS: 12.5 },
    ]);
  });

  it('is read in inches and from where one stands, with comments', () => {
    const { moves } = readGcode('G20 (inch)\nG91 ; relative\nM3 S500\nG1 X1 Y0 F60\nG1 X0 Y-1', 100);
    expect(moves.map(({ to }) => to)).toEqual([
      { x: 25.4, y: 100 },
      { x: 25.4, y: 125.4 },
    ]);
    expect(moves[0]).toMatchObject({ power: 0.5, speedMmS: 25.4 });
  });

  it('says what it cannot read, and where', () => {
    expect(readGcode('G21\nG38.2 X1 Z3\nT1', 0).unread).toEqual(['G38.2', 'Z3', 'T1']);
    expect(() => readGcode('G21\nG1 X1', 0)).toThrow('Line 2: a feed (F) was expected');
    expect(() => readGcode('G0 X', 0)).toThrow('Line 1: a number was expected after X');
  });

  it('refuses what no machine could do', () => {
    expect(() => writeGcode([{ strokes, power: 1.2, speedMmS: 10, air: false }], { x: 0, y: 0 })).toThrow(
      'share from 0 to 1',
    );
    expect(() => writeGcode([{ strokes, power: 1, speedMmS: 0, air: false }], { x: 0, y: 0 })).toThrow('above 0 mm/s');
    expect(() =>
      writeGcode([{ strokes: [{ points: [{ x: NaN, y: 0 }] }], power: 1, speedMmS: 1, air: false }], { x: 0, y: 0 }),
    ).toThrow('two numbers');
  });

  it('enters the rows of a patch at speed, as a picture does: the beam is on only where the head has it', () => {
    const fast = { power: 40, speed: 6000, interval: 0.5, passes: 1 };
    const cells = [cell(fast, { at: { x: 60, y: 30 }, isRepeat: true })];
    const { text } = trialFile({ machine: diode, process: 'laser-area', holder: 1, cells });
    const moves = readGcode(text, diode.workLengthMm).moves.filter(({ speedMmS }) => speedMmS !== null);
    const on = moves.filter(({ power }) => power > 0);
    const side = trialSize('laser-area').widthMm;
    expect(on).toHaveLength(side / 0.5);
    for (const { from, to } of on) expect(Math.abs(to.x - from.x)).toBeCloseTo(side, 3);
    const far = runUpMm(100, diode.motion);
    for (const { from, to } of moves.filter(({ power }) => power === 0))
      expect(Math.abs(to.x - from.x)).toBeCloseTo(far, 2);
  });

  it('makes a patch of the very dots that a picture is made of, as much of it as was asked for', () => {
    const fast = { power: 40, speed: 6000, interval: 0.2, passes: 1 };
    const long = (cover: number) => {
      const cells = [cell(fast, { at: { x: 60, y: 30 }, isRepeat: true, dots: { way: 'spread', cover } })];
      const { text } = trialFile({ machine: diode, process: 'laser-area', holder: 1, cells });
      return readGcode(text, diode.workLengthMm)
        .moves.filter(({ power }) => power > 0)
        .reduce((sum, { from, to }) => sum + Math.abs(to.x - from.x), 0);
    };
    expect(long(0.3) / long(1)).toBeCloseTo(0.3, 2);
  });
});
