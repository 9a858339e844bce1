import { OUTCOMES, type Outcome } from '../recipes';

/** What of a run was not enough, by the verdict on it and on its parts. */
export interface NotEnough {
  /** The worst of it. */
  outcome: Outcome;
  /** Only these parts, or all of it but those that were enough. */
  parts: { only: readonly string[] } | { but: readonly string[] };
}

/**
 * What of a run has to be gone over again: all that was not enough, without the parts that were; or the parts alone that were not
 * while the rest was. null where all was enough, or nothing was said.
 */
export function notEnough(
  outcome: Outcome | null,
  parts: readonly { partId: string; outcome: Outcome }[],
): NotEnough | null {
  if (outcome === null) return null;
  const isUnder = (one: Outcome) => one.endsWith('under');
  const under = parts.filter((part) => isUnder(part.outcome));
  const all = [...(isUnder(outcome) ? [outcome] : []), ...under.map((part) => part.outcome)];
  if (all.length === 0) return null;
  const worst = all.reduce((a, b) => (OUTCOMES.indexOf(b) < OUTCOMES.indexOf(a) ? b : a));
  const ids = (of: typeof parts) => of.map(({ partId }) => partId);
  return {
    outcome: worst,
    parts: isUnder(outcome) ? { but: ids(parts.filter((part) => !isUnder(part.outcome))) } : { only: ids(under) },
  };
}
