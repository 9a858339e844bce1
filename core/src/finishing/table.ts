import { familyOf, isWeededAfter, type FamilyName } from '../materials';
import { machineKindOf } from '../machines';
import { cutsToBacking, freesPieces, givesPrint, processOf, type ProcessName } from '../recipes';

/** What of a step decides what is done after the machine. */
export interface FinishedStep {
  id: string;
  process: ProcessName;
  family: FamilyName;
  materialName: string;
  thicknessMm: number;
  /** Pieces smaller than a weeding hook likes. */
  smallPieces: number;
  /** It lies over what an earlier step of the same kind has cut. */
  isOverAnother: boolean;
  /** Printed, stencilled or cut so that what stays is the ground and what goes is the shape. */
  isStencil: boolean;
  /** What it is pressed onto; null where nobody has said. */
  onto: { name: string; family: FamilyName; thicknessMm: number } | null;
}

/** What is done once for a piece, or once for all of them. */
export type DoneBy = 'piece' | 'batch';

export interface FinishingRow {
  id: string;
  /** @param all every step of the job, in order: some is done once for several of them, or after each */
  isFor: (step: FinishedStep, all: readonly FinishedStep[]) => boolean;
  says: (step: FinishedStep, all: readonly FinishedStep[]) => string;
  by: DoneBy;
  /** Done for one layer after the other with the rows beside it of the same kind, not for all layers at once. */
  isByLayer?: boolean;
  /** So long it waits by itself afterwards. */
  waitMinutes?: (step: FinishedStep) => number;
}

/** What is thicker is not bent by hand. */
const MOST_BENT_MM = 6;
const isWeeded = ({ process, family }: FinishedStep) => isWeededAfter(process, family);
const isBeam = ({ process }: Pick<FinishedStep, 'process'>) =>
  processOf(process).machineKinds.every((kind) => machineKindOf(kind).does === 'beam');
/** Cut loose by a blade. */
const isBladeCut = (process: ProcessName) => freesPieces(process) && !isBeam({ process });
/** Wood that was cut or marked by a beam, or cut out by a blade: its faces and edges are bare. */
const isBareWood = (step: FinishedStep) =>
  familyOf(step.family).isTimber === true && (isBeam(step) || isBladeCut(step.process));
/** What is dyed by heat, side by side: the pressings of one blank. */
const sidesOf = (step: FinishedStep, all: readonly FinishedStep[]) =>
  all.filter(({ process, onto }) => givesPrint(process) && onto?.name === step.onto?.name);
const ORDINALS = ['first', 'second', 'third', 'fourth'];
/** What is bent warm, by hand, if it is: what is dyed by heat, or what was cut where nothing is dyed. */
const bentMm = ({ process, family, thicknessMm, onto }: FinishedStep, all: readonly FinishedStep[]): number | null => {
  const blank =
    givesPrint(process) && onto && familyOf(onto.family).bendsWarm
      ? onto.thicknessMm
      : isBeam({ process }) &&
          familyOf(family).bendsWarm &&
          !all.some((step) => step.onto && familyOf(step.onto.family).bendsWarm)
        ? thicknessMm
        : null;
  return blank !== null && blank <= MOST_BENT_MM ? blank : null;
};
const pieces = (count: number) => (count === 1 ? 'one small piece' : `${count} small pieces`);

