import type { CurveContour } from '../geometry';
import { placeParts, straightAt, type PlacedPart } from '../layout';
import { clam, diode, longPlotter } from '../../testing/shop';
import { tally } from '../../testing/tally';
import { runUpMm } from '../output';
import { bridged } from '../parts';
import { checkJob, checkStep, type CheckedJob, type CheckedStep, type PartMemo } from './index';

const ring = (points: [number, number][]): CurveContour => ({
  closed: true,
  start: points[0],
  segments: points.slice(1).map(([x, y]) => ['L', x, y]),
});
const box = (x: number, y: number, width: number, height: number) =>
  ring([
    [x, y],
    [x + width, y],
    [x + width, y + height],
    [x, y + height],
  ]);
const circle = (cx: number, cy: number, r: number): CurveContour => {
  const k = 0.5522847498 * r;
  return {
    closed: true,
    start: [cx + r, cy],
    segments: [
      ['C', cx + r, cy + k, cx + k, cy + r, cx, cy + r],
      ['C', cx - k, cy + r, cx - r, cy + k, cx - r, cy],
      ['C', cx - r, cy - k, cx - k, cy - r, cx, cy - r],
      ['C', cx + k, cy - r, cx + r, cy - k, cx + r, cy],
    ],
  };
};
const lay = (...shapes: CurveContour[][]): PlacedPart[] =>
  placeParts(
    shapes.map((contours, i) => ({
      id: `${i}`,
      name: `Part ${i + 1}`,
      colour: '#000000',
      contours,
      place: straightAt({ x: 0, y: 0 }),
    })),
  );
const step = (placed: PlacedPart[], over: Partial<CheckedStep> = {}): CheckedStep => ({
  placed,
  sheet: { name: 'navy offcut', widthMm: 200, lengthMm: 150 },
  cuttable: { minX: 8, minY: 12, maxX: 192, maxY: 125 },
  machine: longPlotter,
  process: 'kiss-cut',
  settings: { force: 16, speed: 5, depth: 2, passes: 1 },
  temper: { temper: 'violet', tally: tally({ rights: 4, rightsSince: 4 }) },
  tool: { name: 'Fine blade', kind: 'fine-blade', wear: 400, life: 2500 },
  holder: 1,
  material: { name: 'Outdoor vinyl navy', family: 'vinyl', smallestDetailMm: 1, mirrored: false, inStock: 1 },
  mirrored: false,
  scripts: {},
  ...over,
});
const find = (code: string, s: CheckedStep) => checkStep(s).find((finding) => finding.code === code);
const codes = (s: CheckedStep) => checkStep(s).map((finding) => finding.code);

