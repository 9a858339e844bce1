import type { ProcessName } from '../recipes';
import type { DetailField } from '../units';
import type { StockKind } from './stock';

/** What something made of a family is looked after as. */
export type CareKind = 'cloth' | 'film' | 'label' | 'plastic' | 'timber' | 'polished' | 'hide' | 'paper';

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
  /** Both sides of a sheet are the same, where nobody says which is up. */
  isAlikeOnBothSides?: boolean;
  /** It is woven or knitted: it frays, shrinks, and hangs one way up. */
  isWoven?: boolean;
  /** It gives under a tool, and is worn: no board, plate or tile. */
  isSupple?: boolean;
  /** It has grown as wood has: bare where it was cut, with a grain. */
  isTimber?: boolean;
  /** It takes a stain. */
  takesStain?: boolean;
  /** It is laid over a sheet of another material that it goes onto. */
  liesOverOther?: boolean;
  /** It is bent while it is warm, and stays so. */
  bendsWarm?: boolean;
  /** It comes with masking on its faces. */
  isMasked?: boolean;
  /** It would melt or give off poison under a beam. */
  neverUnderBeam?: boolean;
  /** It smokes under a beam. */
  smokes?: boolean;
  /** What a beam leaves on its edges, and how long it dries after that was taken off. */
  soot?: { says: string; waitMinutes: number };
  /** The shapes are taken out of it, and what stays is the ground. */
  groundStays?: boolean;
  /** It is lifted off its carrier with transfer tape. */
  isTaped?: boolean;
  /** It is laid on by hand, layer over layer. */
  isLaidByHand?: boolean;
  /** Its edges are burnished and fed. */
  isBurnished?: boolean;
  /** A tool leaves a burr on it. */
  hasBurr?: boolean;
  /** What is cut of it is put together with rings, eyelets, cord or ribbon. */
  isPutTogether?: boolean;
  /** How tacky the carrier sheet should be that it is cut on; well tacky where nothing is said. */
  tack?: string;
  /** It may slip on its carrier, and is held at its edges. */
  slipsOnCarrier?: boolean;
  /** It lies on a mat and is peeled off it. */
  comesOffMat?: boolean;
  /** What it is looked after as. */
  care?: CareKind;
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

const WOOD_SOOT = { says: 'Brush and wash the soot off edges and lines; let it dry', waitMinutes: 30 };

const TABLE = [
  {
    name: 'vinyl',
    neverUnderBeam: true,
    isTaped: true,
    isLaidByHand: true,
    care: 'label',
    isWeeded: true,
    label: 'Vinyl',
    process: 'kiss-cut',
    isMirrored: false,
    lies: 'colour up, backing down',
    fields: [carrier, { name: 'tack', label: 'Holds', kind: 'choice', choices: ['permanently', 'removably'] }],
  },
  {
    name: 'film',
    neverUnderBeam: true,
    care: 'film',
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
    neverUnderBeam: true,
    care: 'label',
    isWeeded: true,
    label: 'Sticker paper',
    process: 'kiss-cut',
    isMirrored: false,
    lies: 'print up, backing down',
    fields: [carrier, { name: 'laminate', label: 'Laminated', kind: 'yes-no' }],
  },
  {
    name: 'stencil',
    groundStays: true,
    isWeeded: true,
    isTaped: true,
    neverUnderBeam: true,
    tack: 'barely tacky',
    care: 'label',
    label: 'Stencil film',
    process: 'kiss-cut',
    isMirrored: false,
    fields: [carrier],
  },
  {
    name: 'fabric',
    isWoven: true,
    isSupple: true,
    smokes: true,
    tack: 'very tacky, made for cloth',
    slipsOnCarrier: true,
    care: 'cloth',
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
    isSupple: true,
    smokes: true,
    soot: { says: 'Wipe the soot off the edges with a damp cloth', waitMinutes: 10 },
    isBurnished: true,
    isPutTogether: true,
    tack: 'very tacky',
    slipsOnCarrier: true,
    care: 'hide',
    asksEngraveOrCut: true,
    label: 'Leather',
    process: 'laser-cut',
    isMirrored: false,
    lies: 'grain side up',
    fields: [{ name: 'tanning', label: 'Tanning', kind: 'choice', choices: ['vegetable', 'chrome', 'other'] }],
  },
  {
    name: 'wood',
    isAlikeOnBothSides: true,
    isTimber: true,
    takesStain: true,
    isMasked: true,
    smokes: true,
    soot: WOOD_SOOT,
    isPutTogether: true,
    tack: 'very tacky',
    slipsOnCarrier: true,
    care: 'timber',
    asksEngraveOrCut: true,
    label: 'Wood',
    process: 'laser-cut',
    isMirrored: false,
    fields: [{ name: 'species', label: 'Species', kind: 'text' }, { name: 'glue', label: 'Glue', kind: 'text' }, grain],
  },
  {
    name: 'bamboo',
    isTimber: true,
    isMasked: true,
    smokes: true,
    soot: WOOD_SOOT,
    isPutTogether: true,
    care: 'timber',
    asksEngraveOrCut: true,
    label: 'Bamboo',
    process: 'laser-area',
    isMirrored: false,
    fields: [{ name: 'glue', label: 'Glue', kind: 'text' }, grain],
  },
  {
    name: 'acrylic',
    isAlikeOnBothSides: true,
    bendsWarm: true,
    isMasked: true,
    smokes: true,
    isPutTogether: true,
    tack: 'very tacky',
    slipsOnCarrier: true,
    care: 'plastic',
    asksEngraveOrCut: true,
    label: 'Acrylic',
    process: 'laser-cut',
    isMirrored: false,
    fields: [{ name: 'made', label: 'Made by', kind: 'choice', choices: ['casting', 'extrusion'] }, coated],
  },
  {
    name: 'card',
    isAlikeOnBothSides: true,
    smokes: true,
    tack: 'barely tacky, so that it comes off again',
    comesOffMat: true,
    care: 'paper',
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
  {
    name: 'foil',
    label: 'Foil',
    liesOverOther: true,
    neverUnderBeam: true,
    tack: 'barely tacky',
    care: 'polished',
    process: 'foil',
    isMirrored: false,
    fields: [carrier],
  },
  {
    name: 'metal',
    isAlikeOnBothSides: true,
    hasBurr: true,
    slipsOnCarrier: true,
    care: 'polished',
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
