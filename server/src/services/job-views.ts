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
import { sayHold, turnsOf, type HoldNames, type Outcome } from '@keen-anvil/core/recipes';
import type { Db } from '../db/pool';
import { notFound } from '../problem';
import type { CurveContour } from '@keen-anvil/core/geometry';
import { USUAL_CHOICES, type ReadingChoices, type TextChoices } from '@keen-anvil/core/artwork-choices';
import { listArtworks, type ArtworkRow } from '../queries/artworks';
import { listClaims, type ClaimRow } from '../queries/claims';
import {
  findToldJob,
  listJobs,
  listSteps,
  type JobPage,
  type JobRow,
  type StepLook,
  type StepRow,
} from '../queries/jobs';
import { listParts, type PartRow } from '../queries/parts';
import { keptSize, partShapes, type PartShape } from './part-shapes';
import { loadShop, materialsOf, type Shop } from './shop';
import { matchRecipes } from './step-match';

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

/** One job with its drawing, steps, parts and the recipes found for them. */
export async function jobDetail(db: Db, workshopId: string, id: string): Promise<JobDetail> {
  const job = await findToldJob(db, workshopId, id);
  if (!job) throw notFound('That job');
  const steps = await listSteps(db, workshopId, id);
  const artworks = await listArtworks(db, workshopId, id);
  const parts = await listParts(db, workshopId, id);
  const shop = await loadShop(db, workshopId, materialsOf(steps));
  const claims = await listClaims(
    db,
    workshopId,
    steps.flatMap((step) => step.stockPieceId ?? []),
    id,
  );
  const shapes = partShapes(artworks, parts, steps);
  const views = new Map(parts.map((part) => [part.id, partView(part, shapes.get(part.id)!)]));
  const isDone = (part: PartRow) => part.stepId !== null && part.role === 'process';
  return {
    ...summary(
      job,
      steps.map((step) => lookOf(step, shop)),
      jobState(job.runs),
    ),
    version: job.version,
    isOrderByHand: job.isOrderByHand,
    artworks: artworks.map((artwork) => artworkView(artwork, parts)),
    steps: stepViews(steps, shop, claims, await matchRecipes(db, workshopId, steps, shop), (stepId) =>
      parts.filter((part) => part.stepId === stepId && isDone(part)).map((part) => views.get(part.id)!),
    ),
    otherParts: parts.filter((part) => !isDone(part)).map((part) => views.get(part.id)!),
    undo: job.undo,
    redo: job.redo,
    notes: job.notes,
  };
}

function artworkView(
  { reading, choices, jobId: _, position: __, readingNumber: ___, ...row }: ArtworkRow,
  parts: readonly PartRow[],
): ArtworkView {
  return {
    ...row,
    pageWidthMm: reading.widthMm,
    pageHeightMm: reading.heightMm,
    notices: reading.notices,
    asks: reading.asks ?? null,
    ...keptSize({ ...row, reading }, parts),
    choices: row.kind === 'text' ? null : { ...USUAL_CHOICES, ...(choices as Partial<ReadingChoices>) },
    text: row.kind === 'text' ? (choices as TextChoices) : null,
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
  return steps.map(({ jobId: _, ...step }) => {
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

function partView(part: PartRow, shape: PartShape): PartView {
  return {
    id: part.id,
    name: part.name,
    artworkId: part.artworkId,
    stepId: part.stepId,
    role: part.role,
    place: part.place,
    bridges: part.bridges,
    pieces: part.pieces.length,
    outline: part.offsetOf ? { ofPartId: part.offsetOf, mm: part.offsetMm! } : null,
    ...shape,
    contours: shape.contours.map(rounded),
  };
}

/** To a tenth of a micrometre: half the letters, for a phone that has to read them. */
function rounded({ closed, start, segments }: CurveContour): CurveContour {
  const place = (n: number): number => Math.round(n * 1e4) / 1e4;
  return {
    closed,
    start: [place(start[0]), place(start[1])],
    segments: segments.map(([kind, ...numbers]) => [kind, ...numbers.map(place)] as CurveContour['segments'][number]),
  };
}
