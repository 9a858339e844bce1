import type { Pool } from 'pg';
import type { HeavyPool } from '../heavy/pool';
import type { RunService } from '../services/runs';
import type { TuningService } from '../services/tunings';

/** What the routes stand on. */
export interface ApiParts {
  pool: Pool;
  heavy: HeavyPool;
  runs: RunService;
  tunings: TuningService;
}
