import { phaseAt, pressPhases, pressSeconds } from './index';

const settings = { temperature: 160, dwell: 15, preheat: 5, second: 3 };

describe('a pressing', () => {
  it('has its phases in order, with what the hands need', () => {
    expect(pressPhases(settings).map(({ name, seconds }) => [name, seconds])).toEqual([
      ['Preheat the blank', 5],
      ['Lay it on', 4],
      ['Press', 15],
      ['Press again', 3],
    ]);
    expect(pressSeconds(settings)).toBe(27);
    expect(pressPhases({ dwell: 10 }).map(({ name }) => name)).toEqual(['Lay it on', 'Press']);
  });

  it('says which one it is in, and how long that goes on', () => {
    expect(phaseAt(settings, 0)).toMatchObject({ index: 0, left: 5 });
    expect(phaseAt(settings, 12)).toMatchObject({ phase: { name: 'Press', isDown: true }, left: 12 });
    expect(phaseAt(settings, 27)).toBeNull();
  });
});
