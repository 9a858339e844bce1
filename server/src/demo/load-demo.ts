import { AT_START, byItself } from '../here';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import type { AskedAction, JobDetail } from '@keen-anvil/contract';
import { worksInOrder, asksEngraveOrCut } from '@keen-anvil/core/steps';
import { USUAL_TEXT } from '@keen-anvil/core/artwork-choices';
import { knownBounds } from '@keen-anvil/core/geometry';
import type { ChangeStep } from '@keen-anvil/core/jobs';
import type { Pool } from 'pg';
import { inOneTransaction } from '../db/one-transaction';
import type { Db } from '../db/db';
import { inTransaction } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { forgetEdits } from '../queries/edits';
import { finishRun, insertRuns, reportRun, scoreRun, turnRun, type NewRunRow } from '../queries/runs';
import { insertSeries, settleSeries } from '../queries/run-series';
import { jobDetail } from '../services/job-views';
import { refreshCards } from '../services/cards';
import { addMeasured, addText, bringIn } from '../services/drawings';
import { createJob } from '../services/jobs';
import { writeNote } from '../services/notes';
import { actOnJob } from '../services/act-on-job';
import { findTemplate } from '../queries/templates';
import { keepTemplate } from '../services/templates';
import { withPictures } from '../services/engraved-pictures';
import { makeStepFile, type StepFile } from '../services/machine-files';
import { Pressings } from '../services/pressings';
import { loadShop, materialsOf } from '../services/shop';
import { DEMO_WORKSHOP_ID } from '../workshop';
import { ago, demoId } from './ids';
import { JOBS, type DrawingData, type Finder, type JobData, type SeriesData } from './job-data';
import type { UnnamedAction } from './unnamed-action';
import { RECIPES } from './book-data';
import { loadBook, loadMachines, loadStock, recipeId } from './load-book';
import { loadBusiness } from './load-business';
import { loadTunings } from './load-tunings';
import { nested } from './nest-job';

/** Fills the database with the demo workshop, all of it or nothing; does nothing where it is there. Returns whether it was loaded. */
export function loadDemo(pool: Pool, heavy: HeavyPool): Promise<boolean> {
  return inOneTransaction(AT_START, pool, (one) => load(one, heavy));
}

async function load(pool: Pool, heavy: HeavyPool): Promise<boolean> {
  const done = await pool.query('SELECT 1 FROM demo_done');
  if (done.rowCount) return false;
  const workshop = await pool.query('SELECT 1 FROM workshop WHERE id = $1', [DEMO_WORKSHOP_ID]);
  if (!workshop.rowCount) {
    await inTransaction(AT_START, pool, async (db) => {
      await db.query('INSERT INTO workshop (id, name, currency) VALUES ($1, $2, $3)', [
        DEMO_WORKSHOP_ID,
        'Slipway Studio',
        'EUR',
      ]);
      await loadMachines(db);
      await loadStock(db);
      await loadBook(db);
    });
  }
  // Jobs are made the way a maker makes them, one by one.
  for (const job of JOBS) await loadJob(pool, heavy, job);
  await loadTunings(pool, heavy);
  await loadBusiness(pool, heavy);
  await pool.query('INSERT INTO demo_done DEFAULT VALUES');
  return true;
}

/** Gives a demo job its guides, materials, processes, notes and template, as a maker would. */
async function setUp(pool: Pool, heavy: HeavyPool, start: JobDetail, data: JobData): Promise<JobDetail> {
  let job = start;
  const act = async (action: UnnamedAction) => {
    await actOnJob(byItself(DEMO_WORKSHOP_ID), pool, heavy, job.id, { ...action, id: randomUUID() } as AskedAction);
    job = await jobDetail(byItself(DEMO_WORKSHOP_ID), pool, heavy, job.id);
  };
  const change = (stepId: string, body: Omit<ChangeStep, 'do' | 'stepId'>) =>
    act({ do: 'change-step', stepId, ...body });
  for (const [i, { at }] of data.drawings.entries())
    if (at) await act({ do: 'change-drawing', drawingId: job.artworks[i].id, xMm: at.x, yMm: at.y });
  for (const made of data.made ?? []) await act(made(finderIn(job)));
  if (data.guides) {
    const partIds = job.steps
      .flatMap((step) => step.parts)
      .filter((part) => data.guides!.includes(part.name))
      .map((part) => part.id);
    await act({ do: 'change-role', role: 'guide', partIds });
  }
  for (const { id: stepId, colour, parts } of [...job.steps]) {
    const wanted = parts.flatMap(({ name }) => data.steps[name] ?? [])[0] ?? data.steps[colour];
    if (!wanted) continue;
    const { material, process, machine, tool, piece, onCarrier, turned, on } =
      typeof wanted === 'string' ? ({ material: wanted } as Exclude<typeof wanted, string>) : wanted;
    await change(stepId, { materialId: demoId(material) });
    const now = job.steps.find((step) => step.id === stepId)!;
    // A maker has said what is done with filled shapes.
    if (process || asksEngraveOrCut(now)) await change(stepId, { process: process ?? now.process });
    if (machine) await change(stepId, { machineId: demoId(machine) });
    if (tool) await change(stepId, { toolId: demoId(tool) });
    if (piece) await change(stepId, { stockPieceId: demoId(`${material} ${piece}`) });
    if (onCarrier) await change(stepId, { onCarrier });
    if (turned) await change(stepId, { turned });
    if (on) await change(stepId, { onMaterialId: demoId(on) });
  }
  if (data.isOrderTurned) await act({ do: 'order-steps', order: job.steps.map(({ id }) => id).reverse() });
  if (data.nested) {
    const { materials, machines } = await loadShop(byItself(DEMO_WORKSHOP_ID), pool, materialsOf(job.steps));
    const [{ materialId, machineId }] = job.steps;
    await act(nested(job, data.nested, materials.get(materialId!)!, machines.get(machineId)!));
  }
  if (data.readsReversed !== undefined)
    await act({ do: 'change-drawing', drawingId: job.artworks[0].id, readsReversed: data.readsReversed });
  for (const [i, note] of (data.notes ?? []).entries())
    await writeNote(byItself(DEMO_WORKSHOP_ID), pool, job.id, { id: demoId(`note ${i} ${data.name}`), ...note });
  if (data.template) await loadTemplate(pool, job, data.template);
  return job;
}

