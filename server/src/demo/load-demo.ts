import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Pool } from 'pg';
import { inTransaction, type Db } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { insertRecipe, insertRevision } from '../queries/recipes';
import { finishRun, insertRun, scoreRun, setRunState } from '../queries/runs';
import { jobDetail } from '../services/job-views';
import { bringIn, changeStep, createJob } from '../services/jobs';
import { makeStepFile, type StepFile } from '../services/machine-files';
import { loadShop } from '../services/shop';
import { DEMO_WORKSHOP_ID } from '../workshop';
import { RECIPES } from './book-data';
import { demoId } from './ids';
import { JOBS, type JobData, type SeriesData } from './job-data';
import { MACHINES, MATERIALS, TOOLS } from './shop-data';

const DAY_MS = 86_400_000;
const ago = (days: number): Date => new Date(Date.now() - days * DAY_MS);

/** Fills the database with the demo workshop; does nothing where it is complete. A load that was broken off goes on. */
export async function loadDemo(pool: Pool, heavy: HeavyPool): Promise<boolean> {
  const done = await pool.query('SELECT 1 FROM demo_done');
  if (done.rowCount) return false;
  const workshop = await pool.query('SELECT 1 FROM workshop WHERE id = $1', [DEMO_WORKSHOP_ID]);
  if (!workshop.rowCount) {
    await inTransaction(pool, async (db) => {
      await db.query('INSERT INTO workshop (id, name, currency) VALUES ($1, $2, $3)', [DEMO_WORKSHOP_ID, 'Slipway Studio', 'EUR']);
      await loadMachines(db);
      await loadStock(db);
      await loadBook(db);
    });
  }
  // Jobs are made the way a maker makes them, one by one.
  for (const job of JOBS) await loadJob(pool, heavy, job);
  await pool.query('INSERT INTO demo_done DEFAULT VALUES');
  return true;
}

async function loadMachines(db: Db): Promise<void> {
  for (const { name, kind, dials, motion, ...machine } of MACHINES) {
    await db.query(
      `INSERT INTO machine (id, workshop_id, name, kind, work_width_mm, work_length_mm, margin_side_mm, margin_lead_mm, margin_tail_mm,
         holders, max_passes, acceleration_mm_s2, top_speed_mm_s, travel_speed_mm_s, junction_deviation_mm, head_down_s, head_up_s)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17)`,
      [
        demoId(name), DEMO_WORKSHOP_ID, name, kind, machine.workWidthMm, machine.workLengthMm, machine.marginSideMm, machine.marginLeadMm,
        machine.marginTailMm, machine.holders, machine.maxPasses, motion.accelerationMmS2, motion.topSpeedMmS, motion.travelSpeedMmS,
        motion.junctionDeviationMm, motion.headDownSeconds, motion.headUpSeconds,
      ],
    );
    for (const [position, dial] of dials.entries()) {
      const id = demoId(`${name} ${dial.name}`);
      await db.query(
        `INSERT INTO machine_dial (id, workshop_id, machine_id, position, name, label, unit, physical_unit, min_value, max_value, step_value)
         VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)`,
        [id, DEMO_WORKSHOP_ID, demoId(name), position, dial.name, dial.label, dial.unit, dial.physicalUnit, dial.min, dial.max, dial.step],
      );
      for (const point of dial.calibration) {
        await db.query('INSERT INTO calibration_point (dial_id, workshop_id, dial_value, physical_value) VALUES ($1, $2, $3, $4)', [id, DEMO_WORKSHOP_ID, point.dial, point.physical]);
      }
    }
  }
  for (const tool of TOOLS) {
    await db.query('INSERT INTO tool (id, workshop_id, name, kind, wear_m, life_m) VALUES ($1, $2, $3, $4, $5, $6)', [demoId(tool.name), DEMO_WORKSHOP_ID, tool.name, tool.kind, tool.wearM, tool.lifeM]);
  }
}

async function loadStock(db: Db): Promise<void> {
  for (const m of MATERIALS) {
    await db.query(
      `INSERT INTO material (id, workshop_id, name, family, finish, colour, thickness_mm, smallest_detail_mm, mirrored, facing, supplier_card, default_process)
       VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12)`,
      [demoId(m.name), DEMO_WORKSHOP_ID, m.name, m.family, m.finish, m.colour, m.thicknessMm, m.smallestDetailMm, m.mirrored, m.facing, m.supplierCard, m.defaultProcess],
    );
    for (const piece of m.pieces) {
      await db.query(
        'INSERT INTO stock_piece (id, workshop_id, material_id, kind, name, width_mm, length_mm) VALUES ($1, $2, $3, $4, $5, $6, $7)',
        [demoId(`${m.name} ${piece.name}`), DEMO_WORKSHOP_ID, demoId(m.name), piece.kind, piece.name, piece.widthMm, piece.lengthMm],
      );
    }
  }
}

