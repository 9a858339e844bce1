import { decided } from '@keen-anvil/core/artwork-choices';
import {
  applyDifference,
  drawingUnder,
  lineCount,
  placementsOf,
  sheetOf,
  type Drawing,
  type DrawingFacts,
  type JobDocument,
  type Part,
  type Placement,
  type SeenDocument,
  type Shape,
} from '@keen-anvil/core/jobs';
import { straightAt, type Place } from '@keen-anvil/core/layout';
import { sayHold, turnsOf } from '@keen-anvil/core/recipes';
import type { ArtworkView, JobAnswer, JobDetail, JobEdited, PartView, StepView } from './answers';

/** A job as it is drawn, from the server's answer and the shapes of its parts; the same on both sides. */
export function jobView(answer: JobAnswer, { shapes, drawings }: SeenDocument): JobDetail {
  const { document, byteCounts } = answer;
  const shown = document.parts.filter(({ role }) => role !== 'within');
  const views = new Map(shown.map((part) => [part.id, partView(document, part, shapes.get(part.id)!)]));
  const isDone = (part: Part) => part.stepId !== null && part.role === 'process';
  return {
    ...answer,
    isOrderByHand: document.isOrderByHand,
    artworks: document.drawings.map((drawing) =>
      artworkView(drawing, drawings.get(drawing.id)!, byteCounts[drawing.id] ?? 0),
    ),
    steps: stepViews(answer, (stepId) =>
      shown.filter((part) => part.stepId === stepId && isDone(part)).map((part) => views.get(part.id)!),
    ),
    otherParts: shown.filter((part) => !isDone(part)).map((part) => views.get(part.id)!),
  };
}

/** A job after an edit of the version that it has; null where it is of another one. */
export function editedJob(
  { found, byteCounts, stepCount, colours, ...job }: JobAnswer,
  { id, from, difference, told, ...edited }: JobEdited,
): JobAnswer | null {
  if (job.id !== id || job.version !== from) return null;
  return {
    ...job,
    ...edited,
    ...(told ?? { found, byteCounts, stepCount, colours }),
    document: applyDifference(job.document, difference),
  };
}

/** Until the server has looked, nothing is found for a step. */
const NOTHING_YET: JobAnswer['found'][string] = {
  match: { recipe: null, settings: null, variant: null, suggestion: null, refusal: null },
  claims: [],
  names: { material: null, isFoil: false, tool: null, machine: null },
};

function stepViews({ document, found }: JobAnswer, partsOf: (stepId: string) => PartView[]): StepView[] {
  const steps = document.steps.map((step, position) => {
    const sheet = sheetOf(document, step.id);
    return {
      ...step,
      position,
      stockPieceId: sheet?.stockPieceId ?? null,
      onCarrier: sheet?.onCarrier ?? false,
    };
  });
  const running = steps.filter((step) => !step.isSkipped);
  const turns = new Map(turnsOf(running).map((turn, i) => [running[i].id, turn]));
  return steps.map((step) => {
    const turn = turns.get(step.id);
    const { match, claims, names } = found[step.id] ?? NOTHING_YET;
    return {
      ...step,
      claims,
      match,
      holdFor: turn?.hold ?? null,
      hold: turn?.hold ? sayHold(turn.hold, names) : null,
      keepsSheet: turn?.keepsSheet ?? false,
      parts: partsOf(step.id),
    };
  });
}

function artworkView(drawing: Drawing, facts: DrawingFacts, byteCount: number): ArtworkView {
  const { id, source, name, reading, drawn, scaleX, scaleY, xMm, yMm, isSizeLocked, readsReversed } = drawing;
  const { widthMm, heightMm, ...told } = facts;
  const { reading: choices, text } = decided(source, drawing.choices);
  return {
    id,
    kind: source,
    fileName: name,
    byteCount,
    reading,
    drawnWidthMm: drawn.maxX - drawn.minX,
    drawnHeightMm: drawn.maxY - drawn.minY,
    drawnMinXMm: drawn.minX,
    drawnMinYMm: drawn.minY,
    scaleX,
    scaleY,
    xMm,
    yMm,
    isSizeLocked,
    readsReversed,
    pageWidthMm: widthMm,
    pageHeightMm: heightMm,
    choices,
    text,
    ...told,
  };
}

const AT_ORIGIN = straightAt({ x: 0, y: 0 });

const placeOf = ({ x, y, angle, turnedOver }: Placement): Place => ({ x, y, angle, turnedOver });

function partView(document: JobDocument, part: Part, shape: Shape): PartView {
  const [place] = placementsOf(document, part.id);
  const { making } = part;
  return {
    id: part.id,
    name: part.name,
    artworkId: drawingUnder(document, making)?.id ?? '',
    stepId: part.stepId,
    role: part.role as PartView['role'],
    place: place ? placeOf(place) : AT_ORIGIN,
    bridges: making.op === 'bridges' ? [...making.bridges] : [],
    pieces: lineCount(document, making),
    outline: making.op === 'outline' ? { ofPartId: making.of[0], mm: making.distanceMm } : null,
    ...shape,
  };
}
