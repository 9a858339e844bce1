import { clam, diode, longPlotter } from '../../testing/shop';
import { trialFile } from '../output';
import { OUTCOMES, type Settings } from '../recipes';
import { beamOutcome, pressOutcome, StandInLaser, StandInPress, toolResult, trialResult, type BeamUse } from './index';
import { toneResult } from './tone-law';

const birch = { family: 'wood', thicknessMm: 3, seed: 11 };
const degree = (outcome: string) => (OUTCOMES as readonly string[]).indexOf(outcome);

describe('the stand-in laser', () => {
  const burn: Settings = { power: 40, speed: 3000, interval: 0.5, passes: 1 };
  const file = trialFile({
    machine: diode,
    process: 'laser-area',
    holder: 1,
    cells: [{ number: 1, settings: burn, at: { x: 20, y: 20 }, isRepeat: false }],
  });

  it('needs for a patch what was reckoned, within a twentieth', () => {
    const laser = new StandInLaser(file.text, diode, { x: 0, y: diode.workLengthMm });
    expect(laser.totalSeconds / file.estimateSeconds).toBeGreaterThan(0.95);
    expect(laser.totalSeconds / file.estimateSeconds).toBeLessThan(1.05);
    expect(laser.cutMm).toBeCloseTo(file.cutMm, 0);
  });

  it('is where it should be, with the beam on along the lines', () => {
    const laser = new StandInLaser(file.text, diode, { x: 0, y: diode.workLengthMm });
    const seen = Array.from({ length: 50 }, (_, i) => laser.positionAt((i / 49) * laser.totalSeconds));
    expect(seen.some(({ isDown }) => isDown)).toBe(true);
    expect(
      seen
        .filter(({ isDown }) => isDown)
        .every(({ at }) => at.x >= 20 - 1e-6 && at.x <= 32 + 1e-6 && at.y >= 20 && at.y <= 37),
    ).toBe(true);
    seen.forEach(({ cutMm }, i) => i && expect(cutMm).toBeGreaterThanOrEqual(seen[i - 1].cutMm));
  });

  it('refuses words that it does not know', () => {
    expect(() => new StandInLaser('G21\nG38.2 X1 Y1', diode, { x: 0, y: diode.workLengthMm })).toThrow(
      'does not know the G-code words G38.2',
    );
  });
});

describe('the stand-in press', () => {
  it('is down for the preheat, the dwell and the second press', () => {
    const press = new StandInPress({ temperature: 150, dwell: 15, preheat: 5, second: 3 });
    expect(press.totalSeconds).toBe(27);
    expect([2, 7, 12, 27].map((t) => press.positionAt(t).isDown)).toEqual([true, false, true, false]);
    expect(press.positionAt(27).strokesDone).toBe(1);
  });
});

describe('what a beam does', () => {
  const cut = (more: Partial<BeamUse>) =>
    degree(
      beamOutcome(
        {
          process: 'laser-cut',
          kind: 'diode-laser',
          powerW: 10,
          speedMmS: 5,
          intervalMm: 0.1,
          passes: 2,
          wearHours: 0,
          ...more,
        },
        birch,
        1,
      ),
    );

  it('goes from not through to charred as it goes slower', () => {
    const way = [20, 7.5, 5, 3, 1.5].map((speedMmS) => cut({ speedMmS }));
    expect(way[0]).toBe(0);
    expect(way[4]).toBe(4);
    way.forEach((now, i) => i && expect(now).toBeGreaterThanOrEqual(way[i - 1]));
  });

  it('takes less of a tube than of a diode, more passes do more, and a worn lens less', () => {
    expect(cut({ kind: 'co2-laser' })).toBeGreaterThan(cut({}));
    expect(cut({ passes: 4 })).toBeGreaterThan(cut({ passes: 1 }));
    expect(cut({ wearHours: 9000 })).toBeLessThan(cut({}));
  });

  it('marks an area the stronger the closer its lines are, and no laser draws with a pen', () => {
    const area = (intervalMm: number) => cut({ process: 'laser-area', powerW: 4, speedMmS: 50, passes: 1, intervalMm });
    expect(area(0.05)).toBeGreaterThan(area(0.2));
    expect(() =>
      beamOutcome(
        { process: 'draw', kind: 'diode-laser', powerW: 1, speedMmS: 1, intervalMm: 1, passes: 1, wearHours: 0 },
        birch,
        1,
      ),
    ).toThrow('No laser can do draw');
  });
});

