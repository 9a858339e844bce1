import type { JobDetail } from '@keen-anvil/contract';
import type { CurveContour } from '@keen-anvil/core/geometry';
import type { Operation } from '@keen-anvil/core/makings';
import type { Measures } from '@keen-anvil/core/measured';
import { lineWidthOf } from '@keen-anvil/core/tools';
import { useTools } from '../shop/queries';
import type { BoxedPart } from './all-parts';
import { numberOf } from './inspect';
import { tryInWorker } from './see-document';

/** One thing that could become of the parts: an operation, with the part that it goes on as first. */
export interface Offer {
  label: string;
  operation: Operation;
  parts: BoxedPart[];
}

const sizeOf = ({ bounds }: BoxedPart): number => (bounds.maxX - bounds.minX) * (bounds.maxY - bounds.minY);

export function offersFor(chosen: BoxedPart[], operations: readonly Operation[]): Offer[] {
  const largest = [...chosen].sort((a, b) => sizeOf(b) - sizeOf(a));
  return operations.flatMap((operation): Offer[] => {
    if (operation.needs !== 'several') return [{ label: operation.label, operation, parts: chosen }];
    if (chosen.length < 2) return [];
    if (operation.name !== 'cut-out') return [{ label: operation.label, operation, parts: largest }];
    // What is taken out of what: either way round where there are two.
    return (chosen.length === 2 ? [largest, [...largest].reverse()] : [largest]).map((parts) => ({
      label: `${operation.label} “${parts[0].name}”`,
      operation,
      parts,
    }));
  });
}

/** More lines than these are not worked out for a small picture. */
export const MOST_SEGMENTS = 20_000;

/** The lines that an offer is made of: those of each part, or of all of them as one. */
const linesOf = ({ parts }: Offer, asGroup: boolean): CurveContour[][] =>
  asGroup ? [parts.flatMap(({ contours }) => contours)] : parts.map(({ contours }) => contours);

export const takesGroup = ({ operation, parts }: Offer): boolean => operation.takesGroups === true && parts.length > 1;

/** The question what would come of an offer, for the worker; the same parts and measures are asked for once. */
export const tryQuery = (offer: Offer, measures: Measures, isWanted: boolean, asGroup = takesGroup(offer)) => ({
  queryKey: ['made', offer.operation.name, asGroup, offer.parts.map(({ contours }) => numberOf(contours)), measures],
  queryFn: () => tryInWorker(offer.operation.name, linesOf(offer, asGroup), measures),
  enabled: isWanted,
  staleTime: Infinity,
  structuralSharing: false,
  retry: false,
});

/** What an operation begins with; a hatch of a tool whose line is known keeps half of it from the edge, and lies line beside line. */
export const usual = ({ name: operation, measures }: Operation, lineMm: number | null): Measures => ({
  ...Object.fromEntries(measures.map(({ name, usual: n }) => [name, n])),
  ...(operation === 'hatch' && lineMm !== null ? { inset: lineMm / 2, spacing: lineMm } : {}),
});

/** The line of the tool that the parts are done with, where all of them are done with one; null where nobody knows. */
export function useLineOf(job: JobDetail, chosen: BoxedPart[]): { mm: number | null; tool: string } {
  const tools = useTools().data ?? [];
  const ids = new Set(chosen.map(({ stepId }) => job.steps.find(({ id }) => id === stepId)?.toolId));
  const tool = ids.size === 1 ? tools.find(({ id }) => ids.has(id)) : undefined;
  return { mm: tool ? lineWidthOf(tool) : null, tool: tool?.name ?? '' };
}