describe('where the parts lie', () => {
  it('is fine within the cuttable area', () => {
    expect(checkStep(step(lay([box(10, 20, 50, 50)])))).toEqual([]);
  });

  it('on a leftover that is no rectangle asks for a carrier, and has one at a tap', () => {
    const outline = [
      { x: 0, y: 0 },
      { x: 200, y: 0 },
      { x: 150, y: 150 },
      { x: 0, y: 120 },
    ];
    const odd = { name: 'glitter leftover', widthMm: 200, lengthMm: 150, outline };
    const parts = lay([box(30, 30, 20, 20)]);
    expect(find('odd-without-carrier', step(parts, { sheet: odd }))).toMatchObject({
      severity: 'warn',
      message: 'glitter leftover is no rectangle: without a carrier sheet the rollers take it askew.',
      fix: { kind: 'carrier' },
    });
    expect(codes(step(parts, { sheet: odd, onCarrier: true }))).toEqual([]);
    expect(codes(step(parts))).toEqual([]);
  });

  it('out of what their guide shows is warned of, where other work lies in one', () => {
    const plate = [
      { x: 20, y: 20 },
      { x: 80, y: 20 },
      { x: 80, y: 80 },
      { x: 20, y: 80 },
    ];
    const inside = box(30, 30, 20, 20);
    const guided = (...parts: ReturnType<typeof box>[]) =>
      step(lay(...parts.map((part) => [part])), { guides: [plate] });
    expect(codes(guided(inside))).toEqual([]);
    const over = find('outside-guide', guided(inside, box(70, 30, 20, 20)));
    expect(over).toMatchObject({ severity: 'warn', message: '“Part 2” reaches out of what their guide shows.' });
    expect(over!.places).toEqual([{ minX: 70, minY: 30, maxX: 90, maxY: 50 }]);
    expect(find('outside-guide', guided(inside, box(100, 30, 20, 20), box(120, 90, 10, 10)))!.message).toBe(
      '2 parts reach out of what their guide shows.',
    );
    // Half of it is enough to tell what the guide is for.
    expect(codes(guided(box(70, 30, 20, 20)))).toEqual(['outside-guide']);
    // No work lies in it: it shows something else.
    expect(codes(guided(box(100, 30, 20, 20)))).toEqual([]);
  });

  it('on a mark of the page that it is printed on is told, with the move that brings it off', () => {
    const printed = (x: number, y: number, size = 30) =>
      step(lay([box(90, 90, 20, 20)]), { printed: [{ minX: x, minY: y, maxX: x + size, maxY: y + size }] });
    expect(codes(printed(60, 60))).toEqual([]);
    const { sheet } = step(lay([box(90, 90, 20, 20)]));
    const found = find('print-on-mark', printed(5, 40 - 30))!;
    expect(found).toMatchObject({ severity: 'warn', fix: { kind: 'move-in', label: 'Move it in' } });
    const { dxMm, dyMm } = found.fix as { dxMm: number; dyMm: number };
    // Moved so, it is told no more, and no further than it has to be.
    expect(find('print-on-mark', printed(5 + dxMm, 10 + dyMm))).toBeUndefined();
    expect(find('print-on-mark', printed(5 + dxMm - 1.2, 10 + dyMm - 1.2))).toBeDefined();
    // What is larger than the room between the marks cannot be moved off them.
    expect(find('print-on-mark', printed(5, 5, Math.min(sheet.widthMm, sheet.lengthMm) - 8))).not.toHaveProperty('fix');
  });

  it('may be as small as it likes where it is the waste of marks to turn by', () => {
    const holes = step(lay([box(20, 20, 2, 2)], [box(60, 20, 2, 2)]));
    expect(codes(holes)).toContain('small-piece');
    expect(codes({ ...holes, isOfMarks: true })).not.toContain('small-piece');
  });

  it('over the edge is a stop, with the place and the size of the sheet', () => {
    const [finding] = checkStep(step(lay([box(180, 20, 50, 50)], [box(60, 20, 10, 10)])));
    expect(finding).toMatchObject({
      code: 'off-sheet',
      severity: 'stop',
      message: '“Part 1” lies over the edge of navy offcut (200 × 150 mm).',
    });
    expect(finding.places).toEqual([{ minX: 180, minY: 20, maxX: 230, maxY: 70 }]);
  });

  it('in the margin is a stop of its own', () => {
    expect(codes(step(lay([box(2, 20, 50, 50)])))).toEqual(['out-of-reach']);
    expect(codes(step(lay([box(10, 20, 50, 50)]), { cuttable: null }))).toEqual(['out-of-reach']);
  });
});

describe('details', () => {
  it('smaller than the material holds are pointed at', () => {
    const finding = find(
      'small-detail',
      step(lay([box(20, 20, 50, 50)], [circle(100, 50, 0.4)], [box(120, 20, 0.5, 30)])),
    )!;
    expect(finding).toMatchObject({
      code: 'small-detail',
      severity: 'warn',
      message: '2 places are narrower than the 1 mm that Outdoor vinyl navy holds.',
    });
    expect(finding.places[0].minX).toBeCloseTo(99.6, 1);
  });

  it('and narrow holes too', () => {
    expect(codes(step(lay([box(20, 20, 50, 50), box(30, 30, 0.6, 20)])))).toContain('small-hole');
  });

  it('but not the sharp corner of a hole', () => {
    const triangle = ring([
      [30, 30],
      [60, 34],
      [30, 38],
    ]);
    expect(codes(step(lay([box(20, 20, 50, 50), triangle])))).toEqual([]);
  });

  it('are none where lines are drawn', () => {
    expect(
      codes(
        step(lay([box(20, 20, 0.5, 30)]), {
          process: 'draw',
          tool: { ...step([]).tool, kind: 'pen' },
          settings: { speed: 4, passes: 1 },
        }),
      ),
    ).toEqual([]);
  });

  it('a thin wall between two holes is a thin place of the part', () => {
    expect(codes(step(lay([box(20, 20, 50, 50), box(25, 25, 19.8, 40), box(45, 25, 20, 40)])))).toEqual([
      'small-detail',
    ]);
  });
});

