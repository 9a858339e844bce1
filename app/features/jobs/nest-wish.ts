import type { JobDetail, MachineView, MaterialView, StockPieceView } from '@keen-anvil/contract';
import type { StepWork } from '@keen-anvil/contract/work';
import type { Bounds } from '@keen-anvil/core/geometry';
import type { JobAction } from '@keen-anvil/core/jobs';
import type { CloseLaying, ClosePart, ClosePiece, Turns } from '@keen-anvil/core/layout';
import { cuttableArea } from '@keen-anvil/core/machines';
import { processOf } from '@keen-anvil/core/recipes';

/** What is laid out together: the steps that are done on the same sheets, from the same side. */
export interface NestGroup {
  steps: JobDetail['steps'];
  /** Another side of these sheets is worked as well: it would not lie under its front any more. */
  hasOtherSide: boolean;
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
    (other) => !other.isSkipped && (other.id === step.id || sharesSheet(other.sheets, step.sheets)),
  );
  const steps = sharing.filter(({ mirrored }) => mirrored === step.mirrored);
  return {
    steps,
    hasOtherSide: steps.length < sharing.length,
    parts: steps.flatMap(({ parts }) =>
      parts
        .filter(({ role }) => role === 'process')
        .map(({ id, contours, places }) => ({ id, contours, count: Math.max(1, places.length) })),
    ),
    turnedOver: step.mirrored,
    onCarrier: step.onCarrier,
    material,
    machines: machines.filter(({ id }) => steps.some(({ machineId }) => machineId === id)),
  };
}

/** Pieces of the material that are there to be laid on, the smallest first. */
export const piecesOf = ({ material }: NestGroup): StockPieceView[] =>
  material.pieces
    .filter(({ isArchived, count }) => !isArchived && count > 0)
    .sort((a, b) => a.widthMm * a.lengthMm - b.widthMm * b.lengthMm);

/** A piece with what all of the machines reach of it; null where they reach nothing. */
export function closePiece(piece: StockPieceView, { machines, onCarrier }: NestGroup): ClosePiece | null {
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
  const { widthMm, lengthMm } = piece;
  return {
    id: piece.id,
    outline: piece.outline ?? [
      { x: 0, y: 0 },
      { x: widthMm, y: 0 },
      { x: widthMm, y: lengthMm },
      { x: 0, y: lengthMm },
    ],
    reach,
    holes: [],
    count: piece.kind === 'roll' ? 1 : piece.count,
    isRoll: piece.kind === 'roll',
  };
}

/** Which way parts of a material may be turned: along its grain, as its pattern stands, or any way. */
export function usualTurns({ details, photoId, family }: MaterialView): Turns {
  const { grain } = details;
  if (grain === 'length' || grain === 'width') return 'half';
  if (photoId !== null || family === 'fabric') return 'none';
  return 'free';
}

/** Small parts may lie in the holes of large ones where these fall out. */
export const usesHoles = ({ steps }: NestGroup): boolean =>
  steps.some(({ process }) => processOf(process).name === 'through-cut' || processOf(process).name === 'laser-cut');

/** The action that lays the parts as they were laid closely: onto the sheets that are there first, then onto new ones. */
export function layAction(
  { steps, parts, onCarrier }: NestGroup,
  { lies }: CloseLaying,
): Omit<Extract<JobAction, { do: 'lay-parts' }>, 'id'> {
  const present = new Map<string, string[]>();
  for (const { id, stockPieceId } of new Map(
    steps.flatMap((step) => step.sheets).map((sheet) => [sheet.id, sheet]),
  ).values())
    if (stockPieceId) present.set(stockPieceId, [...(present.get(stockPieceId) ?? []), id]);
  const turns = [...new Map(lies.map((lie) => [`${lie.pieceId} ${lie.sheetNumber}`, lie])).values()].sort(
    (a, b) => a.sheetNumber - b.sheetNumber,
  );
  const sheets = turns.map(({ pieceId }) => {
    const sheetId = present.get(pieceId)?.shift() ?? null;
    return { sheetId, stockPieceId: sheetId ? null : pieceId, onCarrier };
  });
  const laid = new Set(lies.map(({ partId }) => partId));
  return {
    do: 'lay-parts',
    partIds: parts.map(({ id }) => id).filter((id) => laid.has(id)),
    sheets,
    lies: lies.map(({ pieceId, sheetNumber, ...place }) => ({
      ...place,
      sheet: turns.findIndex((turn) => turn.pieceId === pieceId && turn.sheetNumber === sheetNumber),
    })),
  };
}
