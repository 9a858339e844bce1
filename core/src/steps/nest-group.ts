import { familyOf, outlineOf } from '../materials';
import { usedSpots, type JobAction } from '../jobs';
import {
  boundsArea,
  boundsMiddle,
  flatten,
  isInBounds,
  knownBounds,
  transformContour,
  type Bounds,
  type Point,
} from '../geometry';
import {
  boundsOnSheet,
  carried,
  planeAt,
  type CloseLaying,
  type CloseLie,
  type ClosePart,
  type ClosePiece,
  type Place,
} from '../layout';
import { cuttableArea } from '../machines';
import { freesPieces, processOf } from '../recipes';
import { marksFor, markSpots } from '../registration';
import type { MachineView, MaterialView, StockPieceView } from '../records';
import type { JobDetail, PartView, StepView } from './job';
import { isOnlyPrinted, type StepWork } from './step-work';
import { isTurnMarkIn } from './turn-marks';
import { USUAL_EDGE_MM, usualGap, usualTurns } from './usual-laying';

/** What is laid out together: the steps that are done on the same sheets, from the same side. */
export interface NestGroup {
  steps: JobDetail['steps'];
  /** What is done on the other side of these sheets: it goes where its front goes. */
  backs: PartView[];
  /** What is left out goes along with what it lies in. */
  leftOut: PartView[];
  /** What lies on these sheets and stays: marks to turn by. */
  held: PartView[];
  /** Guides that show where something else lies: kept clear of. */
  clear: PartView[];
  /** Its sheets are printed, with marks round the print. */
  isPrinted: boolean;
  parts: ClosePart[];
  turnedOver: boolean;
  onCarrier: boolean;
  material: MaterialView;
  machines: MachineView[];
}

const sharesSheet = (a: StepWork['sheets'], b: StepWork['sheets']): boolean =>
  a.some(({ id, stockPieceId }) => stockPieceId !== null && b.some((other) => other.id === id));

/** What is laid out with a step; null until it has its material. */
export function nestGroup(
  job: JobDetail,
  number: number,
  materials: readonly MaterialView[],
  machines: readonly MachineView[],
): NestGroup | null {
  const step = job.steps.find(({ position }) => position + 1 === number);
  const piece = step?.stockPieceId;
  const material = materials.find(({ pieces }) => pieces.some(({ id }) => id === piece));
  if (!step || !material) return null;
  const sharing = job.steps.filter(
    (other) =>
      (!other.isSkipped || isOnlyPrinted(other)) && (other.id === step.id || sharesSheet(other.sheets, step.sheets)),
  );
  // What is read from the back goes with its front.
  const isFront = sharing.some(({ turned }) => turned)
    ? ({ turned, mirrored }: StepView) => !(turned && mirrored)
    : null;
  const marks = ({ parts }: StepView) => parts.length > 0 && parts.every((part) => isTurnMarkIn(job, part));
  const steps = sharing.filter((other) =>
    isFront ? isFront(other) && !marks(other) : other.mirrored === step.mirrored,
  );
  if (!steps.length) return null;
  const guides = guidesOf(job, steps);
  return {
    steps,
    backs: isFront ? sharing.filter((other) => !isFront(other)).flatMap(({ parts }) => parts) : [],
    held: sharing.filter(marks).flatMap(({ parts }) => parts),
    clear: job.otherParts.filter((part) => isBlankGuide(part, steps)),
    leftOut: job.otherParts.filter(({ role, stepId }) => role === 'out' && steps.some(({ id }) => id === stepId)),
    isPrinted: [...steps.flatMap(({ parts }) => parts), ...guides].some(({ print }) => print !== null),
    // What is printed lies on the sheet as what is cut does.
    parts: [
      ...steps.flatMap(({ parts }) => parts.filter(({ role }) => role === 'process')),
      ...guides.filter(({ print }) => print !== null),
    ].map(({ id, contours, places }) => ({ id, contours, count: Math.max(1, places.length) })),
    turnedOver: steps[0].mirrored,
    onCarrier: step.onCarrier,
    material,
    machines: machines.filter(({ id }) => steps.some(({ machineId }) => machineId === id)),
  };
}

const guidesOf = (job: JobDetail, steps: readonly StepView[]): PartView[] =>
  job.otherParts.filter(({ role, stepId }) => role === 'guide' && steps.some(({ id }) => id === stepId));