describe('lines cut twice', () => {
  it('the same outline drawn twice is found once, with its length', () => {
    const [finding] = checkStep(step(lay([circle(60, 60, 20)], [circle(60, 60, 20)])));
    expect(finding.code).toBe('doubled-line');
    expect(finding.message).toMatch(/along 12[56] mm/);
    expect(finding.places).toHaveLength(1);
  });

  it('two boxes that share a side, whatever their length and direction', () => {
    const [finding] = checkStep(step(lay([box(20, 20, 30, 60)], [box(50, 30, 30, 20)])));
    expect(finding.message).toContain('along 20 mm');
    expect(finding.places[0]).toEqual({ minX: 50, minY: 30, maxX: 50, maxY: 50 });
  });

  it('crossing and nearly touching lines are none', () => {
    expect(codes(step(lay([box(20, 20, 30, 30)], [box(35, 35, 30, 30)])))).toEqual(['overlap']);
    expect(codes(step(lay([box(20, 20, 30, 30)], [box(50.2, 20, 30, 30)])))).toEqual([]);
  });
});

describe('mirroring', () => {
  const film: CheckedStep['material'] = {
    name: 'Transfer film white',
    family: 'film',
    smallestDetailMm: 1,
    mirrored: true,
    inStock: 2,
  };
  it('is missed where the material is cut from its back, and noticed where it is not', () => {
    expect(codes(step(lay([box(20, 20, 50, 50)]), { material: film }))).toEqual(['mirror-missing']);
    expect(codes(step(lay([box(20, 20, 50, 50)]), { material: film, mirrored: true }))).toEqual([]);
    expect(codes(step(lay([box(20, 20, 50, 50)]), { mirrored: true }))).toEqual(['mirror-unneeded']);
  });

  it.each(['film', 'ink-paper'] as const)(
    'stops a %s that does not read reversed, whatever was written down of it',
    (family) => {
      const material = { ...film, family, mirrored: false };
      const unmirrored = find('mirror-missing', step(lay([box(20, 20, 50, 50)]), { material }))!;
      expect(unmirrored.severity).toBe('stop');
      expect(unmirrored.message).not.toContain('from its face');
      const reversed = checkStep(step(lay([box(20, 20, 50, 50)]), { material, mirrored: true }));
      expect(reversed.map(({ message }) => message).join(' ')).not.toMatch(/face/);
    },
  );
});

