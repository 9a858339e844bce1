import type { Pool } from 'pg';
import type { HeavyPool } from '../heavy/pool';
import type { Watch } from '../db/watch';
import type { RunBook } from '../services/run-book';
import type { RunFollowers } from '../services/run-followers';
import type { TuningService } from '../services/tunings';

/** What the routes stand on. */
export interface ApiParts {
  pool: Pool;
  heavy: HeavyPool;
  runs: RunBook;
  followers: RunFollowers;
  watch: Watch;
  tunings: TuningService;
}
