import type { Here } from '../here';
import { machineKindOf, type Machine } from '@keen-anvil/core/machines';
import type { Frame } from '@keen-anvil/core/output';
import type { Settings } from '@keen-anvil/core/recipes';
import type { Trace } from '@keen-anvil/core/standins';
import type { Pool } from 'pg';
import type { HeavyPool } from '../heavy/pool';
import { findMachineFile, type RunRow } from '../queries/runs';

/** So many runs are kept ready to be asked where they are. */
const KEPT = 24;

/** What a stand-in needs to know of a run, with all that its file is made anew by. */
export type Loaded = Pick<
  RunRow,
  'id' | 'settings' | 'zero' | 'nudge' | 'correction' | 'plannedToolLife' | 'plannedRevision'
>;

/** The stand-ins of the runs that somebody watches: worked out on a thread of their own, once, and kept for a while. */
export class StandIns {
  private readonly traces = new Map<string, Promise<Trace>>();

  constructor(
    private readonly pool: Pool,
    private readonly heavy: HeavyPool,
  ) {}

  /**
   * What a machine does with a file, from the first moment to the last.
   * @param zero from where the file counts; null for the machine's own zero
   */
  work(here: Here, machine: Machine, file: string, settings: Settings, zero: Frame | null = null): Promise<Trace> {
    return this.heavy.standIn(here, { machine, file, settings, zero });
  }

  /** What the machine of a run does. */
  traceOf(here: Here, run: Loaded, machine: Machine): Promise<Trace> {
    const { id, settings, zero, nudge, correction, plannedToolLife, plannedRevision } = run;
    // Another server may have made the file anew: the key holds all that it is made of.
    const key = JSON.stringify([
      here.workshopId,
      id,
      settings,
      zero,
      nudge,
      correction,
      plannedToolLife,
      plannedRevision,
      machine,
    ]);
    const there = this.traces.get(key);
    if (there) return there;
    const made = this.load(here, run, machine);
    this.traces.set(key, made);
    made.catch(() => this.traces.delete(key));
    const [oldest] = this.traces.keys();
    if (this.traces.size > KEPT) this.traces.delete(oldest);
    return made;
  }

  private async load(here: Here, run: Loaded, machine: Machine): Promise<Trace> {
    // A press takes no file.
    const file =
      machineKindOf(machine.kind).does === 'heat' ? '' : await findMachineFile(this.pool, here.workshopId, run.id);
    return this.work(here, machine, file ?? '', run.settings, run.zero);
  }
}
