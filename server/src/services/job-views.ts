import type { JobDetail, JobState, JobSummary, PartView, RunState, StepRecipe, StepView } from '@keen-anvil/contract';
import { holdBetween, type HoldReason, type Outcome } from '@keen-anvil/core/recipes';
import type { Db } from '../db/pool';
import { notFound } from '../problem';
import { findArtwork, listJobs, listParts, listSteps, type ArtworkRow, type JobRow, type PartRow, type StepRow } from '../queries/jobs';
import { listRunStates } from '../queries/runs';
import { loadShop, type Shop } from './shop';
import { matchRecipes } from './step-match';

/** Where a job stands, from the runs of its newest series. */
export function jobState(runs: { state: RunState; outcome: Outcome | null }[]): JobState {
  if (runs.length === 0 || runs.some((run) => run.state === 'cancelled')) return 'open';
  if (runs.some((run) => run.state === 'running' || run.state === 'paused')) return 'running';
  if (runs.some((run) => run.state === 'holding')) return 'on-hold';
  if (runs.some((run) => run.state === 'queued')) return 'open';
  return runs.some((run) => run.outcome === null) ? 'to-score' : 'done';
}

/** All jobs as a list shows them, the last touched first. */
export async function listJobSummaries(db: Db, workshopId: string): Promise<JobSummary[]> {
  const jobs = await listJobs(db, workshopId);
  const steps = await listSteps(db, workshopId);
  const runs = await listRunStates(db, workshopId);
  return jobs.map((job) =>
    summary(
      job,
      steps.filter((step) => step.jobId === job.id),
      jobState(runs.filter((run) => run.jobId === job.id)),
    ),
  );
}

/** One job with its drawing, steps, parts and the recipes found for them. */
export async function jobDetail(db: Db, workshopId: string, id: string): Promise<JobDetail> {
  const [job] = await listJobs(db, workshopId, id);
  if (!job) throw notFound('That job');
  const steps = await listSteps(db, workshopId, id);
  const artwork = await findArtwork(db, workshopId, id);
  const parts = await listParts(db, workshopId, id);
  const runs = (await listRunStates(db, workshopId)).filter((run) => run.jobId === id);
  const shop = await loadShop(db, workshopId);
  return {
    ...summary(job, steps, jobState(runs)),
    version: job.version,
    widthMm: job.widthMm ?? artwork?.drawnWidthMm ?? null,
    artwork: artwork
      ? {
          id: artwork.id,
          fileName: artwork.fileName,
          byteCount: artwork.byteCount,
          drawnWidthMm: artwork.drawnWidthMm,
          drawnHeightMm: artwork.drawnHeightMm,
          notices: artwork.reading.notices,
        }
      : null,
    steps: stepViews(steps, parts, artwork, shop, await matchRecipes(db, workshopId, steps, shop)),
  };
}

function summary(job: JobRow, steps: StepRow[], state: JobState): JobSummary {
  return { id: job.id, name: job.name, state, stepCount: steps.length, colours: steps.map((step) => step.colour), updatedAt: job.updatedAt.toISOString() };
}

function stepViews(steps: StepRow[], parts: PartRow[], artwork: ArtworkRow | undefined, shop: Shop, matches: Map<string, StepRecipe>): StepView[] {
  let before: StepRow | undefined;
  return steps.map(({ jobId: _, ...step }) => {
    const hold = step.isSkipped ? null : holdBetween(before, step);
    if (!step.isSkipped) before = { ...step, jobId: '' };
    return {
      ...step,
      hold: holdSentence(hold, step, shop),
      parts: parts.filter((part) => part.stepId === step.id).map((part) => partView(part, artwork)),
      match: matches.get(step.id)!,
    };
  });
}

/** What to do at a hold, as a sentence; null where there is none. */
export function holdSentence(hold: HoldReason, step: Pick<StepRow, 'materialId' | 'toolId'>, shop: Shop): string | null {
  if (!hold) return null;
  const material = (step.materialId && shop.materials.get(step.materialId)?.name) || 'the next material';
  const tool = shop.tools.get(step.toolId)?.name ?? 'the next tool';
  if (hold === 'material') return `Put in ${material}`;
  return hold === 'tool' ? `Leave the sheet where it lies and put in ${tool}` : `Put in ${material} and ${tool}`;
}

function partView(part: PartRow, artwork: ArtworkRow | undefined): PartView {
  const drawn = artwork!.reading.parts[part.partIndex];
  return { id: part.id, name: drawn.name, layer: drawn.layer, contours: drawn.contours, place: part.place };
}