/** Finds what an action of the demo speaks of, in the job as it is by then. */
function finderIn({ steps, otherParts, artworks }: JobDetail): Finder {
  const parts = [...steps.flatMap((step) => step.parts), ...otherParts];
  return {
    parts: (...names) => parts.filter(({ name }) => names.includes(name)).map(({ id }) => id),
    partsOf: (i) => parts.filter(({ artworkId }) => artworkId === artworks[i].id).map(({ id }) => id),
    drawing: (i) => artworks[i].id,
    widthOf: (partId) => {
      const box = knownBounds(parts.find(({ id }) => id === partId)!.contours)!;
      return box.maxX - box.minX;
    },
  };
}

/** A template kept before the recipes were what they are now. */
async function loadTemplate(pool: Pool, job: JobDetail, name: string): Promise<void> {
  const id = demoId(`template ${name}`);
  await keepTemplate(byItself(DEMO_WORKSHOP_ID), pool, job.id, { id, name });
  const { snapshot } = (await findTemplate(pool, DEMO_WORKSHOP_ID, id))!;
  for (const recipe of snapshot.recipes) {
    const [first] = RECIPES.find((r) => recipeId(r) === recipe.recipeId)?.earlier ?? [];
    if (first) recipe.settings = first.settings;
  }
  await pool.query('UPDATE job_template SET snapshot = $2, made_at = $3 WHERE id = $1', [id, snapshot, ago(142)]);
}

/** Brings a drawing into a job as a maker would: as a file, as words, or from the shelf of measured shapes. */
async function loadDrawing(pool: Pool, heavy: HeavyPool, jobId: string, id: string, data: DrawingData): Promise<void> {
  if ('text' in data)
    await addText(byItself(DEMO_WORKSHOP_ID), pool, heavy, jobId, { id, text: { ...USUAL_TEXT, ...data.text } });
  else if ('shape' in data)
    await addMeasured(byItself(DEMO_WORKSHOP_ID), pool, heavy, jobId, { id, measured: data.shape });
  else
    await bringIn(byItself(DEMO_WORKSHOP_ID), pool, heavy, jobId, {
      id,
      fileName: data.file,
      bytes: readFileSync(join(__dirname, '../../demo', data.file)),
      tracing: data.tracing,
    });
}

