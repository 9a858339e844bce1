import { byItself, type Here } from '../here';
import type { RunProgress } from '@keen-anvil/contract';
import { isOver } from '@keen-anvil/core/runs';
import type { Trace } from '@keen-anvil/core/standins';
import type { Watch } from '../db/watch';
import { notFound } from '../problem';
import type { RunRow } from '../queries/runs';
import { progressOf } from './run-progress';
import type { RunsSeen } from './runs-seen';

/** What somebody who follows a run is told; `isLast`: nothing comes after it. */
type Follower = (progress: RunProgress, isLast: boolean) => void;

interface Followed {
  id: string;
  workshopId: string;
  followers: Set<Follower>;
  /** As it was read last, and when, in ms of this process; null before the first reading. */
  seen: { run: RunRow; trace: Trace | null; atMs: number } | null;
  reading: Promise<void> | null;
  /** Something was told of it since the reading under way began. */
  isStale: boolean;
}

/**
 * Those who follow runs. However many follow one, it is read once when something is told of it, and all hear the same.
 * Between two readings nothing is said: where a run is by then follows from the clock (`rate`).
 */
export class RunFollowers {
  private readonly followed = new Map<string, Followed>();

  constructor(
    private readonly runs: RunsSeen,
    watch: Watch,
  ) {
    watch.on('told', (id) => {
      for (const run of id === null ? [...this.followed.values()] : [this.followed.get(id)])
        // What could not be read now is read when something is told again: the line to the database comes back with that.
        if (run) this.read(run).catch(() => undefined);
    });
  }

  /**
   * Tells a follower where a run is, now and whenever something is told of it, until it is over or the answer is called.
   * @returns how to leave
   * @throws Problem where the run is not in this workshop
   */
  async follow(here: Here, id: string, follower: Follower): Promise<() => void> {
    const run = this.followed.get(id) ?? this.begin(here, id);
    if (run.workshopId !== here.workshopId) throw notFound('That run');
    const leave = () => {
      run.followers.delete(follower);
      if (run.followers.size === 0 && this.followed.get(id) === run) this.followed.delete(id);
    };
    if (run.seen) {
      const { run: row, trace, atMs } = run.seen;
      run.followers.add(follower);
      follower(progressOf(row, trace, (performance.now() - atMs) / 1000), false);
      return leave;
    }
    run.followers.add(follower);
    try {
      await (run.reading ?? this.read(run));
    } catch (error) {
      leave();
      throw error;
    }
    return leave;
  }

  private begin(here: Here, id: string): Followed {
    const run: Followed = {
      id,
      workshopId: here.workshopId,
      followers: new Set(),
      seen: null,
      reading: null,
      isStale: false,
    };
    this.followed.set(id, run);
    return run;
  }

  /** Reads a run and tells all its followers; what is told of meanwhile is read once more afterwards. */
  private read(run: Followed): Promise<void> {
    if (run.reading) {
      run.isStale = true;
      return run.reading;
    }
    run.reading = this.tell(run).finally(() => {
      run.reading = null;
      if (!run.isStale) return;
      run.isStale = false;
      this.read(run).catch(() => undefined);
    });
    return run.reading;
  }

  private async tell(run: Followed): Promise<void> {
    const { run: row, trace } = await this.runs.follow(byItself(run.workshopId), run.id);
    run.seen = { run: row, trace, atMs: performance.now() };
    const progress = progressOf(row, trace);
    const isLast = isOver(row.state);
    if (isLast && this.followed.get(run.id) === run) this.followed.delete(run.id);
    for (const follower of [...run.followers]) follower(progress, isLast);
  }
}
