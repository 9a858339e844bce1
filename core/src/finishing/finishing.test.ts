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
    expect(lines.map(({ id }) => id.split(' ')[0])).toEqual([
      'masking',
      'soot',
      'sand',
      'stain',
      'stain-again',
      'oil',
      'assemble',
    ]);
    expect(lines.find(({ id }) => id.startsWith('oil'))).toMatchObject({ by: 'batch', waitMinutes: 720 });
  });

  it('brushes the burr off metal that a point or a beam has marked, and off nothing else', () => {
    const metal = (process: FinishedStep['process'], family: FinishedStep['family'] = 'metal') =>
      idsOf(step({ family, process })).includes('deburr');
    expect([metal('drag-engrave'), metal('laser-line'), metal('draw'), metal('drag-engrave', 'acrylic')]).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });

  it('lets the glue of a film rest, whether it was cut first or only pressed, and dyes need none', () => {
    const rests = (process: FinishedStep['process'], family: FinishedStep['family']) =>
      idsOf(step({ family, process })).includes('rest');
    expect([rests('kiss-cut', 'film'), rests('heat-press', 'film')]).toEqual([true, true]);
    expect([rests('kiss-cut', 'vinyl'), rests('sublimate', 'ink-paper')]).toEqual([false, false]);
  });

  it('bends acrylic to twice its thickness or more', () => {
    const lines = finishingFor([step({ family: 'acrylic', process: 'laser-cut', thicknessMm: 3 })]);
    expect(lines.some(({ text }) => text.includes('a radius of 6 mm or more'))).toBe(true);
  });

  it('sands, stains twice and oils wood that a knife cut, with nothing of a beam', () => {
    const lines = finishingFor([
      step({ family: 'wood', process: 'through-cut', materialName: 'Soft wood 2 mm', thicknessMm: 2 }),
    ]);
    expect(lines.map(({ id, waitMinutes }) => [id.split(' ')[0], waitMinutes])).toEqual([
      ['sand', null],
      ['stain', 60],
      ['stain-again', 60],
      ['oil', 720],
      ['assemble', null],
    ]);
  });

  const dyed = (id: string, family: 'acrylic' | 'wood') =>
    step({ id, process: 'sublimate', family: 'ink-paper', onto: { name: 'White blank', family, thicknessMm: 3 } });

  it('cools what is dyed on both sides under a weight after each, and bends it once and last', () => {
    const cut = step({
      id: 'cut',
      process: 'laser-cut',
      family: 'acrylic',
      materialName: 'White blank',
      thicknessMm: 3,
    });
    const texts = finishingFor([cut, dyed('front', 'acrylic'), dyed('back', 'acrylic')]).map(({ text }) => text);
    expect(texts.filter((text) => /weigh|bent/i.test(text))).toEqual([
      'Weigh White blank down flat while it cools, after its first side',
      'Weigh White blank down flat while it cools, after its second side',
      expect.stringMatching(/^If it is bent: once, and last\. .* radius of 6 mm or more, print outward/),
    ]);
  });

  it('only weighs a printed board of wood down', () => {
    expect(finishingFor([dyed('front', 'wood')]).map(({ text }) => text)).toEqual([
      'Weigh White blank down flat while it cools',
    ]);
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
