import { useState } from 'react';
import type { BoxedPart } from './all-parts';

/** The parts of a drawing that are chosen, to have something done to them. */
export function useChosenParts(parts: readonly BoxedPart[]) {
  const [chosen, choose] = useState<ReadonlySet<string>>(new Set());
  return {
    chosen,
    choose,
    chosenParts: parts.filter(({ id }) => chosen.has(id)),
    /** Lets go of some; what was chosen since they were asked about stays chosen. */
    letGo: (partIds: readonly string[]) => choose((now) => new Set([...now].filter((id) => !partIds.includes(id)))),
  };
}
