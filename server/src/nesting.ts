/** Deeper than any contract goes. */
export const DEEPEST = 24;

/** Whether data is nested deeper than any contract: level by level, as what is nested without end must not be followed by calls. */
export function isTooDeep(data: unknown): boolean {
  let level = [data];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > DEEPEST) return true;
    level = level.flatMap((value) =>
      typeof value === 'object' && value !== null ? Object.values(value as Record<string, unknown>) : [],
    );
  }
  return false;
}
