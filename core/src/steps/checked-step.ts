import { usedSpots } from '../jobs';
import { flatten, knownBounds, transformContour, type Bounds, type Point } from '../geometry';
import { planeAt, turnedBox, type PartOnPiece } from '../layout';
import { cuttableArea, machineKindOf } from '../machines';
import { familyOf, measuredKerf } from '../materials';
import type { CheckedJob, CheckedStep } from '../preflight';
import type { MachineView, MaterialView, StockPieceView, ToolView } from '../records';
import type { JobDetail, StepView } from './job';
import { printedOn } from './printed-on';
import { laidOn, worksInOrder, type LaidPart, type StepWork } from './step-work';
import { isTurnMarkIn } from './turn-marks';

/** The machine, sheet and tool that a step is done with. */
export interface StepBed {
  machine: MachineView;
  material: MaterialView;
  piece: StockPieceView;
  tool: ToolView;
  /** What it is pressed onto. */
  ground?: MaterialView | null;
}

/** Whether a step should be asked “engrave or cut?”: its shapes are filled, and nobody has said yet what is done with them. */
export const asksEngraveOrCut = ({ isProcessGuessed, parts }: Pick<StepView, 'isProcessGuessed' | 'parts'>): boolean =>
  isProcessGuessed && parts.some((part) => part.isFilled);

/**
 * What the checks need to know of a step, but for its parts as they are placed; the same for the app and the server.
 * @param around what its job says of it, where that is to be looked at, too
 */
export function checkedStep(
  step: StepWork,
  { machine, material, piece, tool, ground }: StepBed,
  around: Around = {},
): Omit<CheckedStep, 'placed'> {
  const { recipe, settings } = step.match;
  return {
    sheet: {
      name: piece.name,
      widthMm: piece.widthMm,
      lengthMm: piece.lengthMm,
      outline: piece.outline,
      holes: usedSpots(piece),
    },
    onCarrier: step.onCarrier,
    ...around,
    cuttable: reachOf(step, machine, piece),
    machine,
    process: step.process,
    settings: recipe ? settings : null,
    temper: recipe?.temper ?? null,
    tool: { name: tool.name, kind: tool.kind, wear: tool.wear, life: tool.life },
    holder: step.holder,
    material: {
      name: material.name,
      family: familyOf(material.family).name,
      smallestDetailMm: material.smallestDetailMm,
      mirrored: material.mirrored,
      inStock: piece.count,
      heatLimitC: material.heatLimitC,
    },
    ...(machineKindOf(machine.kind).does === 'beam' ? { kerfMm: measuredKerf(material, machine.id) } : {}),
    ground: ground ? groundFacts(ground) : null,
    mirrored: step.mirrored,
    isFromBack: step.isFromBack,
    scripts: Object.fromEntries(
      step.parts.flatMap((part) => (part.script ? [[part.id, `${part.artworkId} ${part.script}`]] : [])),
    ),
  };
}

/** What the checks know of a step by its job. */
type Around = Pick<CheckedStep, 'guides' | 'isOfMarks' | 'printed'>;

/** How near straight pieces come to the outline of a guide, in mm. */
const GUIDE_MM = 0.1;

/** What a job says of a step on its sheet: the outlines of the blanks that guides show there, whether it makes marks to turn by, and what is printed. */
export const checkedAround = (job: JobDetail, work: StepWork): Required<Around> => ({
  guides: guidesAround(job, work),
  isOfMarks: isOfMarks(job, work),
  printed: work.sheet ? printedOn(printsOf(job, work), work.sheet) : [],
});

/** The parts of a step that are printed, guides among them. */
const printsOf = (job: JobDetail, { id, parts }: StepWork) => [
  ...parts,
  ...job.otherParts.filter(({ stepId }) => stepId === id),
];

const isOfMarks = (job: JobDetail, { parts }: StepWork): boolean =>
  parts.length > 0 && parts.every((part) => isTurnMarkIn(job, part));

/** What is printed is no blank. */
const guidesAround = (job: JobDetail, { sheet }: StepWork): Point[][] =>
  sheet === null
    ? []
    : job.otherParts
        .filter(({ role, print }) => role === 'guide' && print === null)
        .flatMap((part) => laidOn(part, sheet))
        .flatMap(({ contours, place }) =>
          contours
            .filter(({ closed }) => closed)
            .slice(0, 1)
            .map((outline) => flatten(transformContour(outline, planeAt(place)), GUIDE_MM).points),
        );

/** What a blank or a cloth is like, as far as something is pressed onto it. */
const groundFacts = ({ name, family, heatLimitC, details }: MaterialView): NonNullable<CheckedStep['ground']> => ({
  name,
  family: familyOf(family).name,
  heatLimitC,
  polyesterShare: typeof details.polyester === 'number' ? details.polyester : null,
  takesInk: details.takesInk === true,
});

/** What a machine reaches of a step's piece, as it is seen from the front. */
export function reachOf(
  { turned, onCarrier, sheet }: StepWork,
  machine: MachineView,
  piece: StockPieceView,
): Bounds | null {
  const reach = cuttableArea(machine, piece, onCarrier, sheet?.carrierAt);
  return reach && turned ? turnedBox(turned, reach, piece) : reach;
}

const onPiece = ({ id, stepId, sheetId, contours, place }: LaidPart): PartOnPiece[] => {
  const bounds = knownBounds(contours);
  return bounds ? [{ id, stepId, sheetId, bounds, place }] : [];
};

/** What the checks of a whole job need to know. */
export function checkedJob(job: JobDetail): CheckedJob {
  const running = job.steps.filter((step) => !step.isSkipped);
  const drawings = new Map(running.flatMap(({ parts }) => parts.map(({ id, artworkId }) => [id, artworkId] as const)));
  return {
    // Marks to turn by come before all else, and lie where there is room: they are no part of what was drawn.
    steps: worksInOrder(running)
      .filter(({ work }) => !isOfMarks(job, work))
      .map(({ work: { id, position, process, isFromBack, sheet, mirrored, claims, laid } }) => ({
        id,
        number: position + 1,
        process,
        isFromBack,
        sheetId: sheet?.stockPieceId ? sheet.id : null,
        mirrored,
        claims,
        parts: laid.flatMap(onPiece).map((part) => ({ ...part, drawingId: drawings.get(part.id) ?? '' })),
      })),
    faults: running.flatMap(({ parts }) => parts.flatMap(({ fault }) => fault ?? [])),
    withoutStep: job.otherParts.filter((part) => part.role === 'process').map(({ id, colour }) => ({ id, colour })),
    drawings: job.artworks.map(({ name, facts, scaleX, scaleY }) => ({
      fileName: name,
      widthMm: facts.keptWidthMm * scaleX,
      heightMm: facts.keptHeightMm * scaleY,
      isSizeAsked: facts.asks !== null && scaleX === 1 && scaleY === 1,
    })),
  };
}