describe('what a press does', () => {
  const film = { family: 'film', thicknessMm: 0.09, seed: 4 };
  const press = (
    temperatureC: number,
    dwellSeconds: number,
    pressureTurns: number | null = 4,
    heatLimitC: number | null = 165,
  ) => degree(pressOutcome({ temperatureC, dwellSeconds, pressureTurns, heatLimitC }, film, 2));

  it('holds with more heat, more time or more pressure, and scorches beyond what the film bears', () => {
    expect(press(150, 4)).toBeLessThan(2);
    expect(press(150, 15)).toBe(2);
    expect(press(164, 6)).toBeGreaterThanOrEqual(press(140, 6));
    expect(press(150, 11, 0.5)).toBeLessThan(press(150, 11, 8));
    expect(press(180, 15)).toBe(4);
    expect(press(150, 12, null)).toBeLessThanOrEqual(press(150, 12, 4));
  });
});

describe('a trial in the stand-in’s world', () => {
  const hidden = { family: 'vinyl', thicknessMm: 0.08, seed: 7 };
  const trial = (passes: Settings[]) =>
    trialResult({ process: 'kiss-cut', machine: longPlotter, passes, wear: 0, heatLimitC: null }, hidden, 5);

  it('counts an earlier pass in', () => {
    const weak = { force: 9, speed: 5, depth: 3, passes: 1 };
    const once = degree(trial([weak]).outcome);
    expect(once).toBeLessThan(2);
    expect(degree(trial([weak, weak]).outcome)).toBeGreaterThan(once);
  });

  it('works for beams and presses as well', () => {
    expect(
      trialResult(
        {
          process: 'laser-cut',
          machine: diode,
          passes: [{ power: 100, speed: 300, passes: 2 }],
          wear: 0,
          heatLimitC: null,
        },
        birch,
        3,
      ),
    ).toEqual({ outcome: 'right', fault: null });
    expect(
      trialResult(
        {
          process: 'heat-press',
          machine: clam,
          passes: [{ temperature: 150, dwell: 3, pressure: 4 }],
          wear: 0,
          heatLimitC: 165,
        },
        { family: 'film', thicknessMm: 0.09, seed: 4 },
        3,
      ).fault,
    ).toBe('depth');
  });

  it('hangs at the corners where a blade goes fast and is only just through', () => {
    const at = (forceGf: number, speedMmS: number) =>
      toolResult(
        { process: 'kiss-cut', panel: { forceGf, speedMmS, depthMm: 0.3 }, passes: 1, wearMetres: 0 },
        hidden,
        1,
      );
    const faults = new Set(Array.from({ length: 200 }, (_, i) => at(60 + i, 380).fault));
    expect(faults).toEqual(new Set(['depth', 'corners', null]));
    expect(Array.from({ length: 200 }, (_, i) => at(60 + i, 100).fault)).not.toContain('corners');
  });
});

describe('shades in the stand-in’s world', () => {
  it('get darker with more power, from a dose on', () => {
    const reference = { power: 40, speed: 3000, interval: 0.1, passes: 1 };
    const shades = [4, 10, 20, 40, 80].map((power) =>
      toneResult(diode, { ...reference, power }, reference, birch, power),
    );
    shades.forEach((shade, i) => i && expect(shade).toBeGreaterThan(shades[i - 1] - 0.03));
    expect(shades[0]).toBeLessThan(0.05);
    expect(shades[4]).toBeGreaterThan(0.9);
  });
});