async function loadJob(pool: Pool, heavy: HeavyPool, data: JobData): Promise<void> {
  const id = demoId(`job ${data.name}`);
  const ran = await pool.query(
    'SELECT 1 FROM run WHERE job_id = $1 UNION ALL SELECT 1 FROM job_note WHERE job_id = $1',
    [id],
  );
  if (ran.rowCount) return;
  const known = await pool.query('SELECT 1 FROM job WHERE id = $1', [id]);
  if (!known.rowCount) await createJob(byItself(DEMO_WORKSHOP_ID), pool, { id, name: data.name });
  let job = await jobDetail(byItself(DEMO_WORKSHOP_ID), pool, heavy, id);
  const isFresh = job.artworks.length === 0;
  if (isFresh) {
    for (const [i, drawing] of data.drawings.entries())
      await loadDrawing(pool, heavy, id, demoId(`artwork ${i ? `${i} ` : ''}${data.name}`), drawing);
    job = await jobDetail(byItself(DEMO_WORKSHOP_ID), pool, heavy, id);
  }
  job = await setUp(pool, heavy, job, isFresh ? data : { ...data, made: [] });
  if (data.isToPress)
    await new Pressings(pool, heavy).begin(byItself(DEMO_WORKSHOP_ID), id, {
      id: demoId(`pressing of ${data.name}`),
      isWarm: true,
    });
  const files: StepFile[] = [];
  const shop = await withPictures(
    byItself(DEMO_WORKSHOP_ID),
    pool,
    await loadShop(byItself(DEMO_WORKSHOP_ID), pool, materialsOf(job.steps)),
    worksInOrder(job.steps).map(({ work }) => work),
  );
  // Only what has run needs its machine file.
  for (const { work } of data.series.length ? worksInOrder(job.steps) : [])
    files.push(await makeStepFile(byItself(DEMO_WORKSHOP_ID), heavy, work, shop));
  await inTransaction(AT_START, pool, async (db) => {
    for (const [i, series] of data.series.entries()) await loadSeries(db, demoId(`series ${i} ${data.name}`), series);
    await refreshCards(byItself(DEMO_WORKSHOP_ID), db, [...new Set(files.map((file) => file.recipe.id))]);
    await db.query('UPDATE job SET updated_at = $2 WHERE id = $1', [
      id,
      ago(data.daysAgo ?? Math.min(...data.series.map((s) => s.daysAgo))),
    ]);
    // The demo begins with nothing to undo.
    await forgetEdits(db, DEMO_WORKSHOP_ID, id);
  });

  async function loadSeries(db: Db, seriesId: string, series: SeriesData): Promise<void> {
    await insertSeries(db, DEMO_WORKSHOP_ID, { id: seriesId, jobId: id });
    for (const [position, outcome] of series.outcomes.entries()) {
      const step = job.steps[position];
      const { recipe, settings, text, estimateSeconds, cutMm, usedLengthMm, zero } = files[position];
      const runId = demoId(`${seriesId} ${position}`);
      const run: NewRunRow = {
        id: runId,
        seriesId,
        jobId: id,
        stepId: step.id,
        sheetId: step.sheets[0]?.id ?? null,
        sheetTurn: 1,
        sheetOf: 1,
        recipeId: recipe.id,
        position,
        state: 'queued',
        hold: step.holdFor,
        zero,
        driver: series.pulledAt === undefined ? 'stand-in' : 'cable',
        nudge: null,
        onlyParts: null,
        plannedToolLife: null,
        plannedRevision: null,
        machineId: step.machineId,
        totalSeconds: estimateSeconds,
        totalCutMm: cutMm,
        settings,
        machineFile: text,
        estimateSeconds,
        speedUp: 20,
        stockPieceId: step.stockPieceId,
        usedLengthMm,
        isByHand: false,
        plannedCutMm: cutMm,
        correction: null,
        onTopOf: null,
      };
      await insertRuns(db, DEMO_WORKSHOP_ID, [run]);
      if (series.pulledAt !== undefined) await pulled(db, runId, { estimateSeconds, cutMm, text }, series.pulledAt);
      else if (outcome) {
        await turnRun(db, DEMO_WORKSHOP_ID, runId, ['queued'], {
          state: 'finished',
          doneSeconds: estimateSeconds,
          cutMm,
          event: 'finished',
        });
        await finishRun(db, DEMO_WORKSHOP_ID, runId, {
          measuredSeconds: estimateSeconds,
          toolWear: wearThen(shop.tools.get(recipe.tool.id)!.wear, series.daysAgo),
          toolLife: 1,
          seenOutcome: outcome === 'to score' ? 'right' : outcome,
        });
        if (outcome !== 'to score') await scoreRun(db, DEMO_WORKSHOP_ID, runId, outcome);
      } else {
        await turnRun(db, DEMO_WORKSHOP_ID, runId, ['queued'], {
          state: 'holding',
          doneSeconds: 0,
          cutMm: 0,
          event: 'holding',
        });
      }
      await db.query(
        'UPDATE run SET created_at = $2, finished_at = CASE WHEN finished_at IS NULL THEN NULL ELSE $2::timestamptz END WHERE id = $1',
        [runId, ago(series.daysAgo)],
      );
    }
    await db.query('UPDATE run_series SET created_at = $2 WHERE id = $1', [seriesId, ago(series.daysAgo)]);
    await settleSeries(db, DEMO_WORKSHOP_ID, seriesId);
  }
}

/** A run over a cable that was pulled: it stands, with what its machine had taken by then. */
async function pulled(
  db: Db,
  runId: string,
  { estimateSeconds, cutMm, text }: Pick<StepFile, 'estimateSeconds' | 'cutMm' | 'text'>,
  share: number,
): Promise<void> {
  const line = Math.floor(text.split('\n').length * share);
  const done = { doneSeconds: estimateSeconds * share, cutMm: cutMm * share };
  await turnRun(db, DEMO_WORKSHOP_ID, runId, ['queued'], { state: 'paused', ...done, event: 'paused' });
  await reportRun(db, DEMO_WORKSHOP_ID, runId, { ...done, line, interruption: { why: 'lost', line } });
}

/** The tools of the demo have worn evenly over five months. */
const wearThen = (wearNow: number, daysAgo: number): number =>
  Number(Math.max(0, wearNow * (1 - daysAgo / 160)).toFixed(1));
