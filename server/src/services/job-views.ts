import type {
  ArtworkView,
  JobDetail,
  JobState,
  JobSummary,
  PartView,
  RunState,
  StepRecipe,
  StepView,
} from '@keen-anvil/contract';
import { decided } from '@keen-anvil/core/artwork-choices';
import {
  drawingUnder,
  lineCount,
  placementsOf,
  sheetOf,
  type Drawing,
  type JobDocument,
  type Part,
  type Placement,
  type Shape,
} from '@keen-anvil/core/jobs';
import { straightAt, type Place } from '@keen-anvil/core/layout';
import { sayHold, turnsOf, type HoldNames, type Outcome } from '@keen-anvil/core/recipes';
import type { Db } from '../db/pool';
import { deviceAtHand } from '../device';
import type { DrawingFacts } from '../heavy/job-work';
import type { HeavyPool } from '../heavy/pool';
import { notFound } from '../problem';
import { listClaims, type ClaimRow } from '../queries/claims';
import { findToldJob, listJobs, type JobPage, type JobRow, type StepLook } from '../queries/jobs';
import { seeDocument } from './job-document';
import { loadShop, materialsOf, type Shop } from './shop';
import { matchRecipes } from './step-match';

/** A step with the sheet that it is done on, less what is found for it. */
type StepRow = Omit<StepView, 'hold' | 'holdFor' | 'keepsSheet' | 'parts' | 'match' | 'claims'>;

/** Where a job stands, from the runs of its newest series. */
export function jobState(runs: { state: RunState; outcome: Outcome | null }[]): JobState {
  if (runs.length === 0 || runs.some((run) => run.state === 'cancelled')) return 'open';
  if (runs.some((run) => run.state === 'running' || run.state === 'paused')) return 'running';
  if (runs.some((run) => run.state === 'holding')) return 'on-hold';
  // Its next step waits for a machine that another job is on.
  if (runs.some((run) => run.state === 'queued')) return 'running';
  return runs.some((run) => run.outcome === null) ? 'to-score' : 'done';
}

/** A page of the jobs as a list shows them, the last touched first. */
export async function listJobSummaries(db: Db, workshopId: string, page: JobPage): Promise<JobSummary[]> {
  return (await listJobs(db, workshopId, page)).map(({ steps, runs, ...job }) => summary(job, steps, jobState(runs)));
}

/** One job with its drawings, steps, parts and the recipes found for them. */
export async function jobDetail(db: Db, heavy: HeavyPool, workshopId: string, id: string): Promise<JobDetail> {
  const job = await findToldJob(db, workshopId, id, deviceAtHand());
  if (!job) throw notFound('That job');
  const { document } = job;
  const steps = stepRows(document);
  const shop = await loadShop(db, workshopId, materialsOf(steps));
  const claims = await listClaims(
    db,
    workshopId,
    steps.flatMap((step) => step.stockPieceId ?? []),
    id,
  );
  const matches = await matchRecipes(db, workshopId, steps, shop);
  const { shapes, drawings } = await seeDocument({ db, heavy, workshopId }, document);
  const shown = document.parts.filter(({ role }) => role !== 'within');
  const views = new Map(shown.map((part) => [part.id, partView(document, part, shapes.get(part.id)!)]));
  const isDone = (part: Part) => part.stepId !== null && part.role === 'process';
  return {
    ...summary(
      job,
      steps.map((step) => lookOf(step, shop)),
      jobState(job.runs),
    ),
    version: job.version,
    isOrderByHand: document.isOrderByHand,
    artworks: document.drawings.map((drawing) =>
      artworkView(drawing, drawings.get(drawing.id)!, job.byteCounts[drawing.id] ?? 0),
    ),
    steps: stepViews(steps, shop, claims, matches, (stepId) =>
      shown.filter((part) => part.stepId === stepId && isDone(part)).map((part) => views.get(part.id)!),
    ),
    otherParts: shown.filter((part) => !isDone(part)).map((part) => views.get(part.id)!),
    undo: job.undo,
    redo: job.redo,
    notes: job.notes,
  };
}

/** The steps of a document, each with the sheet that it is done on. */
function stepRows(document: JobDocument): StepRow[] {
  return document.steps.map((step, position) => {
    const sheet = sheetOf(document, step.id);
    return {
      ...step,
      position,
      stockPieceId: sheet?.stockPieceId ?? null,
      onCarrier: sheet?.onCarrier ?? false,
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

/** The colours that a job's work will have, each once: of its pens and materials, never of the file. */
function colours(looks: readonly StepLook[]): string[] {
  const all = looks.flatMap(({ materialColour, toolKind, toolDetails }) => {
    const ink = toolKind === 'pen' ? toolDetails.ink : null;
    if (!materialColour) return [];
    return typeof ink === 'string' && /^#[0-9a-f]{6}$/i.test(ink) ? [ink] : [materialColour];
  });
  return [...new Set(all)];
}

function lookOf({ materialId, toolId }: StepRow, shop: Shop): StepLook {
  const tool = shop.tools.get(toolId)!;
  return {
    materialColour: (materialId && shop.materials.get(materialId)?.colour) || null,
    toolKind: tool.kind,
    toolDetails: tool.details,
  };
}

function summary(job: JobRow, looks: readonly StepLook[], state: JobState): JobSummary {
  return {
    id: job.id,
    name: job.name,
    isArchived: job.isArchived,
    state,
    stepCount: looks.length,
    colours: colours(looks),
    updatedAt: job.updatedAt,
  };
}

function stepViews(
  steps: StepRow[],
  shop: Shop,
  claims: readonly ClaimRow[],
  matches: Map<string, StepRecipe>,
  partsOf: (stepId: string) => PartView[],
): StepView[] {
  const running = steps.filter((step) => !step.isSkipped);
  const turns = new Map(turnsOf(running).map((turn, i) => [running[i].id, turn]));
  return steps.map((step) => {
    const turn = turns.get(step.id);
    const own = claims
      .filter(({ stockPieceId }) => stockPieceId === step.stockPieceId)
      .map(({ stockPieceId: _piece, ...claim }) => claim);
    return {
      ...step,
      claims: own,
      holdFor: turn?.hold ?? null,
      hold: turn?.hold ? sayHold(turn.hold, namesAt(step, shop)) : null,
      keepsSheet: turn?.keepsSheet ?? false,
      parts: partsOf(step.id),
      match: matches.get(step.id)!,
    };
  });
}

function namesAt(step: Pick<StepRow, 'materialId' | 'toolId' | 'machineId'>, shop: Shop): HoldNames {
  const material = step.materialId ? shop.materials.get(step.materialId) : undefined;
  return {
    material: material?.name ?? null,
    isFoil: material?.family === 'foil',
    tool: shop.tools.get(step.toolId)?.name ?? null,
    machine: shop.machines.get(step.machineId)?.name ?? null,
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
