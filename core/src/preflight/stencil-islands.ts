import { boundsOf, distance, type Point, type Polyline } from '../geometry';
import { familyOf } from '../materials';
import type { Finding, ProposedBridge } from './finding';
import { holesOf } from './holes';
import type { CheckedStep } from './step-input';

/** A bridge is so many smallest details wide, at least. */
const BRIDGE_DETAILS = 2;
const NARROWEST_MM = 1.5;
/** How far a bridge goes into the film on both sides of the gap, in mm. */
const GRIP_MM = 0.6;

/** Islands of a stencil: film inside a letter that falls out when the letter is taken out. Bridges are proposed at two places of each. */
export function checkStencilIslands({ placed, material }: CheckedStep): Finding[] {
  if (!familyOf(material.family).groundStays) return [];
  const widthMm = Math.max(NARROWEST_MM, BRIDGE_DETAILS * material.smallestDetailMm);
  return placed.flatMap((part): Finding[] => {
    const islands = holesOf(part);
    if (islands.length === 0) return [];
    const bridges = islands.flatMap(({ hole, outline }) => bridgesFor(hole, outline, widthMm));
    return [
      {
        code: `stencil-island ${part.id}`,
        severity: 'warn',
        message: `The inside of “${part.name}” falls out of the stencil.`,
        mend: `Let ${bridges.length} bridges of ${widthMm} mm hold it.`,
        places: islands.flatMap(({ hole }) => boundsOf(hole.points) ?? []),
        fix: { kind: 'bridges', label: `Put ${bridges.length} bridges in`, partId: part.id, bridges },
      },
    ];
  });
}

/** A bridge where island and outline are nearest, and one as near as can be on the other side. */
function bridgesFor(island: Polyline, outline: Polyline, widthMm: number): ProposedBridge[] {
  const middle = middleOf(island.points);
  const links = island.points.map((from) => ({
    from,
    to: outline.points.reduce((best, to) => (distance(from, to) < distance(from, best) ? to : best)),
  }));
  const length = ({ from, to }: (typeof links)[number]) => distance(from, to);
  const nearest = links.reduce((best, link) => (length(link) < length(best) ? link : best));
  const side = ({ from }: (typeof links)[number]) =>
    (from.x - middle.x) * (nearest.from.x - middle.x) + (from.y - middle.y) * (nearest.from.y - middle.y);
  const across = links.filter((link) => side(link) < 0);
  const second = across.length ? across.reduce((best, link) => (length(link) < length(best) ? link : best)) : null;
  return [nearest, ...(second ? [second] : [])].map(({ from, to }) => ({
    x: (from.x + to.x) / 2,
    y: (from.y + to.y) / 2,
    angle: Math.atan2(to.y - from.y, to.x - from.x),
    lengthMm: distance(from, to) + 2 * GRIP_MM,
    widthMm,
  }));
}

const middleOf = (points: readonly Point[]): Point => ({
  x: points.reduce((sum, p) => sum + p.x, 0) / points.length,
  y: points.reduce((sum, p) => sum + p.y, 0) / points.length,
});
