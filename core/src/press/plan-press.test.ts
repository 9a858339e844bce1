import fc from 'fast-check';
import { heatRate } from '../recipes';
import { heatThrough } from './through-blank';
import { isInReason, planPress, windowOf, type HeatLayer, type PressScale } from './index';

const CLAM: PressScale = {
  temperatures: Array.from({ length: 161 }, (_, i) => ({ dial: 60 + i, celsius: 60 + i })),
  leastSeconds: 1,
  mostSeconds: 300,
  pressure: { min: 0, max: 8, step: 0.5 },
};
const JERSEY = { id: 'jersey', name: 'Polyester jersey', heatLimitC: 165 };

const layer = (id: string, over: Partial<HeatLayer> = {}): HeatLayer => ({
  id,
  name: id,
  temperatureC: 150,
  dwellSeconds: 15,
  pressure: 4,
  evidence: [{ outcome: 'right', temperatureC: 150, dwellSeconds: 15, pressure: 4 }],
  temper: 'violet',
  heatLimitC: 170,
  ...over,
});
const white = layer('white');
const glitter = layer('glitter', {
  temperatureC: 155,
  evidence: [{ outcome: 'right', temperatureC: 155, dwellSeconds: 12, pressure: 4 }],
  dwellSeconds: 12,
});
/** All heat of the pressings from the one in which a layer is laid, in seconds at 150 °C. */
const heatOn = (pressings: readonly { layers: string[]; celsius: number; dwellSeconds: number }[], id: string) =>
  pressings
    .slice(pressings.findIndex(({ layers }) => layers.includes(id)))
    .reduce((sum, { celsius, dwellSeconds }) => sum + dwellSeconds * heatRate(celsius), 0);

describe('the window of a layer', () => {
  it('holds what came out right, and ends half way to what did not', () => {
    const window = windowOf(
      layer('white', {
        evidence: [
          { outcome: 'right', temperatureC: 150, dwellSeconds: 15, pressure: 4 },
          { outcome: 'right', temperatureC: 152, dwellSeconds: 15, pressure: 3 },
          { outcome: 'under', temperatureC: 150, dwellSeconds: 14, pressure: 4 },
        ],
      }),
    );
    expect(window.fromSeconds).toBeCloseTo(Math.sqrt(14 * 15), 6);
    expect(window.toSeconds).toBeGreaterThan(15 * heatRate(152));
    expect(window.pressure).toEqual({ from: 2, to: 5 });
    expect([window.fromC, window.toC]).toEqual([144, 158]);
  });

  it('is narrower the less is proven, and never above what the film bears', () => {
    const [bare, blue] = [windowOf(layer('a', { temper: 'bare' })), windowOf(layer('a', { temper: 'blue' }))];
    expect(bare.toSeconds / bare.fromSeconds).toBeLessThan(blue.toSeconds / blue.fromSeconds);
    expect(windowOf(layer('a', { heatLimitC: 151 })).toC).toBe(151);
  });

  it('leaves what was not enough behind, where nothing was right yet', () => {
    const window = windowOf(
      layer('a', {
        temper: 'bare',
        evidence: [{ outcome: 'under', temperatureC: 150, dwellSeconds: 15, pressure: 4 }],
      }),
    );
    expect(window.fromSeconds).toBeGreaterThan(15);
    const scorched = windowOf(
      layer('a', {
        temper: 'bare',
        evidence: [{ outcome: 'over', temperatureC: 150, dwellSeconds: 15, pressure: 4 }],
      }),
    );
    expect(scorched.toSeconds).toBeLessThan(15);
  });
});

describe('what is out of all reason', () => {
  const once = layer('once', { temper: 'bronze', evidence: [] });
  const seen = (outcome: 'right' | 'under' | 'over', dwellSeconds: number) => ({
    outcome,
    temperatureC: 150,
    dwellSeconds,
    pressure: 4,
  });

  it('does not move the window: a plate that was up after a second, scored right', () => {
    expect(windowOf({ ...once, evidence: [seen('right', 1)] })).toEqual(windowOf(once));
    const { plan } = planPress({ layers: [{ ...once, evidence: [seen('right', 1)] }], ground: JERSEY, press: CLAM });
    expect(plan!.pressings[0]).toMatchObject({ dwellSeconds: 15, celsius: 150 });
    expect(isInReason(once, seen('right', 1))).toBe(false);
    expect(isInReason(once, seen('right', 10))).toBe(true);
    expect(isInReason(once, seen('under', 1))).toBe(true);
    expect(isInReason(once, seen('right', 200))).toBe(false);
  });

  it('is not one that is only a little off: the window is drawn there, and the recipe still counts', () => {
    const drawn = windowOf({ ...once, evidence: [seen('right', 10)] });
    expect(drawn.fromSeconds).toBeLessThanOrEqual(10);
    expect(drawn.toSeconds).toBeLessThan(windowOf(once).toSeconds);
    const often = windowOf({ ...once, evidence: Array.from({ length: 8 }, () => seen('right', 10)) });
    expect(often.toSeconds).toBeLessThan(drawn.toSeconds);
  });
});