describe('where the work does not fit', () => {
  it('a piece too small for it is one stop, not many', () => {
    const [finding] = checkStep(step(lay([box(10, 20, 230, 50)])));
    expect(codes(step(lay([box(10, 20, 230, 50)])))).toEqual(['stock-too-small']);
    expect(finding.message).toBe('The work takes 230 × 50 mm; navy offcut has 200 × 150 mm.');
    expect(codes(step(lay([box(10, 20, 50, 50)]), { material: { ...step([]).material, inStock: 0 } }))).toEqual([
      'out-of-stock',
    ]);
  });

  it('what lies on a used spot is told, and what goes round one is not', () => {
    const spot = [
      { x: 60, y: 60 },
      { x: 80, y: 60 },
      { x: 80, y: 80 },
      { x: 60, y: 80 },
    ];
    const used = { sheet: { name: 'navy offcut', widthMm: 200, lengthMm: 150, holes: [spot] } };
    const over = (...parts: Parameters<typeof lay>[0]) => find('used-spot', step(lay(parts), used));
    expect(over(box(70, 70, 40, 40))).toMatchObject({
      severity: 'stop',
      message: expect.stringContaining('on a spot of navy offcut that was used already'),
    });
    // Within it, round it, and across it with no corner in it.
    for (const part of [box(65, 65, 5, 5), box(50, 50, 50, 50), box(50, 68, 50, 4)]) expect(over(part)).toBeDefined();
    expect(over(box(85, 20, 30, 30))).toBeUndefined();
  });

  it('what would fit is offered to be moved in, by exactly so much', () => {
    // A piece with a corner cut off: its box holds what the piece does not.
    const outline = [
      { x: 0, y: 0 },
      { x: 200, y: 0 },
      { x: 200, y: 60 },
      { x: 100, y: 150 },
      { x: 0, y: 150 },
    ];
    const odd = { sheet: { name: 'navy offcut', widthMm: 200, lengthMm: 150, outline } };
    expect(find('off-sheet', step(lay([box(150, 100, 30, 30)]), odd))).toMatchObject({
      severity: 'stop',
      message: expect.stringContaining('which is no rectangle'),
    });
    expect(find('off-sheet', step(lay([box(20, 20, 30, 30)]), odd))).toBeUndefined();
    // A notch that reaches into a part between its corners, which all lie on the piece.
    const notched = [
      ...outline.slice(0, 2),
      { x: 200, y: 150 },
      { x: 120, y: 150 },
      { x: 100, y: 60 },
      { x: 80, y: 150 },
      { x: 0, y: 150 },
    ];
    const withNotch = { sheet: { ...odd.sheet, outline: notched } };
    expect(find('off-sheet', step(lay([box(60, 40, 80, 60)]), withNotch))).toBeDefined();
    expect(find('off-sheet', step(lay([box(60, 20, 80, 30)]), withNotch))).toBeUndefined();
    expect(find('off-sheet', step(lay([box(160, 20, 50, 50)])))!.fix).toEqual({
      kind: 'move-in',
      dxMm: -18,
      dyMm: 0,
      label: 'Move it in',
    });
    expect(find('out-of-reach', step(lay([box(10, 4, 50, 50)])))!.fix).toMatchObject({ dxMm: 0, dyMm: 8 });
    // As broad as the sheet: nothing to be done by moving, but on a carrier its margins fall away.
    expect(find('out-of-reach', step(lay([box(2, 20, 190, 50)])))!.fix).toMatchObject({ kind: 'carrier' });
    const onLaser = step(lay([box(2, 20, 190, 50)]), { machine: diode, process: 'laser-cut' });
    expect(find('out-of-reach', onLaser)!.fix).toBeUndefined();
  });
});

describe('lines where pieces should come out', () => {
  const slit: CurveContour = {
    closed: false,
    start: [20, 20],
    segments: [
      ['L', 60, 25],
      ['L', 60, 60],
    ],
  };

  it('an open line is told where pieces are cut out, and not where lines are drawn', () => {
    expect(find('open-contour', step(lay([slit])))).toMatchObject({
      message: '“Part 1” has an open line: it is cut as a slit, and nothing comes out.',
      fix: { kind: 'leave-out', partIds: ['0'] },
    });
    expect(
      codes(
        step(lay([slit]), {
          process: 'draw',
          tool: { ...step([]).tool, kind: 'pen' },
          settings: { speed: 4, passes: 1 },
        }),
      ),
    ).toEqual([]);
  });

  it('a line that crosses itself is shown where it does', () => {
    const bow = ring([
      [20, 20],
      [60, 60],
      [60, 20],
      [20, 60],
    ]);
    const finding = find('self-crossing', step(lay([bow])))!;
    expect(finding.places).toEqual([{ minX: 38.5, minY: 38.5, maxX: 41.5, maxY: 41.5 }]);
  });

  it('parts cut through each other are named; parts that only touch are none', () => {
    expect(find('overlap', step(lay([box(20, 20, 40, 40)], [box(50, 30, 40, 20)])))!.message).toBe(
      '“Part 1” and “Part 2” are cut through each other.',
    );
    expect(codes(step(lay([box(20, 20, 30, 30)], [box(50.02, 20, 30, 30)])))).not.toContain('overlap');
    expect(codes(step(lay([box(20, 20, 60, 60)], [box(30, 30, 20, 20)])))).not.toContain('overlap');
  });

  it('a part that lies wholly on another is offered to be left out, the later one', () => {
    expect(find('doubled-line', step(lay([circle(60, 60, 20)], [circle(60, 60, 20)])))!.fix).toEqual({
      kind: 'leave-out',
      label: 'Leave the second one out',
      partIds: ['1'],
    });
    expect(find('doubled-line', step(lay([box(20, 20, 30, 60)], [box(50, 30, 30, 20)])))!.fix).toBeUndefined();
  });
});

