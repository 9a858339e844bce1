/** Classes and codes of SQLSTATE that say that the database is not there: connection lost, shut down, starting up, full. */
const AWAY = /^(08|57P0[1-4]|53300)/;
/** The same as Node says it. */
const UNREACHED = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', 'ENOTFOUND', 'EHOSTUNREACH']);
/** As PostgreSQL says that a database takes no one in at the moment; its code (55000) means other things too. */
const CLOSED = /is not currently accepting connections$/;
/** node-postgres has no code for these. */
const SAID =
  /^(Connection terminated|Client has encountered a connection error|Client was closed and is not queryable|Cannot use a pool after calling end)/;

/** As node-postgres says that all its lines were in use for too long: the database is there. */
const FULL = 'timeout exceeded when trying to connect';

/** Whether something failed because the database is not there, or let its line go: whether it was written is not known then. */
export function isDatabaseAway(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  const { code } = error as { code?: unknown };
  if (typeof code === 'string' && (AWAY.test(code) || UNREACHED.has(code))) return true;
  if (error instanceof AggregateError) return error.errors.some(isDatabaseAway);
  return SAID.test(error.message) || CLOSED.test(error.message);
}

/** Whether something failed because every line to the database was in use for too long. */
export const isPoolFull = (error: unknown): boolean => error instanceof Error && error.message === FULL;
