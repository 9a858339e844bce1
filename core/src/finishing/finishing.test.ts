import { finishingFor, type FinishedStep } from './index';

const step = (over: Partial<FinishedStep>): FinishedStep => ({
  id: 's1',
  process: 'kiss-cut',
  family: 'vinyl',
  materialName: 'Outdoor vinyl, white',
  thicknessMm: 0.08,
  smallPieces: 0,
  isOverAnother: false,
  isStencil: false,
  onto: null,
  ...over,
});
const idsOf = (...steps: FinishedStep[]) => finishingFor(steps).map(({ id }) => id.split(' ')[0]);

describe('what is done after the machines', () => {
  it('weeds and tapes two colours of vinyl, lays the first, then lines up the second over it', () => {
    expect(idsOf(step({}), step({ id: 's2', materialName: 'Outdoor vinyl, navy', isOverAnother: true }))).toEqual([
      'weed',
      'weed',
      'tape',
      'tape',
      'apply',
      'line-up',
      'apply',
    ]);
  });

  it('weeds a stencil in reverse, and says how many small pieces to mind', () => {
    const [line] = finishingFor([step({ family: 'stencil', isStencil: true, smallPieces: 3 })]);
    expect(line.text).toContain('the shapes come out, the ground stays; 3 small pieces to mind');
  });

  it('washes, sands and oils wood once for a board that is engraved and cut, with its hours to wait', () => {
    const board = { family: 'wood', materialName: 'Birch plywood 3 mm', thicknessMm: 3 } as const;
    const lines = finishingFor([
      step({ ...board, process: 'laser-area' }),
      step({ ...board, id: 's2', process: 'laser-cut' }),
    ]);
    expect(lines.map(({ id }) => id.split(' ')[0])).toEqual(['masking', 'soot', 'sand', 'stain', 'oil', 'assemble']);
    expect(lines.find(({ id }) => id.startsWith('oil'))).toMatchObject({ by: 'batch', waitMinutes: 720 });
  });

  it('bends acrylic to twice its thickness or more', () => {
    const lines = finishingFor([step({ family: 'acrylic', process: 'laser-cut', thicknessMm: 3 })]);
    expect(lines.some(({ text }) => text.includes('a radius of 6 mm or more'))).toBe(true);
  });

  it('bends a printed prize while it is warm, by what it is printed onto; a board of wood is only weighed down', () => {
    const printed = (family: 'acrylic' | 'wood') =>
      finishingFor([
        step({ process: 'sublimate', family: 'ink-paper', onto: { name: 'White acrylic', family, thicknessMm: 3 } }),
      ]).map(({ text }) => text);
    expect(printed('acrylic')[0]).toContain('while it is warm from the press, to a radius of 6 mm or more');
    expect(printed('wood')).toEqual(['Weigh White acrylic down flat while it cools']);
  });

  it('takes a workshop’s own lines last, and only for their process', () => {
    const own = [
      { id: 'o1', text: 'Photograph it', process: null, minutes: null },
      { id: 'o2', text: 'Smell it', process: 'laser-cut' as const, minutes: 5 },
    ];
    const lines = finishingFor([step({})], own);
    expect(lines.at(-1)).toEqual({ id: 'o1', text: 'Photograph it', by: 'batch', waitMinutes: null, isOwn: true });
    expect(lines.some(({ id }) => id === 'o2')).toBe(false);
  });
});