describe('pieces, islands and letters', () => {
  it('pieces too small to weed round are told, with the area that is needed', () => {
    const finding = find('small-piece', step(lay([box(20, 20, 50, 50)], [box(100, 20, 2, 2)])))!;
    expect(finding).toMatchObject({
      message: '“Part 2” is smaller than 9 mm²: too small to weed around in Outdoor vinyl navy.',
      fix: { partIds: ['1'] },
    });
    expect(finding.mend).toContain('in reverse');
  });

  it('the inside of a letter falls out of a stencil, and two bridges across its ring are proposed', () => {
    const stencil = { material: { ...step([]).material, family: 'stencil' as const, name: 'Stencil film' } };
    const finding = find('stencil-island 0', step(lay([box(20, 20, 40, 40), box(28, 30, 24, 20)]), stencil))!;
    const { fix } = finding;
    if (fix?.kind !== 'bridges') throw new Error('bridges were expected');
    expect(fix.bridges).toHaveLength(2);
    expect(fix.bridges.every(({ widthMm, lengthMm }) => widthMm === 2 && lengthMm > 8)).toBe(true);
    expect(codes(step(lay([box(20, 20, 40, 40), box(28, 30, 24, 20)])))).not.toContain('stencil-island 0');
    // With the bridges in, nothing falls out any more.
    const held = bridged([box(20, 20, 40, 40), box(28, 30, 24, 20)], fix.bridges, [1, 0, 0, 1, 0, 0]);
    expect(held.length).toBeGreaterThan(1);
    expect(codes(step(lay(held), stencil))).not.toContain('stencil-island 0');
  });

  it('letters of a joined script that stand apart are told by their word', () => {
    const word = lay([box(20, 20, 20, 20)], [box(45, 20, 20, 20)]);
    expect(find('letters-apart 0', step(word, { scripts: { '0': 'word 0', '1': 'word 0' } }))!.fix).toMatchObject({
      kind: 'join',
      partIds: ['0', '1'],
    });
    expect(find('letters-apart 0', step(word, { scripts: { '0': 'word 0', '1': 'word 0' } }))!.message).toContain(
      'come off as 2 pieces',
    );
    expect(codes(step(word, { scripts: { '0': 'word 0', '1': 'word 1' } }))).toEqual([]);
  });
});

describe('recipe, tool and machine', () => {
  const square = lay([box(20, 20, 50, 50)]);
  it('numbers beyond the dial stop the run', () => {
    expect(find('out-of-range force', step(square, { settings: { force: 55, speed: 5, passes: 1 } }))).toMatchObject({
      severity: 'stop',
    });
  });

  it('a bare recipe and one that has gone bad are told', () => {
    expect(codes(step(square, { temper: { temper: 'bare', tally: tally({}) } }))).toEqual(['recipe-bare']);
    expect(
      find(
        'recipe-gone-bad',
        step(square, {
          temper: { temper: 'straw', tally: tally({ rights: 3, wrongs: 1 }) },
        }),
      )!.message,
    ).toBe('The recipe has gone wrong: wrong once, and not right since.');
    expect(codes(step(square, { temper: null, settings: null }))).toEqual([]);
  });

  it('a tool without a holder, or of the wrong kind, stops the run', () => {
    expect(codes(step(square, { holder: 3 }))).toEqual(['no-holder']);
    expect(codes(step(square, { tool: { name: 'Stylus', kind: 'stylus', wear: 0, life: null } }))).toEqual([
      'wrong-tool',
    ]);
    expect(
      codes(
        step(square, {
          machine: clam,
          process: 'heat-press',
          holder: 1,
          tool: { name: 'Plate', kind: 'press-plate', wear: 0, life: null },
          settings: { temperature: 150, dwell: 15 },
        }),
      ),
    ).toEqual([]);
  });

  it('a blade near its end is told with what the step takes from it', () => {
    expect(
      find(
        'tool-near-end',
        step(square, { tool: { name: 'Fine blade, worn', kind: 'fine-blade', wear: 2310, life: 2500 } }),
      )!.message,
    ).toBe('Fine blade, worn has done 2310 of about 2500 m, and this step takes 0.2 m more.');
    expect(codes(step(square))).toEqual([]);
  });
});

