import { askSize, USUAL_CHOICES, type ReadingChoices } from '../../artwork-choices';
import { contourBounds, distance, transformContour, type CurveContour, type Point, type Segment } from '../../geometry';
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
  start: Point;
  segments: Segment[];
}

const straight = ({ x, y }: Point): Segment => ['L', x, y];
/** What one unit of a file may stand for that scales to a machine's own corners. */
const UNIT_ANSWERS = [
  { label: '1 unit is 0.025 mm', unitMm: 0.025 },
  { label: '1 unit is 0.01 mm', unitMm: 0.01 },
  { label: '1 unit is 0.1 mm', unitMm: 0.1 },
  { label: '1 unit is 1 mm', unitMm: 1 },
  { label: '1 unit is 1 inch', unitMm: 25.4 },
];

/**
 * Reads an HP-GL file back in as line work: a layer for each pen. One that scales its units to the corners of a machine it does
 * not name asks how long they are.
 * @throws ArtworkRefusedError where it is damaged
 */
export function readHpglArtwork(
  source: string,
  { unitMm }: Pick<ReadingChoices, 'unitMm'> = USUAL_CHOICES,
): ArtworkReading {
  const usualMm = UNIT_ANSWERS[0].unitMm;
  const { strokes, unread, isUnitUnknown } = refusing('HP-GL', () => readHpgl(source, unitMm ?? usualMm));
  const lines = strokes.map(({ pen, points: [start, ...way] }): Line => ({
    layer: `pen ${pen}`,
    colour: inkOf(pen),
    start,
    segments: way.map(straight),
  }));
  const reading = assemble('HP-GL', lines, unread);
  if (!isUnitUnknown || unitMm !== null) return reading;
  const notices = [
    ...reading.notices,
    {
      code: 'size-assumed' as const,
      message: 'The file does not say how long its units are (SC without IP): read at 0.025 mm',
      count: 1,
    },
  ];
  return { ...reading, notices, asks: askSize(reading.widthMm / usualMm, reading.heightMm / usualMm, UNIT_ANSWERS) };
}

/** Reads G-code back in as line work, arcs as arcs: a layer for each power and speed with the beam or tool on. @throws ArtworkRefusedError where it is damaged */
export function readGcodeArtwork(source: string): ArtworkReading {
  const { moves, unread } = refusing('G-code', () => readGcode(source, 0));
  const lines: Line[] = [];
  const inks = new Map<string, number>();
  for (const { from, to, arc, power, speedMmS } of moves) {
    if (power <= 0) continue;
    const layer = `${formatNumber(power * 100, 0)} % at ${formatNumber((speedMmS ?? 0) * 60, 0)} mm/min`;
    if (!inks.has(layer)) inks.set(layer, inks.size + 1);
    const last = lines[lines.length - 1];
    const way = arc ?? [straight(to)];
    if (last?.layer === layer && distance(endOf(last), from) < 1e-6) last.segments.push(...way);
    else lines.push({ layer, colour: inkOf(inks.get(layer)!), start: from, segments: [...way] });
  }
  return assemble('G-code', lines, unread);
}

function endOf({ start, segments }: Line): Point {
  const last = segments[segments.length - 1];
  return last ? { x: last[last.length - 2] as number, y: last[last.length - 1] as number } : start;
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
  const count = lines.reduce((sum, { segments }) => sum + segments.length + 1, 0);
  if (count > MOST_POINTS)
    throw new ArtworkRefusedError(
      `The ${what} file has ${formatNumber(count, 0)} points; ${formatNumber(MOST_POINTS, 0)} are taken.`,
    );
  const drawn = lines.filter(({ segments }) => segments.length > 0);
  const box = contourBounds(drawn.map(openContour), 0.001);
  if (!box) return { widthMm: 0, heightMm: 0, parts: [], notices: notices.list() };
  if ([box.minX, box.minY, box.maxX, box.maxY].some((value) => !(Math.abs(value) <= FARTHEST_MM)))
    throw new ArtworkRefusedError(`The ${what} file reaches further than ${FARTHEST_MM / 1000} m.`);
  const groups = new Map<string, { line: Line; contours: CurveContour[] }>();
  for (const line of drawn) {
    const group = groups.get(line.layer) ?? { line, contours: [] };
    group.contours.push(transformContour(closedWhereItCloses(line), [1, 0, 0, 1, -box.minX, -box.minY]));
    groups.set(line.layer, group);
  }
  const parts: ArtworkPart[] = [];
  for (const { line, contours } of groups.values())
    for (const part of assembleLines(contours))
      parts.push({ name: `Part ${parts.length + 1}`, colour: line.colour, layer: line.layer, contours: part });
  return { widthMm: box.maxX - box.minX, heightMm: box.maxY - box.minY, parts, notices: notices.list() };
}

const openContour = ({ start, segments }: Line): CurveContour => ({
  closed: false,
  start: [start.x, start.y],
  segments,
});

function closedWhereItCloses(line: Line): CurveContour {
  const contour = openContour(line);
  const { segments } = line;
  const isRound = segments.length > 2 || segments.some(([kind]) => kind !== 'L');
  if (!isRound || distance(line.start, endOf(line)) > SAME_MM) return contour;
  // The last straight side of a closed contour is understood.
  return {
    ...contour,
    closed: true,
    segments: segments[segments.length - 1][0] === 'L' ? segments.slice(0, -1) : segments,
  };
}

/** A colour for each pen or power: evenly round the colour circle, dark enough to be seen on paper. */
function inkOf(number: number): string {
  const hue = (number * 137.508) % 360;
  const channel = (shift: number) => Math.round(255 * (0.32 - 0.24 * Math.cos(((hue + shift) * Math.PI) / 180)));
  return `#${[0, 240, 120].map((shift) => channel(shift).toString(16).padStart(2, '0')).join('')}`;
}
