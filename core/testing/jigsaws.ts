import { signedArea, type Point } from '../src/geometry';
import type { NestPart } from '../src/layout';
import { unsafeUniformIntDistribution, xoroshiro128plus } from 'pure-rand';

/** A rectangle cut by lines into pieces, each turned: laid as they were, nothing is wasted. */
export interface Jigsaw {
  widthMm: number;
  heightMm: number;
  parts: NestPart[];
}

const RANGE = 2 ** 30;

/** A jigsaw of 12 to 40 pieces, the same for a seed; each turned, or as it was cut. */
export function jigsaw(seed: number, lie: 'turned' | 'as cut' = 'turned'): Jigsaw {
  // Seeds that follow each other give like numbers at first.
  const generator = xoroshiro128plus(seed * 7919);
  for (let i = 0; i < 20; i++) generator.unsafeNext();
  const chance = () => unsafeUniformIntDistribution(0, RANGE - 1, generator) / RANGE;
  const [widthMm, heightMm] = [200 + 200 * chance(), 200 + 200 * chance()];
  const count = 12 + Math.floor(29 * chance());
  let pieces: Point[][] = [
    [
      { x: 0, y: 0 },
      { x: widthMm, y: 0 },
      { x: widthMm, y: heightMm },
      { x: 0, y: heightMm },
    ],
  ];
  while (pieces.length < count) {
    // One of the larger pieces is cut somewhere near its middle, in any direction.
    const sorted = [...pieces].sort((a, b) => Math.abs(signedArea(b)) - Math.abs(signedArea(a)));
    const taken = sorted[Math.floor(chance() ** 2 * sorted.length)];
    const middle = taken.reduce((sum, { x, y }) => ({ x: sum.x + x / taken.length, y: sum.y + y / taken.length }), {
      x: 0,
      y: 0,
    });
    const away = Math.sqrt(Math.abs(signedArea(taken))) * 0.3;
    const through = { x: middle.x + away * (chance() - 0.5), y: middle.y + away * (chance() - 0.5) };
    const direction = chance() * Math.PI;
    const halves = cut(taken, through, direction);
    if (halves.some((half) => half.length < 3 || Math.abs(signedArea(half)) < (widthMm * heightMm) / count / 8))
      continue;
    pieces = [...pieces.filter((piece) => piece !== taken), ...halves];
  }
  const parts = pieces.map((piece, i): NestPart => {
    const angle = lie === 'turned' ? chance() * 2 * Math.PI : chance() * 0;
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const ring = piece.map(({ x, y }) => ({ x: cos * x - sin * y, y: sin * x + cos * y }));
    return { id: `piece ${i + 1}`, rings: [ring], count: 1, angles: 'free', mayTurnOver: false };
  });
  return { widthMm, heightMm, parts: parts.sort(() => chance() - 0.5) };
}

/** A convex piece cut in two along a line. */
function cut(ring: Point[], through: Point, direction: number): [Point[], Point[]] {
  const [nx, ny] = [-Math.sin(direction), Math.cos(direction)];
  const side = ({ x, y }: Point) => nx * (x - through.x) + ny * (y - through.y);
  const halves: [Point[], Point[]] = [[], []];
  ring.forEach((point, i) => {
    const next = ring[(i + 1) % ring.length];
    const [a, b] = [side(point), side(next)];
    halves[a >= 0 ? 0 : 1].push(point);
    if (a >= 0 === b >= 0) return;
    const t = a / (a - b);
    const meeting = { x: point.x + t * (next.x - point.x), y: point.y + t * (next.y - point.y) };
    halves[0].push(meeting);
    halves[1].push(meeting);
  });
  return halves;
}