describe('only what changed is checked again', () => {
  it('a part that moved is taken from the memo, at its new place', () => {
    const memo: PartMemo = new Map();
    const thin = [box(20, 20, 0.5, 30)];
    const at = (x: number) =>
      placeParts([{ id: '0', name: 'Part 1', colour: '#000000', contours: thin, place: straightAt({ x, y: 0 }) }]);
    checkStep(step(at(0)), memo);
    const size = memo.size;
    const place = checkStep(step(at(10)), memo).find(({ code }) => code === 'small-detail')!.places[0];
    expect(memo.size).toBe(size);
    expect(place.minX).toBeCloseTo(30, 6);
    expect(checkStep(step(at(10)))).toEqual(checkStep(step(at(10)), memo));
    // Another shape is looked at anew.
    checkStep(step(lay([box(20, 20, 0.5, 31)])), memo);
    expect(memo.size).toBeGreaterThan(size);
  });
});

describe('a whole job', () => {
  const job = (over: Partial<CheckedJob> = {}): CheckedJob => ({
    steps: [],
    withoutStep: [],
    faults: [],
    drawings: [],
    ...over,
  });
  const turn = (number: number, process: CheckedJob['steps'][number]['process'], sheetId: string | null = 'sheet') => ({
    id: `${number}`,
    number,
    process,
    sheetId,
    mirrored: false,
    claims: [],
    parts: [],
  });

  it('an order by hand that breaks a rule on one sheet says what goes wrong, and offers the right one', () => {
    const [finding] = checkJob(job({ steps: [turn(1, 'through-cut'), turn(2, 'draw')] }));
    expect(finding).toMatchObject({ code: 'wrong-order', severity: 'warn', fix: { kind: 'order-by-rules' } });
    expect(finding.message).toContain('step 1 before step 2: Through cut comes before draw: what is cut loose shifts');
    expect(checkJob(job({ steps: [turn(1, 'through-cut', 'a'), turn(2, 'draw', 'b')] }))).toEqual([]);
    expect(checkJob(job({ steps: [turn(1, 'draw'), turn(2, 'through-cut')] }))).toEqual([]);
  });

  it('what was drawn together and was moved apart is told, with the way back', () => {
    const laid = (
      number: number,
      x: number,
      sheetId = 'sheet',
      boxes: [number, number][] = [[0, 40]],
      drawingId = 'badge',
    ): CheckedJob['steps'][number] => ({
      ...turn(number, number === 1 ? 'laser-line' : 'laser-cut', sheetId),
      parts: boxes.map(([minX, maxX], i) => ({
        id: `${number} ${i}`,
        stepId: `${number}`,
        sheetId,
        bounds: { minX, maxX, minY: 0, maxY: 40 },
        place: straightAt({ x, y: 7 }),
        drawingId,
      })),
    });
    expect(checkJob(job({ steps: [laid(1, 10), laid(2, 10)] }))).toEqual([]);
    expect(checkJob(job({ steps: [laid(1, 10), laid(2, 13.5, 'another')] }))).toEqual([]);
    const [finding] = checkJob(job({ steps: [laid(1, 10), laid(2, 13.5)] }));
    expect(finding).toMatchObject({
      severity: 'warn',
      message: 'Steps 1 and 2 were drawn together and lie up to 3.5 mm apart on their sheet.',
      fix: { kind: 'together', stepId: '2', partIds: ['2 0'], dxMm: -3.5, dyMm: 0 },
    });
    // What was brought in beside it by itself may lie anywhere; what lies over it was meant to.
    const beside = laid(2, 13.5, 'sheet', [[60, 90]], 'name');
    expect(checkJob(job({ steps: [laid(1, 10), beside] }))).toEqual([]);
    expect(checkJob(job({ steps: [laid(1, 10), laid(2, 13.5, 'sheet', [[60, 90]])] }))).toHaveLength(1);
    expect(checkJob(job({ steps: [laid(1, 10), laid(2, 13.5, 'sheet', [[30, 90]], 'name')] }))).toHaveLength(1);
    // Parts that were moved one by one are asked for those that they lie over.
    const spread = laid(1, 10, 'sheet', [
      [0, 10],
      [20, 30],
    ]);
    spread.parts[1].place = straightAt({ x: 50, y: 7 });
    const cut = laid(2, 10, 'sheet', [
      [-1, 11],
      [19, 31],
    ]);
    expect(checkJob(job({ steps: [spread, cut] }))[0]).toMatchObject({ fix: { partIds: ['2 1'], dxMm: 40 } });
    cut.parts[1].place = straightAt({ x: 50, y: 7 });
    expect(checkJob(job({ steps: [spread, cut] }))).toEqual([]);
  });

  it('a sheet that other work lies on says so', () => {
    const claimed = {
      ...turn(1, 'kiss-cut'),
      claims: [
        { pieceName: 'navy offcut', forName: 'Kit tags', machineName: 'Long plotter', state: 'running' as const },
        { pieceName: 'navy offcut', forName: 'Boat plates', machineName: null, state: 'planned' as const },
      ],
    };
    expect(checkJob(job({ steps: [claimed] })).map(({ message }) => message)).toEqual([
      'Step 1: navy offcut is on Long plotter now, for “Kit tags”.',
      'Step 1: “Boat plates” is laid on navy offcut too.',
    ]);
  });

  it('parts that no step takes are told', () => {
    expect(checkJob(job({ faults: ['“Star, outline” stands on a part that is not there any more'] }))).toMatchObject([
      { severity: 'stop', message: '“Star, outline” stands on a part that is not there any more.' },
    ]);
    expect(checkJob(job({ withoutStep: [{ id: 'a', colour: '#ff0000' }] }))[0].message).toBe(
      'One part has no step: nothing is done with it.',
    );
  });

  it('a drawing of unknown size beside one of another order of size is a sign of mixed units', () => {
    const drawing = (widthMm: number, isSizeAsked: boolean) => ({
      fileName: `${widthMm}.svg`,
      widthMm,
      heightMm: 10,
      isSizeAsked,
    });
    expect(checkJob(job({ drawings: [drawing(200, false), drawing(12, true)] }))[0].code).toBe('mixed-units');
    expect(checkJob(job({ drawings: [drawing(200, false), drawing(150, true)] }))[0].code).toBe('size-not-known');
    expect(checkJob(job({ drawings: [drawing(200, false), drawing(12, false)] }))).toEqual([]);
  });
});

