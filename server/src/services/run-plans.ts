import type { Here } from '../here';
import { worksOf, type StepWork } from '@keen-anvil/core/steps';
import { composeAffine, type Affine } from '@keen-anvil/core/geometry';
import type { Settings } from '@keen-anvil/core/recipes';
import type { Trace } from '@keen-anvil/core/standins';
import type { Pool } from 'pg';
import type { HeavyPool } from '../heavy/pool';
import { refused } from '../problem';
import type { RunRow } from '../queries/runs';
import type { StandIns } from '../standin/stand-ins';
import { jobDetail } from './job-views';
import { withPictures } from './engraved-pictures';
import { fileWithSettings, type StepFile } from './machine-files';
import type { Shop } from './shop';

/** A run's file made anew, and what its machine does with it. */
export interface RunPlan {
  file: StepFile;
  /** The parts that it goes over; null for all of them. */
  onlyParts: readonly string[] | null;
  trace: Trace;
}

/** Where a run really lies: by the marks of its sheet, and by how it was nudged since. */
export function liesBy({ correction, nudge }: Pick<RunRow, 'correction' | 'nudge'>): Affine | null {
  if (!nudge) return correction;
  const moved: Affine = [1, 0, 0, 1, nudge.dxMm, nudge.dyMm];
  return correction ? composeAffine(correction, moved) : moved;
}

/** What a run's step does on its sheet, as the job stands now. @throws Problem where the step is gone */
export async function workOfRun(here: Here, pool: Pool, heavy: HeavyPool, run: RunRow): Promise<StepWork> {
  const { steps } = await jobDetail(here, pool, heavy, run.jobId);
  const step = steps.find(({ id }) => id === run.stepId);
  if (!step) throw refused('The step of this run is not in the job any more.');
  const works = worksOf(step);
  return works.find(({ sheet }) => sheet !== null && sheet.id === run.sheetId) ?? works[0];
}

/** Makes a run's file anew. @throws Problem where something stands against it */
export async function planRun(
  here: Here,
  parts: { pool: Pool; heavy: HeavyPool; standIns: StandIns },
  run: RunRow,
  shop: Shop,
  change: {
    settings?: Settings;
    nudge?: RunRow['nudge'];
    onlyParts?: readonly string[] | null;
    butParts?: readonly string[];
  } = {},
): Promise<RunPlan> {
  const work = await workOfRun(here, parts.pool, parts.heavy, run);
  const asked = change.onlyParts ?? run.onlyParts;
  const but = change.butParts ?? [];
  const only =
    but.length > 0
      ? work.parts.map(({ id }) => id).filter((id) => (asked?.includes(id) ?? true) && !but.includes(id))
      : asked;
  const laid = only ? work.laid.filter(({ id }) => only.includes(id)) : work.laid;
  if (only && laid.length === 0) throw refused('None of these parts lies on the sheet of this run.', 'partIds');
  const settings = change.settings ?? run.settings;
  const lies = liesBy({ correction: run.correction, nudge: change.nudge === undefined ? run.nudge : change.nudge });
  const file = await fileWithSettings(
    here,
    parts.heavy,
    { ...work, laid, parts: only ? work.parts.filter(({ id }) => only.includes(id)) : work.parts },
    await withPictures(here, parts.pool, shop, [work]),
    settings,
    lies,
    work.laid,
  );
  const machine = shop.machines.get(run.machineId)!;
  return { file, onlyParts: only, trace: await parts.standIns.work(here, machine, file.text, settings, file.zero) };
}
