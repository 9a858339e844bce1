import type { Pool } from 'pg';
import type { Logger } from 'pino';
import { Watch } from './db/watch';
import type { HeavyPool } from './heavy/pool';
import { WRITTEN_CHANNEL } from './queries/operations';
import { RUN_CHANNEL } from './queries/runs';
import type { ApiParts } from './routes/api-parts';
import { RunBook } from './services/run-book';
import { RunFollowers } from './services/run-followers';
import { RunKeeper } from './services/run-keeper';
import { TuningService } from './services/tunings';
import { StandIns } from './standin/stand-ins';

/** What a server is put together from, beside its database. */
export interface Parts extends ApiParts {
  keeper: RunKeeper;
}

/** Puts a server together; nothing is done before {@link Watch.start}. */
export function assemble({ pool, url, heavy, log }: { pool: Pool; url: string; heavy: HeavyPool; log: Logger }): Parts {
  const standIns = new StandIns(pool, heavy);
  const runs = new RunBook(pool, heavy, standIns);
  const tunings = new TuningService(pool, heavy, standIns);
  const watch = new Watch(url, { told: RUN_CHANNEL, written: WRITTEN_CHANNEL }, log);
  const keeper = new RunKeeper(pool, watch, log, tunings.sheets.finish);
  return { pool, heavy, runs, followers: new RunFollowers(runs.seen, watch), tunings, watch, keeper };
}