describe('parts of an engraved area that overlap', () => {
  const engraving = (...shapes: CurveContour[][]) => step(lay(...shapes), { process: 'laser-area', settings: null });

  it('says what will come out', () => {
    expect(find('overlap', engraving([box(20, 20, 40, 40)], [box(40, 40, 40, 40)]))!.message).toBe(
      '“Part 1” and “Part 2” overlap: they come out as one area, engraved once.',
    );
  });

  it('says of a part within a filled one that it will not show, but not of one in its hole', () => {
    expect(find('engraved-within', engraving([box(20, 20, 40, 40)], [box(30, 30, 10, 10)]))).toMatchObject({
      message: '“Part 2” lies within “Part 1”, which is engraved all over: it will not show.',
      fix: { partIds: ['1'] },
    });
    expect(
      find('engraved-within', engraving([box(20, 20, 40, 40), box(25, 25, 30, 30)], [box(30, 30, 10, 10)])),
    ).toBeUndefined();
  });

  it('warns of no line that is cut twice', () => {
    expect(codes(engraving([box(20, 20, 40, 40)], [box(60, 20, 40, 40)]))).not.toContain('doubled-line');
  });
});

describe('what is said of materials that are not weeded', () => {
  const leather = {
    name: 'Veg-tan leather',
    family: 'leather' as const,
    smallestDetailMm: 2,
    mirrored: false,
    inStock: 1,
  };

  it('never speaks of weeding, and a strap hole is no small piece', () => {
    const cut = step(lay([box(20, 20, 80, 40)], [circle(30, 40, 2)], [box(120, 20, 3, 3)]), {
      process: 'laser-cut',
      settings: null,
      material: leather,
    });
    const findings = checkStep(cut);
    expect(findings.map(({ message, mend }) => `${message} ${mend}`).join(' ')).not.toMatch(/weed/i);
    expect(findings.find(({ code }) => code === 'small-piece')).toMatchObject({
      message: '“Part 3” is smaller than 36 mm²: too small to hold in Veg-tan leather.',
      fix: { partIds: ['2'] },
    });
  });
});

