import simplify from 'simplify-js';
import { boundsOf, difference, normalise, offset, signedArea, type Point, type Region } from '../../geometry';
import { convexPieces } from './convex-pieces';

/** A ring with more points than this is drawn with fewer, on the safe side. */
const FEW_POINTS = 12;
/** How far a ring with many points may be drawn away from the line, of the root of its area, and in mm. */
const AWAY = 0.008;
const AWAY_LEAST_MM = 0.02;
const AWAY_MOST_MM = 0.4;

/** A part made ready for laying: grown by half the gap, as convex pieces about its own middle. */
export interface NestShape {
  /** The part's own area, without what it is grown by; mm². */
  area: number;
  /** The middle of the part in its own drawing. */
  middle: Point;
  /** Convex pieces, each turning the same way, from the middle. */
  pieces: Point[][];
  /** The edges of what was grown, from the middle: what another part can lie against. Solid on the left, with y up. */
  edges: { from: Point; to: Point; length: number }[];
  /** From the middle to its farthest point. */
  radius: number;
  /** What its outline holds with its holes, as grown; mm². */
  outlineArea: number;
  /** Its holes as they are left once it is grown, from the middle: what smaller parts can lie in. */
  holes: { ring: Point[]; area: number }[];
}

/** How far off a ring may be drawn. */
function awayOf(rings: readonly Point[][]): number {
  if (rings.every(({ length }) => length <= FEW_POINTS)) return 0;
  const area = Math.abs(signedArea(rings[0]));
  return Math.min(AWAY_MOST_MM, Math.max(AWAY_LEAST_MM, AWAY * Math.sqrt(area)));
}

const fewer = (ring: Point[], awayMm: number): Point[] => {
  if (awayMm === 0 || ring.length <= 4) return ring;
  // Begins at its farthest left point, so that no corner is lost to where the ring happens to begin.
  const start = ring.reduce((least, point, i) => (point.x < ring[least].x ? i : least), 0);
  const turned = [...ring.slice(start), ...ring.slice(0, start)];
  const kept = simplify([...turned, turned[0]], awayMm, true).slice(0, -1);
  return kept.length > 2 ? kept : ring;
};

/** Outlines, each with the holes in it, of a region as the clipping library gives it. */
function outlinesOf(region: Region): Point[][][] {
  const outers = region.filter((ring) => signedArea(ring) > 0).map((ring) => [ring]);
  for (const hole of region.filter((ring) => signedArea(ring) < 0)) {
    const round = outers
      .filter(([outer]) => isRound(outer, hole))
      .sort(([a], [b]) => signedArea(a) - signedArea(b))
      .at(0);
    round?.push(hole);
  }
  return outers;
}

const isRound = (outer: Point[], hole: Point[]): boolean => {
  const [around, inside] = [boundsOf(outer)!, boundsOf(hole)!];
  return (
    around.minX <= inside.minX && around.minY <= inside.minY && around.maxX >= inside.maxX && around.maxY >= inside.maxY
  );
};

/** A part made ready. @param gapMm between parts: half of it is grown on each */
export function nestShape(rings: Point[][], gapMm: number): NestShape {
  const awayMm = awayOf(rings);
  const drawn = normalise(rings);
  const area = drawn.reduce((sum, ring) => sum + signedArea(ring), 0);
  const grown = gapMm / 2 + awayMm;
  // As it is, to the letter, where nothing is grown: one outline, and whatever else there is are its holes.
  const [outline, ...holes] = rings;
  const isPlain = drawn.length === rings.length && holes.every((hole) => isRound(outline, hole));
  const isAsItIs = grown === 0 && isPlain && isNearly(area, Math.abs(signedArea(outline)) - sumOf(holes));
  const region = isAsItIs ? inOneTurn(rings) : offset(drawn, grown, 'sharp').map((ring) => fewer(ring, awayMm));
  const box = boundsOf(region.flat());
  if (!box || !(area > 0)) return NOTHING(rings[0][0]);
  const middle = { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 };
  const fromMiddle = (ring: Point[]) => ring.map(({ x, y }) => ({ x: x - middle.x, y: y - middle.y }));
  const outlines = outlinesOf(region).map((outline) => outline.map(fromMiddle));
  const edges = outlines.flat().flatMap((ring) =>
    ring.map((from, i) => {
      const to = ring[(i + 1) % ring.length];
      return { from, to, length: Math.hypot(to.x - from.x, to.y - from.y) };
    }),
  );
  return {
    area,
    middle,
    pieces: outlines.flatMap(convexPieces),
    edges: edges.filter(({ length }) => length > 1e-9),
    radius: Math.max(...edges.map(({ from }) => Math.hypot(from.x, from.y))),
    outlineArea: sumOf(outlines.map(([outline]) => outline)),
    holes: outlines.flatMap(([, ...holes]) => holes.map((ring) => ({ ring, area: Math.abs(signedArea(ring)) }))),
  };
}