describe('a press plan', () => {
  it('says what the recipe says, wherever that comes out right', () => {
    for (const dwellSeconds of [4, 15, 40]) {
      const evidence = [{ outcome: 'right' as const, temperatureC: 150, dwellSeconds, pressure: 4 }];
      const { plan } = planPress({ layers: [layer('a', { dwellSeconds, evidence })], ground: JERSEY, press: CLAM });
      expect(plan!.pressings[0]).toMatchObject({ dwellSeconds, celsius: 150, pressure: 4 });
    }
  });

  it('tries the steps of the dial beside the one that the recipes say, before it says that there is none', () => {
    const coarse: PressScale = {
      ...CLAM,
      temperatures: [135, 137.5, 140, 142.5].map((celsius) => ({ dial: celsius, celsius })),
    };
    // At 140 °C 2.2 to 2.8 s would do, where no whole second lies; at 137.5 °C it is longer.
    const seen = (outcome: 'right' | 'under' | 'over', dwellSeconds: number) => ({
      outcome,
      temperatureC: 140,
      dwellSeconds,
      pressure: 4,
    });
    const narrow = layer('narrow', {
      temperatureC: 140,
      dwellSeconds: 2.5,
      temper: 'blue',
      evidence: [seen('right', 2.5), seen('under', 1.94), seen('over', 3.15)],
    });
    const { fromSeconds, toSeconds } = windowOf(narrow);
    expect(Math.floor(toSeconds / heatRate(140))).toBeLessThan(fromSeconds / heatRate(140));
    const { plan } = planPress({ layers: [narrow], ground: JERSEY, press: coarse });
    expect(plan).not.toBeNull();
    expect(plan!.pressings[0].celsius).not.toBe(140);
    const { none } = planPress({
      layers: [narrow],
      ground: JERSEY,
      press: { ...coarse, temperatures: [{ dial: 140, celsius: 140 }] },
    });
    expect(none).toMatchObject({ in: 'whole seconds' });
    expect(Math.floor(none!.borne)).toBeLessThan(none!.wanted);
  });

  it('says why something is pressed by itself', () => {
    const over = planPress({ layers: [white, glitter], ground: JERSEY, press: CLAM }).plan!;
    expect(over.apart).toMatchObject([{ because: 'lies over', later: 'glitter', before: 'white' }]);
    const soft = layer('soft', {
      temperatureC: 120,
      heatLimitC: 130,
      evidence: [{ outcome: 'right', temperatureC: 120, dwellSeconds: 60, pressure: 4 }],
      dwellSeconds: 60,
    });
    const apart = planPress({ layers: [soft, white], ground: JERSEY, press: CLAM, liesOver: () => false }).plan!;
    expect(apart.apart).toMatchObject([{ because: 'temperature', wanted: 144, unit: '°C' }]);
    expect(apart.apart[0].borne!).toBeLessThan(144);
  });

  it('presses two films that lie side by side in one go, if they suit each other', () => {
    const { plan } = planPress({ layers: [white, glitter], ground: JERSEY, press: CLAM, liesOver: () => false });
    expect(plan?.pressings.map(({ layers }) => layers)).toEqual([['white', 'glitter']]);
  });

  it('peels the lower of two that lie over each other first, and presses both at one setting where one suits them', () => {
    const { plan } = planPress({ layers: [white, glitter], ground: JERSEY, press: CLAM });
    expect(plan?.pressings.map(({ layers }) => layers)).toEqual([['white'], ['glitter']]);
    expect(new Set(plan!.pressings.map(({ celsius }) => celsius)).size).toBe(1);
    // The lower one gets what it lacks from what follows.
    expect(plan!.pressings[0].dwellSeconds).toBeLessThan(6);
    for (const { window, gotSeconds } of plan!.heat) {
      expect(gotSeconds).toBeGreaterThanOrEqual(window.fromSeconds * 0.999);
      expect(gotSeconds).toBeLessThanOrEqual(window.toSeconds * 1.001);
    }
  });

  it('tacks the lower one where the upper wants it shorter, and the heat that it gets again counts', () => {
    const long = layer('long', {
      dwellSeconds: 24,
      evidence: [{ outcome: 'right', temperatureC: 150, dwellSeconds: 24, pressure: 4 }],
    });
    const { plan } = planPress({ layers: [long, white], ground: JERSEY, press: CLAM });
    expect(plan?.pressings.map(({ layers }) => layers)).toEqual([['long'], ['white']]);
    const [first, second] = plan!.pressings;
    // Neither is pressed for as long as the lower one alone would be.
    expect(first.dwellSeconds).toBeLessThan(24);
    expect(heatOn(plan!.pressings, 'long')).toBeGreaterThan(second.dwellSeconds);
  });

  it('holds a lower one for two seconds at least, so that its carrier comes off, where the upper gives it all it needs', () => {
    const short = layer('short', {
      dwellSeconds: 5,
      evidence: [5, 18].map((dwellSeconds) => ({ outcome: 'right', temperatureC: 150, dwellSeconds, pressure: 4 })),
    });
    const { plan } = planPress({ layers: [short, white], ground: JERSEY, press: CLAM });
    expect(plan!.pressings.map(({ layers, dwellSeconds }) => [layers, dwellSeconds])).toEqual([
      [['short'], 2],
      [['white'], 15],
    ]);
  });

  it('says which two are at odds in temperature, and by how much', () => {
    const soft = layer('soft', {
      temperatureC: 120,
      heatLimitC: 130,
      evidence: [{ outcome: 'right', temperatureC: 120, dwellSeconds: 60, pressure: 4 }],
      dwellSeconds: 60,
    });
    const { plan, none } = planPress({ layers: [soft, white], ground: JERSEY, press: CLAM });
    expect(plan).toBeNull();
    expect(none).toMatchObject({
      needs: 'white',
      bears: 'soft',
      in: 'temperature',
      wanted: 144,
      borne: 130,
      unit: '°C',
    });
  });

  it('lays the hot one first where neither lies over the other', () => {
    const soft = layer('soft', {
      temperatureC: 120,
      heatLimitC: 130,
      evidence: [{ outcome: 'right', temperatureC: 120, dwellSeconds: 60, pressure: 4 }],
      dwellSeconds: 60,
    });
    const { plan } = planPress({ layers: [soft, white], ground: JERSEY, press: CLAM, liesOver: () => false });
    expect(plan?.pressings.map(({ layers }) => layers)).toEqual([['white'], ['soft']]);
  });

  it('takes the fewest pressings of all orders, and keeps what lies over another after it', () => {
    const soft = (id: string) =>
      layer(id, {
        temperatureC: 120,
        heatLimitC: 130,
        evidence: [{ outcome: 'right', temperatureC: 120, dwellSeconds: 60, pressure: 4 }],
        dwellSeconds: 60,
      });
    const layers = [soft('pale'), white, soft('rose'), glitter];
    const apart = planPress({ layers, ground: JERSEY, press: CLAM, liesOver: () => false });
    expect(apart.plan?.pressings.map((one) => one.layers)).toEqual([
      ['white', 'glitter'],
      ['pale', 'rose'],
    ]);
    // The glitter lies over the rose, which does not bear its heat.
    const over = planPress({
      layers,
      ground: JERSEY,
      press: CLAM,
      liesOver: (upper, lower) => upper === 'glitter' && lower === 'rose',
    });
    expect(over.none).toMatchObject({ needs: 'glitter', bears: 'rose', in: 'temperature' });
  });

  it('lays what is over another once that is pressed, whatever lies over what', () => {
    let plans = 0;
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 10, maxLength: 10 }), fc.nat(4), (over, softOne) => {
        const layers = Array.from({ length: 5 }, (_, i) =>
          layer(`l${i}`, i === softOne ? { heatLimitC: 152, temperatureC: 148 } : {}),
        );
        const isOver = (upper: string, lower: string) => {
          const [u, l] = [upper, lower].map((id) => Number(id.slice(1)));
          return u > l && over[(u * (u - 1)) / 2 + l];
        };
        const { plan, none } = planPress({ layers, ground: JERSEY, press: CLAM, liesOver: isOver });
        // Four pressings on top of its own are too much for what lies lowest.
        if (none) return expect(none.in).toBe('heat');
        plans += 1;
        const at = (id: string) => plan!.pressings.findIndex((pressing) => pressing.layers.includes(id));
        for (const u of layers)
          for (const l of layers) if (isOver(u.id, l.id)) expect(at(u.id)).toBeGreaterThan(at(l.id));
        expect(plan!.pressings.flatMap((one) => one.layers).sort()).toEqual(layers.map(({ id }) => id));
      }),
      { numRuns: 100 },
    );
    expect(plans).toBeGreaterThan(30);
  });

  it('says by how many seconds the heat of the upper is too much for the lower', () => {
    const quick = layer('quick', {
      dwellSeconds: 5,
      evidence: [{ outcome: 'right', temperatureC: 150, dwellSeconds: 5, pressure: 4 }],
    });
    const slow = layer('slow', {
      dwellSeconds: 25,
      evidence: [{ outcome: 'right', temperatureC: 150, dwellSeconds: 25, pressure: 4 }],
    });
    const { none } = planPress({ layers: [quick, slow], ground: JERSEY, press: CLAM });
    expect(none).toMatchObject({ needs: 'slow', bears: 'quick', in: 'heat', unit: 's', atC: 150 });
    expect(none!.wanted - none!.borne).toBeGreaterThan(10);
    // Laid the other way round, the quick one is pressed last and both are right.
    expect(planPress({ layers: [slow, quick], ground: JERSEY, press: CLAM }).plan).not.toBeNull();
  });

  it('does not scorch the cloth', () => {
    const { none } = planPress({ layers: [white], ground: { ...JERSEY, heatLimitC: 140 }, press: CLAM });
    expect(none).toMatchObject({ needs: 'white', bears: 'jersey', in: 'temperature', borne: 140 });
  });

  it('says where a seam of the plate gets too much', () => {
    const { none } = planPress({ layers: [white], ground: JERSEY, press: CLAM, overlaps: 4 });
    expect(none).toMatchObject({ in: 'heat under the overlapping plate', unit: 's' });
  });

  it('is as proven as the least proven of its layers', () => {
    const { plan } = planPress({
      layers: [white, layer('guess', { temper: 'bare', evidence: [] })],
      ground: JERSEY,
      press: CLAM,
    });
    expect(plan?.grade).toBe('bare');
  });

  it('keeps every layer in its window and below every limit, whatever lies there; or names two that are there', () => {
    const anyLayer = fc.record({
      celsius: fc.integer({ min: 120, max: 180 }),
      dwell: fc.integer({ min: 3, max: 60 }),
      limit: fc.integer({ min: 120, max: 200 }),
      turns: fc.integer({ min: 1, max: 7 }),
    });
    fc.assert(
      fc.property(fc.array(anyLayer, { minLength: 1, maxLength: 5 }), (drawn) => {
        const layers = drawn.map(({ celsius, dwell, limit, turns }, i) =>
          layer(`l${i}`, {
            temperatureC: celsius,
            dwellSeconds: dwell,
            heatLimitC: limit,
            evidence: [{ outcome: 'right', temperatureC: celsius, dwellSeconds: dwell, pressure: turns }],
          }),
        );
        const { plan, none } = planPress({ layers, ground: JERSEY, press: CLAM });
        if (none) {
          const names = [...layers.map(({ id }) => id), JERSEY.id, 'press'];
          expect(names).toEqual(expect.arrayContaining([none.needs, none.bears]));
          return;
        }
        expect(plan!.pressings.flatMap((pressing) => pressing.layers)).toEqual(layers.map(({ id }) => id));
        for (const [i, one] of layers.entries()) {
          const { fromSeconds, toSeconds } = windowOf(one);
          const heat = heatOn(plan!.pressings, one.id);
          expect(heat).toBeGreaterThanOrEqual(fromSeconds * 0.999);
          expect(heat).toBeLessThanOrEqual(toSeconds * 1.001);
          const later = plan!.pressings.slice(
            plan!.pressings.findIndex((pressing) => pressing.layers.includes(`l${i}`)),
          );
          for (const { celsius } of later)
            expect(celsius).toBeLessThanOrEqual(Math.min(one.heatLimitC!, JERSEY.heatLimitC));
        }
      }),
      { numRuns: 200 },
    );
  });
});

