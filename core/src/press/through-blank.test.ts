import fc from 'fast-check';
import { heatRate } from '../recipes';
import { heatAgain } from './heat-again';
import { farSideCelsius, heatThrough } from './through-blank';

/** The same slab, cut into thin sheets and stepped through time: an explicit scheme that shares nothing with the series. */
function stepped(plateC: number, seconds: number, thicknessMm: number, diffusivity: number): number {
  const sheets = 60;
  const dx = thicknessMm / sheets;
  const dt = (0.4 * dx ** 2) / diffusivity;
  let at = Array.from({ length: sheets + 1 }, (_, i) => (i === 0 ? plateC : 22));
  for (let t = 0; t < seconds; t += dt)
    at = at.map((own, i) =>
      i === 0 ? plateC : own + 0.4 * (at[i - 1] - 2 * own + (i === sheets ? at[i - 1] : at[i + 1])),
    );
  return at[sheets];
}

describe('heat that comes through a blank', () => {
  it.each([
    [195, 60, 3],
    [195, 20, 3],
    [160, 120, 6],
  ])('at %d °C for %d s through %d mm of acrylic is as a slab in thin sheets says', (plateC, seconds, thicknessMm) => {
    const far = farSideCelsius(plateC, seconds, { thicknessMm, family: 'acrylic' });
    expect(Math.abs(far - stepped(plateC, seconds, thicknessMm, 0.11))).toBeLessThan(0.5);
  });

  it('is all of it where nothing is between, and at once through metal', () => {
    expect(heatThrough(160, 30, {})).toBeCloseTo(30 * heatRate(160), 9);
    expect(heatThrough(160, 30, { thicknessMm: 1, family: 'metal' })).toBeGreaterThan(0.97 * 30 * heatRate(160));
  });

  it('is never more than under the plate, grows with time, and is less the thicker it is', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 110, max: 210, noNaN: true }),
        fc.double({ min: 1, max: 240, noNaN: true }),
        fc.double({ min: 0.1, max: 12, noNaN: true }),
        (plateC, seconds, thicknessMm) => {
          const slab = { thicknessMm, family: 'wood' } as const;
          const through = heatThrough(plateC, seconds, slab);
          expect(through).toBeLessThanOrEqual(seconds * heatRate(plateC) * (1 + 1e-9));
          expect(heatThrough(plateC, seconds * 1.5, slab)).toBeGreaterThanOrEqual(through);
          expect(heatThrough(plateC, seconds, { ...slab, thicknessMm: thicknessMm * 1.5 })).toBeLessThanOrEqual(
            through * (1 + 1e-9),
          );
        },
      ),
    );
  });
});

describe('the heat that a layer gets again', () => {
  const thick = { thicknessMm: 3, family: 'wood' as const };
  const given = (side: 'front' | 'back') => [
    { layers: [{ side: 'front' }], celsius: 150, heat: 20 },
    { layers: [{ side }], celsius: 180, heat: 90 },
  ];
  const again = (side: 'front' | 'back') =>
    heatAgain({ side: 'front' } as never, 0, given(side) as never, thick as never);

  it('is all of what follows on its side', () => expect(again('front')).toBe(90));

  it('is what comes through from the other side, by the plate’s own time at its own temperature', () => {
    expect(again('back')).toBeCloseTo(heatThrough(180, 90 / heatRate(180), thick), 9);
    expect(again('back')).toBeLessThan(heatThrough(180, 90, thick) / 2);
    expect(again('back')).toBeGreaterThan(0);
  });
});