/** A part that nothing is left of. */
const NOTHING = (middle: Point): NestShape => ({
  area: 0,
  middle,
  pieces: [],
  edges: [],
  radius: 0,
  outlineArea: 0,
  holes: [],
});

const sumOf = (rings: readonly Point[][]): number => rings.reduce((sum, ring) => sum + Math.abs(signedArea(ring)), 0);

/** The clipping library rounds: areas differ by that. */
const isNearly = (a: number, b: number): boolean => Math.abs(a - b) <= 1e-4 * Math.max(1, Math.abs(b));

/** Rings as the clipping library turns them, without a point of theirs changed. */
const inOneTurn = (rings: Point[][]): Region =>
  rings.map((ring, i) => (signedArea(ring) > 0 === (i === 0) ? ring : [...ring].reverse()));

/** What of a sheet's box cannot be laid on: beyond its edge, used spots, each grown by the gap. */
export interface Ground {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
  /** The sheet's own edge along y, from where its length is counted. */
  startY: number;
  /** The sheet itself, without its used spots. */
  region: Region;
  /** Convex pieces that nothing may lie on. */
  taken: Point[][];
}

/**
 * A sheet made ready.
 * @param gapMm half of it is grown on each part already, so that this much less is left at the edge
 */
export function groundOf(
  { outline, holes }: { outline: Point[]; holes: Point[][] },
  { gapMm, edgeMm }: { gapMm: number; edgeMm: number },
): Ground {
  const used = holes
    .filter(({ length }) => length > 2)
    .map((hole) => (signedArea(hole) > 0 ? hole : [...hole].reverse()));
  const sheet = normalise([outline]);
  const edge = edgeMm - gapMm / 2;
  const awayMm = awayOf([outline]);
  const inset =
    edge + awayMm === 0 ? sheet : offset(sheet, -(edge + awayMm), 'sharp').map((ring) => fewer(ring, awayMm));
  const box = boundsOf(inset.flat());
  const edges = boundsOf(outline)!;
  if (!box) return { ...edges, maxX: edges.minX, maxY: edges.minY, startY: edges.minY, region: [], taken: [] };
  const [over, frame] = [{ ...box }, 1];
  const whole = [
    { x: over.minX - frame, y: over.minY - frame },
    { x: over.maxX + frame, y: over.minY - frame },
    { x: over.maxX + frame, y: over.maxY + frame },
    { x: over.minX - frame, y: over.maxY + frame },
  ];
  // A part grown by half the gap keeps the rest of the gap from a used spot by what that is grown.
  const spots = used.map((hole) => {
    const away = awayOf([hole]);
    const grown = Math.max(edgeMm, gapMm) - gapMm / 2 + away;
    const region = normalise([hole]);
    return grown === 0 ? region : offset(region, grown, 'sharp').map((ring) => fewer(ring, away));
  });
  const isPlain = inset.length === 1 && isBox(inset[0], box);
  const beyond = isPlain ? [] : difference([whole], inset);
  return {
    ...box,
    startY: edges.minY,
    region: difference(sheet, used),
    taken: [...outlinesOf(beyond), ...spots.flatMap(outlinesOf)].flatMap(convexPieces),
  };
}

const isBox = (ring: Point[], box: { minX: number; minY: number; maxX: number; maxY: number }): boolean =>
  Math.abs(Math.abs(signedArea(ring)) - (box.maxX - box.minX) * (box.maxY - box.minY)) < 1e-6;
