import { AT_START, byItself, type Here } from '../here';
import { secondsToGo } from '@keen-anvil/core/runs';
import type { Pool } from 'pg';
import type { Logger } from 'pino';
import type { Db } from '../db/db';
import { inTransaction } from '../db/pool';
import type { Watch } from '../db/watch';
import { forgetOperations } from '../queries/operations';
import { secondsToNextDue, takeDueRun, takeDueSheet, takeWaitingSeries, type DueRow } from '../queries/run-series';
import { lockRun } from '../queries/runs';

import { finish, follow } from './run-consequences';
import { loadShop } from './shop';

/** It is looked at least this often whether something is due, in ms. */
const LOOK_MS = 1000;
const SOONEST_MS = 15;
/** What could not be closed is tried again after this long, and then after twice as long each time, in ms. */
const AGAIN_MS = 500;
const LONGEST_MS = 30_000;
/** A run is due by PostgreSQL's clock; its row tells the time with less precision. */
const CLOCK_SLACK_SECONDS = 0.01;
/** Operations are kept so many days, and looked through so often, in ms. */
const KEPT_DAYS = 7;
const FORGET_MS = 3_600_000;

/** Takes something further within a transaction. Returns false where it is not the time for it. */
type Close = (here: Here, db: Db, id: string) => Promise<boolean>;

/** Closes what is due, and begins what follows: whichever server takes it first, also after a restart and after a try that failed. */
export class RunKeeper {
  private timer: ReturnType<typeof setTimeout> | null = null;
  private isClosed = false;
  private isAwaited = false;
  private forgetAt = 0;
  private round: Promise<void> = Promise.resolve();
  private readonly failing = new Map<string, { times: number; until: number }>();

  constructor(
    private readonly pool: Pool,
    private readonly watch: Watch,
    private readonly log: Logger,
    private readonly finishSheet: Close,
  ) {
    this.watch.on('told', this.wake);
  }

  /** Looks at once. */
  readonly wake = (): void => {
    if (this.isClosed || this.isAwaited) return;
    this.isAwaited = true;
    if (this.timer) clearTimeout(this.timer);
    this.round = this.round.then(() => this.look());
  };

  async close(): Promise<void> {
    this.isClosed = true;
    this.watch.off('told', this.wake);
    if (this.timer) clearTimeout(this.timer);
    await this.round;
  }

  /** What was done a week ago is not sent again. */
  private async forget(): Promise<void> {
    if (performance.now() < this.forgetAt) return;
    this.forgetAt = performance.now() + FORGET_MS;
    await forgetOperations(this.pool, KEPT_DAYS);
  }

  private async look(): Promise<void> {
    this.isAwaited = false;
    let next = LOOK_MS;
    try {
      while (
        !this.isClosed &&
        ((await this.take(takeDueRun, this.closeRun)) ||
          (await this.take(takeDueSheet, this.finishSheet)) ||
          (await this.take(takeWaitingSeries, this.begin)))
      );
      const seconds = await secondsToNextDue(this.pool);
      await this.forget();
      if (seconds !== null) next = Math.min(LOOK_MS, Math.max(SOONEST_MS, seconds * 1000));
    } catch (error) {
      if (!this.isClosed) this.log.warn({ err: error }, 'it could not be looked whether a run is due');
    }
    if (this.isClosed || this.isAwaited) return;
    this.timer = setTimeout(this.wake, next);
  }

  /** Takes one thing that is due, if there is one. A try that fails leaves it for later, and lets the others go on. */
  private async take(
    find: (db: Db, except: readonly string[]) => Promise<DueRow | undefined>,
    close: Close,
  ): Promise<boolean> {
    let taken: string | undefined;
    const now = performance.now();
    const except = [...this.failing].filter(([, { until }]) => until > now).map(([id]) => id);
    try {
      const isDone = await inTransaction(AT_START, this.pool, async (db) => {
        const due = await find(db, except);
        taken = due?.id;
        return due !== undefined && (await close(byItself(due.workshopId), db, due.id));
      });
      if (!taken) return false;
      if (isDone) this.failing.delete(taken);
      else this.failing.set(taken, { times: 1, until: now + AGAIN_MS });
      return true;
    } catch (error) {
      // A lost database takes everything alike.
      if (!taken || this.isClosed) throw error;
      const times = (this.failing.get(taken)?.times ?? 0) + 1;
      this.failing.set(taken, { times, until: now + Math.min(LONGEST_MS, AGAIN_MS * 2 ** (times - 1)) });
      this.log.error({ err: error, id: taken }, 'what was due could not be written down; it is tried again');
      return true;
    }
  }

  private readonly closeRun = async (here: Here, db: Db, id: string): Promise<boolean> => {
    const run = await lockRun(db, here.workshopId, id);
    // It was taken further between the look and the lock.
    if (!run || run.state !== 'running' || run.driver !== 'stand-in' || run.goingSeconds === null) return false;
    const toGo = secondsToGo({
      doneBefore: run.doneSeconds,
      speedUp: run.speedUp,
      totalSeconds: run.totalSeconds ?? run.estimateSeconds,
    });
    if (run.goingSeconds + CLOCK_SLACK_SECONDS < toGo) return false;
    await finish(here, db, run, await loadShop(here, db, [run.materialId]));
    return true;
  };

  private readonly begin = (here: Here, db: Db, seriesId: string): Promise<boolean> => follow(here, db, seriesId);
}
