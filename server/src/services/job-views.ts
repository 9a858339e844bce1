import type { Here } from '../here';
import type { JobAnswer, JobDetail, JobEdited, JobState, JobSummary, RunState, StepFound } from '@keen-anvil/contract';
import { jobView } from '@keen-anvil/core/steps';
import { concernsSteps, namesIn, sheetOf, type Difference, type JobDocument, type Step } from '@keen-anvil/core/jobs';
import { machineKindOf } from '@keen-anvil/core/machines';
import type { Outcome } from '@keen-anvil/core/recipes';
import { toolKindOf } from '@keen-anvil/core/tools';
import type { Db } from '../db/db';
import type { HeavyPool } from '../heavy/pool';
import { notFound } from '../problem';
import { listClaims } from '../queries/claims';
import type { StoredDocument } from '../queries/documents';
import {
  findByteCounts,
  findToldJob,
  findTurns,
  listJobs,
  type JobPage,
  type JobRow,
  type StepLook,
} from '../queries/jobs';
import { listPressedSteps } from '../queries/pressings';
import { seeDocument } from './job-document';
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
export async function listJobSummaries(here: Here, db: Db, page: JobPage): Promise<JobSummary[]> {
  return (await listJobs(db, here.workshopId, page)).map(({ steps, runs, ...job }) =>
    summary(job, steps, jobState(runs)),
  );
}

/** One job with its document, and what was found for its steps. */
export async function jobAnswer(here: Here, db: Db, id: string): Promise<JobAnswer> {
  const job = await findToldJob(db, here.workshopId, id, here.deviceId);
  if (!job) throw notFound('That job');
  const { document, version, byteCounts, undo, redo, notes } = job;
  const { looks, found } = await lookAtSteps(here, db, id, document);
  return { ...summary(job, looks, jobState(job.runs)), version, document, found, byteCounts, undo, redo, notes };
}

/** What was made of a job, with what was found anew where that may be different. */
export async function jobEdited(
  here: Here,
  db: Db,
  {
    before,
    document,
    difference,
    updatedAt,
  }: { before: StoredDocument; document: JobDocument; difference: Difference; updatedAt: string },
  turns?: Pick<JobAnswer, 'undo' | 'redo'>,
): Promise<JobEdited> {
  const { id, version: from } = before;
  const now = { id, from, version: from + 1, updatedAt, difference };
  const { undo, redo } = turns ?? (await findTurns(db, here.workshopId, id, here.deviceId));
  if (!concernsSteps(difference)) return { ...now, undo, redo, told: null };
  const { looks, found } = await lookAtSteps(here, db, id, document);
  const byteCounts = await findByteCounts(db, here.workshopId, id);
  return { ...now, undo, redo, told: { found, byteCounts, stepCount: looks.length, colours: colours(looks) } };
}

/** What the steps of a job look like, and what is found for each: its recipe, and who else has a hand on its piece. */
async function lookAtSteps(
  here: Here,
  db: Db,
  jobId: string,
  document: JobDocument,
): Promise<{ looks: StepLook[]; found: JobAnswer['found'] }> {
  const steps = document.steps.map((step) => ({
    ...step,
    stockPieceId: sheetOf(document, step.id)?.stockPieceId ?? null,
  }));
  const shop = await loadShop(here, db, materialsOf(steps));
  const claims = await listClaims(
    db,
    here.workshopId,
    steps.flatMap(({ stockPieceId }) => stockPieceId ?? []),
    jobId,
  );
  const pressed = await listPressedSteps(db, here.workshopId, jobId);
  const isPressStep = ({ machineId }: Step) => machineKindOf(shop.machines.get(machineId)!.kind).does === 'heat';
  const matches = await matchRecipes(here, db, steps, shop);
  const found = steps.map((step): [string, StepFound] => [
    step.id,
    {
      match: matches.get(step.id)!,
      claims: claims
        .filter(({ stockPieceId }) => stockPieceId === step.stockPieceId)
        .map(({ stockPieceId: _piece, ...claim }) => claim),
      pressedAt: (isPressStep(step) && pressed.get(step.id)) || null,
      names: namesIn(shop, step),
    },
  ]);
  return { looks: steps.map((step) => lookOf(step, shop)), found: Object.fromEntries(found) };
}

/** One job as it is drawn: its answer with the shapes of its parts. */
export async function jobDetail(here: Here, db: Db, heavy: HeavyPool, id: string): Promise<JobDetail> {
  const answer = await jobAnswer(here, db, id);
  return jobView(answer, await seeDocument({ here, jobId: answer.id, db, heavy }, answer.document));
}

/** The colours that a job's work will have, each once: of its pens and materials, never of the file. */
function colours(looks: readonly StepLook[]): string[] {
  const all = looks.flatMap(({ materialColour, toolKind, toolDetails }) => {
    const ink = toolKindOf(toolKind).hasInk ? toolDetails.ink : null;
    if (!materialColour) return [];
    return typeof ink === 'string' && /^#[0-9a-f]{6}$/i.test(ink) ? [ink] : [materialColour];
  });
  return [...new Set(all)];
}

function lookOf({ materialId, toolId }: Step, shop: Shop): StepLook {
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
