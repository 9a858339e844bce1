import type { ProcessName } from '../recipes';
import type { DetailField } from '../units';
import type { StockKind } from './stock';

interface FamilyRow {
  name: string;
  label: string;
  /** What is usually done with it first. */
  process: ProcessName;
  isMirrored: boolean;
  /** Which side is up while it is worked; said where the family alone tells. */
  lies?: string;
  /** It goes onto a blank by heat, once it is cut. */
  goesOnByHeat?: boolean;
  /** What is not wanted is peeled off a carrier after cutting. */
  isWeeded?: boolean;
  /** What it is bought as, where that is not sheets. */
  comesAs?: StockKind;
  /** A filled shape may be meant to be engraved as well as cut out: the maker is asked. */
  asksEngraveOrCut?: boolean;
  fields: readonly DetailField[];
}

const peel: DetailField = { name: 'peel', label: 'Peel', kind: 'choice', choices: ['hot', 'warm', 'cold'] };
const carrier: DetailField = { name: 'carrier', label: 'Carrier or backing', kind: 'text' };
const coated: DetailField = { name: 'takesInk', label: 'Coated to take ink', kind: 'yes-no' };
const grain: DetailField = {
  name: 'grain',
  label: 'Grain runs along',
  kind: 'choice',
  choices: ['length', 'width', 'none'],
};

const TABLE = [
  {
    name: 'vinyl',
    isWeeded: true,
    label: 'Vinyl',
    process: 'kiss-cut',
    isMirrored: false,
    lies: 'colour up, backing down',
    fields: [carrier, { name: 'tack', label: 'Holds', kind: 'choice', choices: ['permanently', 'removably'] }],
  },
  {
    name: 'film',
    isWeeded: true,
    goesOnByHeat: true,
    label: 'Transfer film',
    process: 'kiss-cut',
    isMirrored: true,
    lies: 'carrier down, cut from the back',
    fields: [carrier, peel],
  },
  {
    name: 'sticker',
    isWeeded: true,
    label: 'Sticker paper',
    process: 'kiss-cut',
    isMirrored: false,
    lies: 'print up, backing down',
    fields: [carrier, { name: 'laminate', label: 'Laminated', kind: 'yes-no' }],
  },
  { name: 'stencil', isWeeded: true, label: 'Stencil film', process: 'kiss-cut', isMirrored: false, fields: [carrier] },
  {
    name: 'fabric',
    label: 'Fabric',
    process: 'through-cut',
    isMirrored: false,
    fields: [
      { name: 'fibre', label: 'Fibre', kind: 'text' },
      { name: 'weave', label: 'Weave', kind: 'text' },
      { name: 'polyester', label: 'Polyester in it', kind: 'number', unit: '%', min: 0, max: 100 },
      { name: 'shrinks', label: 'Shrinks', kind: 'yes-no' },
      { name: 'weight', label: 'Weight', kind: 'number', unit: 'g/m²', min: 10, max: 2000 },
    ],
  },
  {
    name: 'leather',
    asksEngraveOrCut: true,
    label: 'Leather',
    process: 'laser-cut',
    isMirrored: false,
    lies: 'grain side up',
    fields: [{ name: 'tanning', label: 'Tanning', kind: 'choice', choices: ['vegetable', 'chrome', 'other'] }],
  },
  {
    name: 'wood',
    asksEngraveOrCut: true,
    label: 'Wood',
    process: 'laser-cut',
    isMirrored: false,
    fields: [{ name: 'species', label: 'Species', kind: 'text' }, { name: 'glue', label: 'Glue', kind: 'text' }, grain],
  },
  {
    name: 'bamboo',
    asksEngraveOrCut: true,
    label: 'Bamboo',
    process: 'laser-area',
    isMirrored: false,
    fields: [{ name: 'glue', label: 'Glue', kind: 'text' }, grain],
  },
  {
    name: 'acrylic',
    asksEngraveOrCut: true,
    label: 'Acrylic',
    process: 'laser-cut',
    isMirrored: false,
    fields: [{ name: 'made', label: 'Made by', kind: 'choice', choices: ['casting', 'extrusion'] }, coated],
  },
  {
    name: 'card',
    label: 'Card and paper',
    process: 'through-cut',
    isMirrored: false,
    fields: [{ name: 'weight', label: 'Weight', kind: 'number', unit: 'g/m²', min: 20, max: 2000 }, grain],
  },
  {
    name: 'ink-paper',
    label: 'Ink transfer paper',
    process: 'sublimate',
    isMirrored: true,
    lies: 'printed side to the blank',
    fields: [{ name: 'weight', label: 'Weight', kind: 'number', unit: 'g/m²', min: 20, max: 300 }],
  },
  { name: 'foil', label: 'Foil', process: 'foil', isMirrored: false, fields: [carrier] },
  {
    name: 'metal',
    label: 'Metal blanks',
    comesAs: 'blank',
    process: 'drag-engrave',
    isMirrored: false,
    fields: [
      { name: 'metal', label: 'Metal', kind: 'text' },
      { name: 'coating', label: 'Coating', kind: 'text' },
      coated,
    ],
  },
] as const satisfies readonly FamilyRow[];

export type FamilyName = (typeof TABLE)[number]['name'];
export type Family = FamilyRow & { name: FamilyName };

export const FAMILIES: readonly Family[] = TABLE;
export const FAMILY_NAMES: readonly FamilyName[] = FAMILIES.map((family) => family.name);

/** What there is to know of a family of materials. @throws RangeError for an unknown name */
export function familyOf(name: string): Family {
  const family = FAMILIES.find((f) => f.name === name);
  if (!family) throw new RangeError(`The family must be one of ${FAMILY_NAMES.join(', ')}; “${name}” came.`);
  return family;
}