describe('rows near an end of the bed', () => {
  const engraving = (x: number, speed = 6000) =>
    step(lay([box(x, 100, 20, 20)]), {
      machine: diode,
      process: 'laser-area',
      settings: { power: 40, speed, interval: 0.2, passes: 1 },
    });

  it('are told of where the head cannot get its speed there, with how much it needs', () => {
    const far = runUpMm(100, diode.motion);
    const finding = find('short-run-up', engraving(1))!;
    expect(finding.message).toContain(`needs ${far.toFixed(1)} mm`);
    expect(finding.message).toContain('1 mm are there');
    expect(find('short-run-up', engraving(diode.workWidthMm - 21))).toBeTruthy();
  });

  it('are nothing to tell of where there is room, or the head is slow', () => {
    expect(find('short-run-up', engraving(100))).toBeUndefined();
    expect(find('short-run-up', engraving(1, 300))).toBeUndefined();
  });
});

describe('words of what is too small', () => {
  const tiny = (process: CheckedStep['process'], family: CheckedStep['material']['family']) =>
    find(
      'small-piece',
      step(lay([box(20, 20, 0.6, 0.6)]), {
        process,
        material: { ...step([]).material, family, smallestDetailMm: 0.5 },
      }),
    )!;

  it('are of weeding only where a backing stays whole', () => {
    expect(tiny('kiss-cut', 'vinyl').message).toContain('weed');
    for (const [process, family] of [
      ['laser-cut', 'acrylic'],
      ['through-cut', 'acrylic'],
      ['through-cut', 'sticker'],
    ] as const) {
      const { message, mend } = tiny(process, family);
      expect(`${message} ${mend}`).not.toContain('weed');
    }
  });

  it('say before a beam parts a material that its kerf was never measured there', () => {
    const cut = (kerfMm: number | null | undefined, process: CheckedStep['process'] = 'laser-cut') =>
      find('kerf-unmeasured', step(lay([box(30, 30, 20, 20)]), { machine: diode, process, kerfMm }));
    expect(cut(null)).toMatchObject({ severity: 'warn', message: expect.stringContaining('never measured') });
    expect([cut(0.2), cut(0), cut(undefined), cut(null, 'laser-line')]).toEqual([
      undefined,
      undefined,
      undefined,
      undefined,
    ]);
  });

  it('send nobody for a carrier sheet at a laser', () => {
    const cut = step(lay([box(1, 1, 20, 20)]), { machine: diode, process: 'laser-cut' });
    expect(find('out-of-reach', cut)!.mend).not.toContain('carrier');
    expect(find('out-of-reach', step(lay([box(1, 1, 20, 20)])))!.mend).toContain('carrier');
  });
});