/** What is done after the machines, in this order, by process and material. */
export const FINISHING: readonly FinishingRow[] = [
  {
    id: 'masking',
    isFor: (step) => isBeam(step) && familyOf(step.family).isMasked === true,
    says: ({ materialName }) => `Take the masking off ${materialName}`,
    by: 'piece',
  },
  {
    id: 'soot',
    isFor: (step) => isBeam(step) && familyOf(step.family).soot !== undefined,
    says: ({ family }) => familyOf(family).soot?.says ?? '',
    by: 'piece',
    waitMinutes: ({ family }) => familyOf(family).soot?.waitMinutes ?? 0,
  },
  {
    id: 'weed-reverse',
    isFor: (step) => isWeeded(step) && step.isStencil,
    says: ({ smallPieces }) =>
      `Weed in reverse: the shapes come out, the ground stays${smallPieces ? `; ${pieces(smallPieces)} to mind` : ''}`,
    by: 'piece',
  },
  {
    id: 'weed',
    isFor: (step) => isWeeded(step) && !step.isStencil,
    says: ({ materialName, smallPieces }) =>
      `Weed ${materialName}: from a corner, low along the carrier, against the narrow parts${smallPieces ? `; ${pieces(smallPieces)} to mind` : ''}`,
    by: 'piece',
  },
  {
    id: 'tape',
    isFor: (step) => isWeeded(step) && familyOf(step.family).isTaped === true,
    says: ({ materialName }) => `Transfer tape onto ${materialName}, squeegee from the middle outwards`,
    by: 'piece',
  },
  {
    id: 'line-up',
    isByLayer: true,
    isFor: (step) => isWeeded(step) && familyOf(step.family).isLaidByHand === true && step.isOverAnother,
    says: ({ materialName }) =>
      `Line up ${materialName} over the colour below: the lower left corner first, then hinge it on a strip of tape at the top`,
    by: 'piece',
  },
  {
    id: 'apply',
    isByLayer: true,
    isFor: (step) => isWeeded(step) && familyOf(step.family).isLaidByHand === true,
    says: ({ materialName }) => `Lay ${materialName} on, squeegee, and peel the tape back flat on itself`,
    by: 'piece',
  },
  {
    id: 'foil-off',
    isFor: ({ process }) => processOf(process).gives === 'foil',
    says: () => 'Lift the foil off once it is cold, and rub loose grains away with a soft cloth',
    by: 'piece',
  },
  {
    id: 'off-mat',
    isFor: ({ family, process }) => familyOf(family).comesOffMat === true && isBladeCut(process),
    says: () => 'Turn the mat over and peel it off the card, so that the card stays flat',
    by: 'batch',
  },
  {
    id: 'sand',
    isFor: isBareWood,
    says: () => 'Sand the faces with 240 along the grain; edges only where they are touched',
    by: 'piece',
  },
  {
    id: 'stain',
    isFor: (step) => isBareWood(step) && familyOf(step.family).takesStain === true,
    says: () => 'Stain, if it is to be darker: a first thin coat along the grain; let it dry',
    by: 'batch',
    waitMinutes: () => 60,
  },
  {
    id: 'stain-again',
    isFor: (step) => isBareWood(step) && familyOf(step.family).takesStain === true,
    says: () => 'A second thin coat of stain over the dry first one; let it dry',
    by: 'batch',
    waitMinutes: () => 60,
  },
  {
    id: 'oil',
    isFor: isBareWood,
    says: () => 'Oil or seal it, and wipe off what stands after ten minutes',
    by: 'batch',
    waitMinutes: () => 12 * 60,
  },
  {
    id: 'edge',
    isFor: ({ family, process }) => familyOf(family).isBurnished === true && freesPieces(process),
    says: () => 'Burnish the edges, and feed the leather thinly',
    by: 'piece',
    waitMinutes: () => 60,
  },
  {
    id: 'flat',
    isFor: ({ process }) => givesPrint(process),
    says: (step, all) => {
      const sides = sidesOf(step, all);
      const after = sides.length > 1 ? `, after its ${ORDINALS[sides.indexOf(step)] ?? 'last'} side` : '';
      return `Weigh ${step.onto?.name ?? 'the blank'} down flat while it cools${after}`;
    },
    by: 'batch',
    waitMinutes: () => 10,
  },
  {
    // Once, when all of its sides are done: heat would take a bend out again, and a weight too.
    id: 'bend',
    isFor: (step, all) => bentMm(step, all) !== null,
    says: (step, all) =>
      `If it is bent: once, and last. Heat the line to 150–160 °C, bend to a radius of ${2 * bentMm(step, all)!} mm or more${givesPrint(step.process) ? ', print outward' : ''}, and hold it until it is cold`,
    by: 'piece',
    waitMinutes: () => 2,
  },
  {
    id: 'rest',
    isFor: ({ process, family }) =>
      processOf(process).gives === 'film' || (cutsToBacking(process) && familyOf(family).goesOnByHeat === true),
    says: ({ onto }) => `Let the glue rest before ${onto?.name ?? 'it'} is stretched or folded`,
    by: 'batch',
    waitMinutes: () => 15,
  },
  {
    id: 'hem',
    isFor: ({ family, process }) => familyOf(family).isWoven === true && isBladeCut(process),
    says: () => 'Hem or seal the edges, and press the seams flat',
    by: 'piece',
  },
  {
    id: 'deburr',
    isFor: ({ family, process }) =>
      familyOf(family).hasBurr === true && (processOf(process).raisesBurr === true || isBeam({ process })),
    says: () => 'Brush the burr off the lines, and wipe the plate with spirit',
    by: 'piece',
  },
  {
    id: 'assemble',
    isFor: ({ family, process }) => familyOf(family).isPutTogether === true && freesPieces(process),
    says: () => 'Put it together: rings, eyelets, cord or ribbon',
    by: 'piece',
  },
];