async function loadBook(db: Db): Promise<void> {
  for (const r of RECIPES) {
    const id = demoId(`${r.material} ${r.machine} ${r.tool} ${r.process}`);
    await insertRecipe(db, DEMO_WORKSHOP_ID, { id, machineId: demoId(r.machine), toolId: demoId(r.tool), materialId: demoId(r.material), process: r.process });
    const revisions = [...(r.earlier ?? []), r];
    for (const [i, revision] of revisions.entries()) {
      await insertRevision(db, DEMO_WORKSHOP_ID, id, revision);
      await db.query('UPDATE recipe_revision SET created_at = $3 WHERE recipe_id = $1 AND number = $2', [id, i + 1, ago(revision.daysAgo)]);
    }
    for (const [i, [daysAgo, outcome, settings]] of r.trials.entries()) {
      await db.query('INSERT INTO trial (id, workshop_id, recipe_id, settings, outcome, made_at) VALUES ($1, $2, $3, $4, $5, $6)', [
        demoId(`${id} trial ${i}`), DEMO_WORKSHOP_ID, id, settings ?? r.settings, outcome, ago(daysAgo),
      ]);
    }
  }
}

async function loadJob(pool: Pool, heavy: HeavyPool, data: JobData): Promise<void> {
  const id = demoId(`job ${data.name}`);
  const ran = await pool.query('SELECT 1 FROM run WHERE job_id = $1', [id]);
  if (ran.rowCount) return;
  const known = await pool.query('SELECT 1 FROM job WHERE id = $1', [id]);
  if (!known.rowCount) await createJob(pool, DEMO_WORKSHOP_ID, { id, name: data.name });
  let job = await jobDetail(pool, DEMO_WORKSHOP_ID, id);
  if (!job.artwork) {
    job = await bringIn(pool, heavy, DEMO_WORKSHOP_ID, id, { id: demoId(`artwork ${data.name}`), fileName: data.file, bytes: readFileSync(join(__dirname, '../../demo', data.file)) });
  }
  for (const { id: stepId, colour } of job.steps) {
    const { version } = job.steps.find((step) => step.id === stepId)!;
    job = await changeStep(pool, DEMO_WORKSHOP_ID, stepId, { version, materialId: demoId(data.materials[colour]) });
  }
  const files: StepFile[] = [];
  const shop = await loadShop(pool, DEMO_WORKSHOP_ID);
  for (const step of job.steps) files.push(await makeStepFile(heavy, job, step, shop));
  await inTransaction(pool, async (db) => {
    for (const [i, series] of data.series.entries()) await loadSeries(db, demoId(`series ${i} ${data.name}`), series);
    await db.query('UPDATE job SET updated_at = $2 WHERE id = $1', [id, ago(Math.min(...data.series.map((s) => s.daysAgo)))]);
  });

  async function loadSeries(db: Db, seriesId: string, series: SeriesData): Promise<void> {
    for (const [position, outcome] of series.outcomes.entries()) {
      const step = job.steps[position];
      const { recipe, hpgl, estimateSeconds, cutMm } = files[position];
      const runId = demoId(`${seriesId} ${position}`);
      await insertRun(db, DEMO_WORKSHOP_ID, {
        id: runId, seriesId, jobId: id, stepId: step.id, recipeId: recipe.id, position, state: 'queued', hold: step.hold,
        settings: recipe.settings, machineFile: hpgl, estimateSeconds, speedUp: 20,
      });
      if (outcome) {
        await setRunState(db, DEMO_WORKSHOP_ID, runId, { state: 'finished', doneSeconds: estimateSeconds, cutMm, event: 'finished' });
        await finishRun(db, runId, { measuredSeconds: estimateSeconds, toolWearM: shop.tools.get(recipe.tool.id)!.wearM, seenOutcome: outcome });
        await scoreRun(db, runId, outcome);
      } else {
        await setRunState(db, DEMO_WORKSHOP_ID, runId, { state: 'holding', doneSeconds: 0, cutMm: 0, event: 'holding' });
      }
      await db.query('UPDATE run SET created_at = $2, finished_at = CASE WHEN finished_at IS NULL THEN NULL ELSE $2::timestamptz END WHERE id = $1', [runId, ago(series.daysAgo)]);
    }
  }
}