/** A guide shows where a blank lies, unless it belongs to the work: what is printed, or shares its place with what is done. */
function isBlankGuide(guide: PartView, steps: readonly StepView[]): boolean {
  if (guide.role !== 'guide' || guide.print !== null || !steps.some(({ id }) => id === guide.stepId)) return false;
  const own = boxesOf(guide);
  const work = steps.flatMap(({ parts }) => parts.flatMap(boxesOf));
  return (
    guide.contours.some(({ closed }) => closed) &&
    !own.some(({ sheetId, box }) => work.some((other) => other.sheetId === sheetId && meet(box, other.box)))
  );
}

const boxesOf = ({ contours, places }: PartView): { sheetId: string; box: Bounds }[] => {
  const bounds = knownBounds(contours);
  return bounds ? places.map((place) => ({ sheetId: place.sheetId, box: boundsOnSheet({ bounds, place }) })) : [];
};

const meet = (a: Bounds, b: Bounds): boolean =>
  a.minX < b.maxX && b.minX < a.maxX && a.minY < b.maxY && b.minY < a.maxY;

/** How its parts lie where nobody says otherwise. */
export const usualFor = ({ material, steps }: NestGroup) => ({
  turns: usualTurns(material),
  gapMm: usualGap(
    material,
    steps.map(({ process }) => process),
  ),
  edgeMm: USUAL_EDGE_MM,
});

/** Pieces of the material that are there to be laid on, the smallest first. */
export const piecesOf = ({ material }: NestGroup): StockPieceView[] =>
  material.pieces
    .filter(({ isArchived, count }) => !isArchived && count > 0)
    .sort((a, b) => a.widthMm * a.lengthMm - b.widthMm * b.lengthMm);

/** A piece with what all of the machines reach of it; null where they reach nothing. */
export function closePiece(
  piece: StockPieceView,
  { machines, onCarrier, held, clear, isPrinted }: NestGroup,
): ClosePiece | null {
  const areas = machines.map((machine) => cuttableArea(machine, piece, onCarrier));
  if (areas.includes(null)) return null;
  const reach = (areas as Bounds[]).reduce<Bounds>(
    (a, b) => ({
      minX: Math.max(a.minX, b.minX),
      minY: Math.max(a.minY, b.minY),
      maxX: Math.min(a.maxX, b.maxX),
      maxY: Math.min(a.maxY, b.maxY),
    }),
    { minX: 0, minY: 0, maxX: piece.widthMm, maxY: piece.lengthMm },
  );
  return {
    id: piece.id,
    outline: outlineOf(piece),
    reach,
    // Marks lie in the same places on every sheet.
    holes: [
      ...usedSpots(piece),
      ...[...held, ...clear].flatMap((part) => ringsAt(part, part.places.slice(0, 1))),
      ...(isPrinted && piece.kind !== 'roll'
        ? markSpots({ widthMm: piece.widthMm, heightMm: piece.lengthMm }, marksFor(machines[0]))
        : []),
    ],
    count: piece.kind === 'roll' ? 1 : piece.count,
    isRoll: piece.kind === 'roll',
  };
}

/** Whether both sides of what is only cut are the same: a copy may lie turned over then. */
export const hasTwoSameSides = ({ steps, backs, material }: NestGroup): boolean =>
  backs.length === 0 &&
  !material.mirrored &&
  (/either|both/i.test(material.facing) ||
    (material.facing === '' && familyOf(material.family).isAlikeOnBothSides === true)) &&
  steps.every(({ process }) => processOf(process).parts === true);

/** Small parts may lie in the holes of large ones where these fall out. */
export const usesHoles = ({ steps }: NestGroup): boolean => steps.some(({ process }) => freesPieces(process));

/** How exactly what is kept free follows what lies there, in mm. */
const HELD_MM = 0.1;

/** The outlines of a part where it lies. */
const ringsAt = ({ contours }: Pick<PartView, 'contours'>, places: readonly Place[]): Point[][] =>
  places.flatMap((place) =>
    contours
      .filter(({ closed }) => closed)
      .map((contour) => flatten(transformContour(contour, planeAt(place)), HELD_MM).points),
  );

/** A piece as it can be laid on, with what stays where it is: each sheet on which something stays is one by itself, under its own id. */
export function piecesAround(close: ClosePiece, group: NestGroup, stayIds: ReadonlySet<string>): ClosePiece[] {
  const staying = group.steps.flatMap(({ parts }) => parts).filter(({ id }) => stayIds.has(id));
  const sheets = [...sheetsIn(group).values()].filter(
    ({ id, stockPieceId }) =>
      stockPieceId === close.id && staying.some(({ places }) => places.some(({ sheetId }) => sheetId === id)),
  );
  const rest = close.count - sheets.length;
  return [
    ...sheets.map(({ id }) => ({
      ...close,
      id,
      count: 1,
      holes: [
        ...close.holes,
        ...staying.flatMap((part) =>
          ringsAt(
            part,
            part.places.filter(({ sheetId }) => sheetId === id),
          ),
        ),
      ],
    })),
    ...(rest > 0 ? [{ ...close, count: rest }] : []),
  ];
}

