import { boundsOf, distance, type CurveContour, type Point } from '../../geometry';
import { readGcode, readHpgl } from '../../output';
import { formatNumber } from '../../units';
import { assembleLines } from '../assemble-parts';
import { ArtworkRefusedError, NoticeList, type ArtworkPart, type ArtworkReading } from '../reading';

/** Ends nearer than this are the same point, in mm. */
const SAME_MM = 0.02;
const MOST_POINTS = 1_500_000;
const FARTHEST_MM = 100_000;

interface Line {
  layer: string;
  colour: string;
  points: Point[];
}

/** Reads an HP-GL file back in as line work: a layer for each pen. @throws ArtworkRefusedError where it draws nothing or is damaged */
export function readHpglArtwork(source: string): ArtworkReading {
  const { strokes, unread } = refusing('HP-GL', () => readHpgl(source));
  const lines = strokes.map(({ pen, points }): Line => ({ layer: `pen ${pen}`, colour: inkOf(pen), points }));
  return assemble('HP-GL', lines, unread);
}

/** Reads G-code back in as line work: a layer for each power and speed with the beam or tool on. @throws ArtworkRefusedError where it draws nothing or is damaged */
export function readGcodeArtwork(source: string): ArtworkReading {
  const { moves, unread } = refusing('G-code', () => readGcode(source, 0));
  const lines: Line[] = [];
  const inks = new Map<string, number>();
  for (const { from, to, power, speedMmS } of moves) {
    if (power <= 0) continue;
    const layer = `${formatNumber(power * 100, 0)} % at ${formatNumber((speedMmS ?? 0) * 60, 0)} mm/min`;
    if (!inks.has(layer)) inks.set(layer, inks.size + 1);
    const last = lines[lines.length - 1];
    if (last?.layer === layer && distance(last.points[last.points.length - 1], from) < 1e-6) last.points.push(to);
    else lines.push({ layer, colour: inkOf(inks.get(layer)!), points: [from, to] });
  }
  return assemble('G-code', lines, unread);
}

function refusing<T>(what: string, read: () => T): T {
  try {
    return read();
  } catch (error) {
    if (error instanceof SyntaxError) throw new ArtworkRefusedError(`The ${what} file is damaged: ${error.message}`);
    throw error;
  }
}

function assemble(what: string, lines: Line[], unread: readonly string[]): ArtworkReading {
  const notices = new NoticeList();
  for (const word of unread.slice(0, 30)) notices.add('unread', `${what} ${word} is not read`);
  const count = lines.reduce((sum, { points }) => sum + points.length, 0);
  if (count > MOST_POINTS) throw new ArtworkRefusedError(`The ${what} file has ${formatNumber(count, 0)} points; ${formatNumber(MOST_POINTS, 0)} are taken.`);
  const box = boundsOf(lines.flatMap(({ points }) => points));
  if (!box) return { widthMm: 0, heightMm: 0, parts: [], notices: notices.list() };
  if ([box.minX, box.minY, box.maxX, box.maxY].some((value) => !(Math.abs(value) <= FARTHEST_MM))) throw new ArtworkRefusedError(`The ${what} file reaches further than ${FARTHEST_MM / 1000} m.`);
  const groups = new Map<string, { line: Line; contours: CurveContour[] }>();
  for (const line of lines) {
    const group = groups.get(line.layer) ?? { line, contours: [] };
    if (line.points.length > 1) group.contours.push(contourOf(line.points, box.minX, box.minY));
    groups.set(line.layer, group);
  }
  const parts: ArtworkPart[] = [];
  for (const { line, contours } of groups.values())
    for (const part of assembleLines(contours)) parts.push({ name: `Part ${parts.length + 1}`, colour: line.colour, layer: line.layer, contours: part });
  return { widthMm: box.maxX - box.minX, heightMm: box.maxY - box.minY, parts, notices: notices.list() };
}

function contourOf(points: readonly Point[], left: number, top: number): CurveContour {
  const [first] = points;
  const closed = points.length > 3 && distance(first, points[points.length - 1]) <= SAME_MM;
  const way = closed ? points.slice(1, -1) : points.slice(1);
  return { closed, start: [first.x - left, first.y - top], segments: way.map(({ x, y }) => ['L', x - left, y - top]) };
}

/** A colour for each pen or power: evenly round the colour circle, dark enough to be seen on paper. */
function inkOf(number: number): string {
  const hue = (number * 137.508) % 360;
  const channel = (shift: number) => Math.round(255 * (0.32 - 0.24 * Math.cos(((hue + shift) * Math.PI) / 180)));
  return `#${[0, 240, 120].map((shift) => channel(shift).toString(16).padStart(2, '0')).join('')}`;
}
