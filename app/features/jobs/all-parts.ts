import type { JobDetail, PartView } from '@keen-anvil/contract';
import { knownBounds, type Bounds } from '@keen-anvil/core/geometry';
import { strayLabels } from '@keen-anvil/core/parts';

/** Every part of a job with the box it takes up in the drawing, in mm. */
export interface BoxedPart extends PartView {
  bounds: Bounds;
}

const known = new WeakMap<JobDetail, BoxedPart[]>();

/** All parts of a job, in steps or not; reckoned once for each answer of the server. */
export function allParts(job: JobDetail): BoxedPart[] {
  const before = known.get(job);
  if (before) return before;
  const parts = [...job.steps.flatMap((step) => step.parts), ...job.otherParts].flatMap((part) => {
    const bounds = knownBounds(part.contours);
    return bounds ? [{ ...part, bounds }] : [];
  });
  known.set(job, parts);
  return parts;
}

const widthOf = ({ bounds }: BoxedPart) => bounds.maxX - bounds.minX;
const heightOf = ({ bounds }: BoxedPart) => bounds.maxY - bounds.minY;

/** Parts at most so large across and down, in mm. */
export const upTo = (parts: readonly BoxedPart[], mm: number): BoxedPart[] =>
  parts.filter((part) => Math.max(widthOf(part), heightOf(part)) <= mm);

/** Round parts: one closed contour of curves, as wide as high within 2 %. */
export function circles(parts: readonly BoxedPart[]): BoxedPart[] {
  return parts.filter((part) => {
    const [outline, ...rest] = part.contours;
    const round = Math.abs(widthOf(part) - heightOf(part)) <= 0.02 * Math.max(widthOf(part), heightOf(part), 1e-9);
    return (
      rest.length === 0 &&
      outline.closed &&
      round &&
      outline.segments.length >= 2 &&
      outline.segments.every(([kind]) => kind === 'C')
    );
  });
}

const knownStrays = new WeakMap<readonly BoxedPart[], BoxedPart[]>();

/** Small closed parts far from the rest of their drawing, most likely labels drawn into the file. */
export function strays(parts: readonly BoxedPart[]): BoxedPart[] {
  const before = knownStrays.get(parts);
  if (before) return before;
  const ids = new Set(
    [...new Set(parts.map((part) => part.artworkId))].flatMap((artworkId) =>
      strayLabels(
        parts
          .filter((part) => part.artworkId === artworkId && part.role === 'process' && !part.outline)
          .map((part) => ({ id: part.id, bounds: part.bounds, isClosed: part.contours.every(({ closed }) => closed) })),
      ).flat(),
    ),
  );
  const found = parts.filter((part) => ids.has(part.id));
  knownStrays.set(parts, found);
  return found;
}

/** Parts by layer and then colour, as the tree shows them. */
export function treeOf(
  parts: readonly BoxedPart[],
): { layer: string | null; colours: { colour: string; parts: BoxedPart[] }[] }[] {
  const layers = [...new Set(parts.map((part) => part.layer))];
  return layers.map((layer) => {
    const own = parts.filter((part) => part.layer === layer);
    return {
      layer,
      colours: [...new Set(own.map((part) => part.colour))].map((colour) => ({
        colour,
        parts: own.filter((part) => part.colour === colour),
      })),
    };
  });
}