const sheetsIn = ({ steps }: NestGroup) =>
  new Map(steps.flatMap((step) => step.sheets).map((sheet) => [sheet.id, sheet]));

/** The action that lays the parts as they were laid closely: onto the sheets that are there first, then onto new ones. */
export function layAction(
  group: NestGroup,
  { lies }: CloseLaying,
): Omit<Extract<JobAction, { do: 'lay-parts' }>, 'id'> {
  const { parts, onCarrier, backs, leftOut, held } = group;
  const own = sheetsIn(group);
  const present = new Map<string, string[]>();
  for (const { id, stockPieceId } of own.values())
    if (stockPieceId) present.set(stockPieceId, [...(present.get(stockPieceId) ?? []), id]);
  const turns = [...new Map(lies.map((lie) => [sheetKey(lie), lie])).values()].sort(
    (a, b) => a.sheetNumber - b.sheetNumber,
  );
  // A sheet that something stays on goes by its own id, any other one by that of its piece.
  const staying = new Set(turns.map(({ pieceId }) => pieceId).filter((id) => own.has(id)));
  const sheets = turns.map(({ pieceId }) => {
    const piece = own.get(pieceId)?.stockPieceId ?? pieceId;
    const free = present.get(piece)?.find((id) => !staying.has(id)) ?? null;
    const sheetId = staying.has(pieceId) ? pieceId : free;
    present.set(piece, present.get(piece)?.filter((id) => id !== sheetId) ?? []);
    return { sheetId, stockPieceId: sheetId ? null : piece, onCarrier };
  });
  const all = [...lies, ...behindFronts(group, lies), ...onEverySheet(held, turns)];
  const laid = new Set(all.map(({ partId }) => partId));
  return {
    do: 'lay-parts',
    partIds: [...parts, ...backs, ...leftOut, ...held].map(({ id }) => id).filter((id) => laid.has(id)),
    sheets,
    lies: all.map(({ pieceId, sheetNumber, ...place }) => ({
      ...place,
      sheet: turns.findIndex((turn) => turn.pieceId === pieceId && turn.sheetNumber === sheetNumber),
    })),
  };
}

const sheetKey = ({ pieceId, sheetNumber }: CloseLie): string => `${pieceId} ${sheetNumber}`;

/** What is done on the back, or left out, goes wherever that goes that it lies behind, or in, now. */
function behindFronts({ steps, backs, leftOut }: NestGroup, lies: readonly CloseLie[]): CloseLie[] {
  const fronts = steps
    .flatMap(({ parts }) => parts)
    .flatMap((part) => {
      const [place] = part.places;
      return place ? [{ id: part.id, place, box: boxAt(part, place) }] : [];
    })
    .sort((a, b) => boundsArea(b.box) - boundsArea(a.box));
  return [...backs, ...leftOut].flatMap((back) => {
    const [place] = back.places;
    if (!place) return [];
    const middle = boundsMiddle(boxAt(back, place));
    const front = fronts.find(({ box, place: at }) => at.sheetId === place.sheetId && isInBounds(middle, box));
    return lies
      .filter(({ partId }) => partId === front?.id)
      .map((lie): CloseLie => ({
        ...carried(placeOf(place), placeOf(front!.place), lie),
        partId: back.id,
        pieceId: lie.pieceId,
        sheetNumber: lie.sheetNumber,
      }));
  });
}

const placeOf = ({ x, y, angle, turnedOver }: Place): Place => ({ x, y, angle, turnedOver });

/** Marks lie on each sheet as they do on the first. */
const onEverySheet = (held: readonly PartView[], sheets: readonly CloseLie[]): CloseLie[] =>
  held.flatMap(({ id, places: [place] }) =>
    place ? sheets.map(({ pieceId, sheetNumber }) => ({ ...placeOf(place), partId: id, pieceId, sheetNumber })) : [],
  );

/** What a part takes up where it lies. */
function boxAt({ contours }: Pick<PartView, 'contours'>, place: Place): Bounds {
  const bounds = knownBounds(contours);
  return bounds ? boundsOnSheet({ bounds, place }) : { minX: 0, minY: 0, maxX: 0, maxY: 0 };
}
