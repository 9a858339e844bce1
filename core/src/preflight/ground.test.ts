import { clam } from '../../testing/shop';
import { checkStep, type CheckedStep } from './index';

const cloth = (polyesterShare: number | null, heatLimitC: number | null = 210): CheckedStep['ground'] => ({
  name: 'Jersey',
  family: 'fabric',
  heatLimitC,
  polyesterShare,
  takesInk: false,
});
const blank = (takesInk: boolean): CheckedStep['ground'] => ({
  name: 'White acrylic',
  family: 'acrylic',
  heatLimitC: 205,
  polyesterShare: null,
  takesInk,
});
const print = (over: Partial<CheckedStep> = {}): CheckedStep => ({
  placed: [],
  sheet: { name: 'A4 transfer sheets', widthMm: 210, lengthMm: 297 },
  cuttable: { minX: 0, minY: 0, maxX: 210, maxY: 297 },
  machine: clam,
  process: 'sublimate',
  settings: { temperature: 195, dwell: 60 },
  temper: null,
  tool: { name: 'Plate of the Clam', kind: 'press-plate', wear: 0, life: null },
  holder: 1,
  material: {
    name: 'Ink transfer paper',
    family: 'ink-paper',
    smallestDetailMm: 0.5,
    mirrored: true,
    inStock: 5,
    heatLimitC: 220,
  },
  ground: cloth(100),
  mirrored: true,
  scripts: {},
  ...over,
});
const found = (step: CheckedStep) => checkStep(step).map(({ code, severity }) => [code, severity]);

describe('what a print is pressed onto', () => {
  it('is a cloth of polyester, or a blank that is coated', () => {
    expect(found(print())).toEqual([]);
    expect(found(print({ ground: blank(true) }))).toEqual([]);
    expect(found(print({ ground: blank(false) }))).toEqual([['not-coated', 'stop']]);
  });

  it('holds in polyester alone: mixed cloth comes out pale, and cotton takes nothing', () => {
    expect(found(print({ ground: cloth(65) }))).toEqual([['pale-on-mixed', 'warn']]);
    expect(found(print({ ground: cloth(0) }))).toEqual([['too-little-polyester', 'stop']]);
    expect(found(print({ ground: cloth(null) }))).toEqual([['polyester-unknown', 'warn']]);
    expect(found(print({ ground: null }))).toEqual([['no-ground', 'warn']]);
  });

  it('has to be printed reversed, as it lies face down', () => {
    const [finding] = checkStep(print({ mirrored: false }));
    expect(finding).toMatchObject({
      code: 'mirror-missing',
      severity: 'stop',
      fix: { kind: 'mirror', mirrored: true },
    });
    expect(finding.message).toContain('lies face down on what it is pressed onto');
  });

  it('bears the heat of the plate, and so does the film', () => {
    const [finding] = checkStep(print({ ground: cloth(100, 160) }));
    expect(finding.code).toBe('too-hot Jersey');
    expect(finding.message).toMatch(/^Jersey bears 160 °C; the plate has 19\d °C\.$/);
    const film = print({
      process: 'heat-press',
      mirrored: false,
      settings: { temperature: 180, dwell: 15 },
      material: { ...print().material, name: 'Film', family: 'film', heatLimitC: 165 },
      ground: null,
    });
    expect(found(film)).toEqual([['too-hot Film', 'stop']]);
  });
});
