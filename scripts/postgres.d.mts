/** A port of loopback that is free now. */
export function freePort(): Promise<number>;
/** Starts PostgreSQL on a free port of loopback. */
export function startPostgres(
  name: string,
  options?: { quick?: boolean },
): Promise<{
  url: (database: string) => string;
  stop: () => void;
  isRunning: () => boolean;
  start: () => boolean;
  log: string;
}>;
