import type { Here } from '../here';
import type { RunView } from '@keen-anvil/contract';
import { keepsMachine } from '@keen-anvil/core/runs';
import type { Trace } from '@keen-anvil/core/standins';
import type { Pool } from 'pg';
import { notFound } from '../problem';
import { findRun, listNewestRuns, listOpenRuns, type RunRow } from '../queries/runs';
import type { StandIns } from '../standin/stand-ins';
import { runViews } from './run-views';
import { loadShop, type Shop } from './shop';

/** The materials of runs that wait for their start: what has to be ready depends on them. */
const waitingFor = (runs: readonly RunRow[]): string[] =>
  runs.flatMap(({ state, isLed, materialId }) => (isLed && state === 'holding' ? [materialId] : []));

const isUnderWay = ({ isByHand, state }: RunRow): boolean => !isByHand && keepsMachine(state) && state !== 'holding';

/** The runs of jobs as anybody sees them: worked out from what is written down, never kept in memory. */
export class RunsSeen {
  constructor(
    private readonly pool: Pool,
    private readonly standIns: StandIns,
  ) {}

  async get(here: Here, id: string): Promise<RunView> {
    return (await this.views(here, [await this.find(here, id)]))[0];
  }

  async listForJob(here: Here, jobId: string): Promise<RunView[]> {
    return this.views(here, await listNewestRuns(this.pool, here.workshopId, jobId));
  }

  /** Runs that somebody should know of; where their heads are is not asked. */
  async listOpen(here: Here): Promise<RunView[]> {
    const runs = await listOpenRuns(this.pool, here.workshopId);
    return runs.length > 0
      ? runViews(here, this.pool, runs, await loadShop(here, this.pool, waitingFor(runs)), async () => null)
      : [];
  }

  /** A run's row, and what its stand-in does: enough to say where it is for as long as it goes on so. */
  async follow(here: Here, id: string): Promise<{ run: RunRow; trace: Trace | null }> {
    const run = await this.find(here, id);
    return { run, trace: await this.traceOf(here, run) };
  }

  /** A run as it is written down. @throws Problem where it is not in this workshop */
  async find(here: Here, id: string): Promise<RunRow> {
    const run = await findRun(this.pool, here.workshopId, id);
    if (!run) throw notFound('That run');
    return run;
  }

  /** What the stand-in of a run does; null where it is on none, or its file cannot be followed: then nobody can say where the head is. */
  async traceOf(here: Here, run: RunRow): Promise<Trace | null> {
    return isUnderWay(run) ? this.traceIn(here, await loadShop(here, this.pool), run) : null;
  }

  private async traceIn(here: Here, { machines }: Shop, run: RunRow): Promise<Trace | null> {
    const machine = machines.get(run.machineId);
    return isUnderWay(run) && machine ? this.standIns.traceOf(here, run, machine).catch(() => null) : null;
  }

  private async views(here: Here, runs: readonly RunRow[]): Promise<RunView[]> {
    if (runs.length === 0) return [];
    const shop = await loadShop(here, this.pool, waitingFor(runs));
    return runViews(here, this.pool, runs, shop, (run) => this.traceIn(here, shop, run));
  }
}