describe('a print on both sides of a blank', () => {
  const print = (id: string, side: 'front' | 'back') =>
    layer(id, {
      temperatureC: 195,
      dwellSeconds: 60,
      evidence: [{ outcome: 'right', temperatureC: 195, dwellSeconds: 60, pressure: 4 }],
      heatLimitC: 220,
      side,
      needsOwnHeat: true,
    });
  const acrylic = { id: 'acrylic', name: 'Acrylic', heatLimitC: 205, thicknessMm: 3, family: 'acrylic' } as const;
  const both = [print('front', 'front'), print('back', 'back')];

  it('gets all of its heat while its paper lies there, and what comes through from the back counts as too much', () => {
    const { plan } = planPress({ layers: both, ground: acrylic, press: CLAM });
    const [front, back] = plan!.pressings;
    expect([front.layers, back.layers]).toEqual([['front'], ['back']]);
    const [{ window, gotSeconds }] = plan!.heat;
    expect(front.dwellSeconds * heatRate(front.celsius)).toBeGreaterThanOrEqual(window.fromSeconds);
    expect(gotSeconds).toBeCloseTo(
      front.dwellSeconds * heatRate(front.celsius) + heatThrough(back.celsius, back.dwellSeconds, acrylic),
      6,
    );
    expect(gotSeconds).toBeGreaterThan(front.dwellSeconds * heatRate(front.celsius));
    expect(gotSeconds).toBeLessThanOrEqual(window.toSeconds);
  });

  it('is pressed side by side also where neither lies over the other', () => {
    const { plan } = planPress({ layers: both, ground: acrylic, press: CLAM, liesOver: () => false });
    expect(plan!.pressings.map(({ layers }) => layers)).toEqual([['front'], ['back']]);
  });

  it('says how much too long by what really comes through', () => {
    const { none } = planPress({ layers: both, ground: { ...acrylic, thicknessMm: 1 }, press: CLAM });
    const [own] = both.map(windowOf);
    const all = (2 * own.fromSeconds) / heatRate(none!.atC!);
    expect(none!.in).toBe('heat');
    expect(none!.wanted).toBeLessThan(0.95 * all);
    expect(none!.wanted).toBeGreaterThan(none!.borne);
  });

  it('holds by the whole second, for prints of every dwell and for seams that are pressed twice', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 90 }), fc.constantFrom<1 | 2>(1, 2), (dwellSeconds, overlaps) => {
        const evidence = [{ outcome: 'right' as const, temperatureC: 195, dwellSeconds, pressure: 4 }];
        const layers = both.map((one) => ({ ...one, dwellSeconds, evidence, temper: 'blue' as const }));
        const { plan } = planPress({
          layers: overlaps === 1 ? layers : layers.slice(0, 1),
          ground: acrylic,
          press: CLAM,
          overlaps,
        });
        if (!plan) return;
        for (const { layerId, window, gotSeconds } of plan.heat) {
          const { celsius, dwellSeconds: pressed } = plan.pressings.find(({ layers: ids }) => ids.includes(layerId))!;
          expect(pressed * heatRate(celsius)).toBeGreaterThanOrEqual(window.fromSeconds * (1 - 1e-6));
          expect(gotSeconds * overlaps).toBeLessThanOrEqual(window.toSeconds * (1 + 1e-6));
        }
      }),
      { numRuns: 120 },
    );
  });

  it('is refused where no whole second lies in its window, nor in what a seam leaves of it', () => {
    const seen = (outcome: 'right' | 'under' | 'over', dwellSeconds: number) => ({
      outcome,
      temperatureC: 195,
      dwellSeconds,
      pressure: 4,
    });
    const oneWay = { temperatures: [{ dial: 195, celsius: 195 }], leastSeconds: 1, mostSeconds: 300, pressure: null };
    const pressed = (evidence: ReturnType<typeof seen>[], overlaps = 1) =>
      planPress({
        layers: [{ ...print('front', 'front'), evidence, temper: 'blue' }],
        ground: acrylic,
        press: oneWay,
        overlaps,
      }).plan;
    expect(pressed([seen('right', 10.4), seen('under', 10.3), seen('over', 10.5)])).toBeNull();
    expect(pressed([seen('right', 10.9), seen('under', 10.3), seen('over', 11.5)])?.pressings[0].dwellSeconds).toBe(11);
    // Twice as long along the seam: 10.4 to 10.6 s is left.
    const wide = [seen('right', 10.4), seen('right', 21.2), seen('under', 10.39), seen('over', 21.21)];
    expect(pressed(wide, 2)).toBeNull();
    expect(pressed(wide)).not.toBeNull();
  });

  it('has no window on a sheet so thin that all of it comes through', () => {
    const { none } = planPress({ layers: both, ground: { ...acrylic, thicknessMm: 0.5 }, press: CLAM });
    expect(none).toMatchObject({ needs: 'back', bears: 'front', in: 'heat', unit: 's' });
  });
});
