import { decided } from '../artwork-choices';
import {
  applyDifference,
  comesApart,
  cupOf,
  drawingUnder,
  lineCount,
  madeLayers,
  placementsOf,
  sheetOf,
  sheetsOf,
  type JobDocument,
  type Part,
  type SeenDocument,
  type Shape,
} from '../jobs';
import { sayHold, type StepTurn } from '../recipes';
import type { JobAnswer, JobDetail, JobEdited, PartView, StepView } from './job';
import { stepsToRun, worksInOrder } from './step-work';

/** A job as it is drawn, from the server's answer and the shapes of its parts; the same on both sides. */
export function jobView(answer: JobAnswer, { shapes, drawings }: SeenDocument): JobDetail {
  const { document, byteCounts } = answer;
  const shown = document.parts.filter(({ role }) => role !== 'within');
  const views = new Map(shown.map((part) => [part.id, partView(document, part, shapes)]));
  const isDone = (part: Part) => part.stepId !== null && part.role === 'process';
  return {
    ...answer,
    isOrderByHand: document.isOrderByHand,
    artworks: document.drawings.map((drawing) => ({
      ...drawing,
      byteCount: byteCounts[drawing.id] ?? 0,
      facts: drawings.get(drawing.id)!,
      decided: decided(drawing.source, drawing.choices),
    })),
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
  pressedAt: null,
  names: { material: null, isFoil: false, tool: null, machine: null },
};

function stepViews({ document, found }: JobAnswer, partsOf: (stepId: string) => PartView[]): StepView[] {
  const steps = document.steps.map((step, position): StepView => {
    const first = sheetOf(document, step.id);
    const { match, claims, pressedAt, names } = found[step.id] ?? NOTHING_YET;
    const parts = partsOf(step.id);
    const lying = new Set(parts.flatMap(({ places }) => places.map(({ sheetId }) => sheetId)));
    const sheets = sheetsOf(document, step.id).filter(({ id }) => lying.has(id));
    return {
      ...step,
      position,
      sheets: sheets.map((sheet, i) => ({ ...sheet, turn: i + 1, of: sheets.length })),
      stockPieceId: first?.stockPieceId ?? null,
      onCarrier: first?.onCarrier ?? false,
      claims,
      pressedAt,
      match,
      names,
      holdFor: null,
      hold: null,
      keepsSheet: false,
      parts,
    };
  });
  // What happens before a step is what happens before it comes to its first sheet.
  const turns = new Map<string, StepTurn>();
  for (const { work, turn } of worksInOrder(stepsToRun(steps))) if (!turns.has(work.id)) turns.set(work.id, turn);
  return steps.map((step) => {
    const { hold = null, keepsSheet = false } = turns.get(step.id) ?? {};
    return { ...step, holdFor: hold, hold: hold && sayHold(hold, step.names), keepsSheet };
  });
}

function partView(document: JobDocument, part: Part, shapes: ReadonlyMap<string, Shape>): PartView {
  const { making } = part;
  const shape = shapes.get(part.id)!;
  return {
    id: part.id,
    name: part.name,
    artworkId: drawingUnder(document, making)?.id ?? '',
    stepId: part.stepId,
    role: part.role as PartView['role'],
    places: placementsOf(document, part.id),
    bridges: making.op === 'bridges' ? [...making.bridges] : [],
    pieces: lineCount(document, making),
    comesApart: comesApart(making),
    layers: madeLayers(document, part),
    cup: cupOf(document, shapes, part),
    printedBy: making.op === 'printed' ? making.print : null,
    outline: making.op === 'outline' ? { ofPartId: making.of[0], mm: making.distanceMm } : null,
    ...shape,
  };
}
