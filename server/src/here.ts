import type { Role } from '@keen-anvil/contract';
import type { Operation } from './db/operation';

/** Whose and who: in which workshop something is done, by whom, from where, and as which write. */
export interface Here {
  readonly workshopId: string;
  /** Null for what the server does by itself, and where nobody signs in. */
  readonly makerId: string | null;
  readonly role: Role;
  /** Which phone or computer asks: what is taken back on it is what was done on it. Null where it did not say. */
  readonly deviceId: string | null;
  /** The write that is being done; null for what is only read, and for what the server does by itself. */
  readonly operation: Operation | null;
}

/** Where the server does something by itself: in a workshop, as whoever may do all there. */
export const byItself = (workshopId: string): Here => ({
  workshopId,
  makerId: null,
  role: 'owner',
  deviceId: null,
  operation: null,
});

/** Where something is done that is no write of anybody's: when the server starts, and as the tables are brought up to date. */
export const AT_START: Here = byItself('');
