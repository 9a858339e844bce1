import { arcSegments, flatten, type Point, type Segment } from '../../geometry';
import type { Frame } from '../frame';
import { FULL_POWER_S } from './write';

/** A stretch of a G-code file with the beam on (`power` above 0) or off. */
export interface BeamMove {
  from: Point;
  to: Point;
  /** Share of full power, 0 to 1. */
  power: number;
  /** Feed; null for a rapid move. */
  speedMmS: number | null;
  /** The file's line that says so, from 1. */
  line: number;
  /** The way from `from` to `to` where it is an arc; straight where there is none. */
  arc?: Segment[];
}

export interface GcodeReading {
  moves: BeamMove[];
  /** Words that mean nothing here, each once. */
  unread: string[];
}

/** How far an arc's end may lie from its circle before the file is damaged: rounding in mm, and as a share of the radius. */
const OFF_CIRCLE_MM = 0.05;
const OFF_CIRCLE_SHARE = 0.005;

/**
 * Reads G-code: lines (G0, G1) and arcs (G2, G3 by I and J or by R, whole circles too), G17, G20/G21, G90/G91, G90.1/G91.1,
 * F, S, M3, M4, M5 (full power where none was said), and air by M7 to M9; comments in brackets or after a semicolon, and checksums
 * after a star. Lines that begin with a stroke (block delete) are left out, and listed. Coordinates are brought onto the sheet again, from the place that is 0, 0 to the machine; a number stands for a zero at the left that lies so far down.
 * @throws SyntaxError where a word has no number, a feed is missing, or an arc has no circle
 */
export function readGcode(text: string, zero: Frame | number): GcodeReading {
  const reader = new GcodeReader(typeof zero === 'number' ? { x: 0, y: zero } : zero);
  text.split(/\r?\n/).forEach((line, i) => reader.readLine(line, i + 1));
  return { moves: reader.moves, unread: [...reader.unread] };
}

/** What one line says of where to go. */
type Target = ArcWords & { x?: number; y?: number };

class GcodeReader {
  readonly moves: BeamMove[] = [];
  readonly unread = new Set<string>();
  private at = { x: 0, y: 0 };
  private unit = 1;
  private isAbsolute = true;
  private isCentreAbsolute = false;
  private isBeam = false;
  private motion = 0;
  /** null where the file has not said any yet. */
  private power: number | null = null;
  private feed: number | null = null;

  constructor(private readonly zero: Frame) {}

  readLine(line: string, number: number): void {
    const bare = line
      .replace(/\([^)]*\)/g, '')
      .replace(/;.*/, '')
      .replace(/\*\s*\d*\s*$/, '')
      .trim();
    // A line that may be left out (block delete) is.
    if (/^(N\s*\d+\s*)?\//i.test(bare)) {
      this.unread.add('/ (a line that may be left out)');
      return;
    }
    const target: Target = {};
    for (const word of bare.match(/[A-Za-z][^A-Za-z]*/g) ?? []) {
      const letter = word[0].toUpperCase();
      const value = Number(word.slice(1).trim() || NaN);
      if (!Number.isFinite(value))
        throw new SyntaxError(`Line ${number}: a number was expected after ${letter}; “${word.trim()}” came.`);
      this.takeWord(letter, value, word.trim(), target);
    }
    const isWholeCircle = this.motion >= 2 && (target.i !== undefined || target.j !== undefined);
    if (target.x !== undefined || target.y !== undefined || isWholeCircle) this.move(target, number);
  }

  private takeWord(letter: string, value: number, word: string, target: Target): void {
    const { unit } = this;
    if (letter === 'X') target.x = value * unit;
    else if (letter === 'Y') target.y = value * unit;
    else if (letter === 'F') this.feed = (value * unit) / 60;
    else if (letter === 'S') this.power = value / FULL_POWER_S;
    else if (letter === 'I') target.i = value * unit;
    else if (letter === 'J') target.j = value * unit;
    else if (letter === 'R') target.r = value * unit;
    else if (letter === 'G' && (value === 0 || value === 1 || value === 2 || value === 3)) this.motion = value;
    else if (letter === 'G' && (value === 90.1 || value === 91.1)) this.isCentreAbsolute = value === 90.1;
    else if (letter === 'G' && (value === 20 || value === 21)) this.unit = value === 20 ? 25.4 : 1;
    else if (letter === 'G' && (value === 90 || value === 91)) this.isAbsolute = value === 90;
    else if (letter === 'M' && value >= 3 && value <= 5) this.isBeam = value !== 5;
    else if (!isWithoutMeaning(letter, value)) this.unread.add(word);
  }

  private move(target: Target, line: number): void {
    const { at, motion, zero, feed, isCentreAbsolute } = this;
    const next = this.isAbsolute
      ? { x: target.x ?? at.x, y: target.y ?? at.y }
      : { x: at.x + (target.x ?? 0), y: at.y + (target.y ?? 0) };
    if (motion >= 1 && feed === null)
      throw new SyntaxError(`Line ${line}: a feed (F) was expected before the first G${motion}.`);
    const move: BeamMove = {
      from: { x: zero.x + at.x, y: zero.y - at.y },
      to: { x: zero.x + next.x, y: zero.y - next.y },
      power: motion >= 1 && this.isBeam ? (this.power ?? 1) : 0,
      speedMmS: motion >= 1 ? feed : null,
      line,
    };
    if (motion >= 2)
      move.arc = arcOf(at, next, target, {
        isClockwise: motion === 2,
        isCentreAbsolute,
        zeroX: zero.x,
        flipY: zero.y,
        line,
      });
    this.moves.push(move);
    this.at = next;
  }
}

/** Line numbers, the plane that all lie in, and air. */
const isWithoutMeaning = (letter: string, value: number): boolean =>
  letter === 'N' || (letter === 'G' && value === 17) || (letter === 'M' && value >= 7 && value <= 9);

interface ArcWords {
  i?: number;
  j?: number;
  r?: number;
}

/** The arc from a point to another (y up) as cubics on the sheet (y down). */
function arcOf(
  from: Point,
  to: Point,
  { i, j, r }: ArcWords,
  {
    isClockwise,
    isCentreAbsolute,
    zeroX,
    flipY,
    line,
  }: { isClockwise: boolean; isCentreAbsolute: boolean; zeroX: number; flipY: number; line: number },
): Segment[] {
  const what = `Line ${line}: `;
  let centre: Point;
  if (i !== undefined || j !== undefined)
    centre = isCentreAbsolute ? { x: i ?? from.x, y: j ?? from.y } : { x: from.x + (i ?? 0), y: from.y + (j ?? 0) };
  else if (r !== undefined) centre = centreByRadius(from, to, r, isClockwise, what);
  else
    throw new SyntaxError(
      `${what}an arc (G${isClockwise ? 2 : 3}) was expected to name its centre by I and J, or its radius by R.`,
    );
  const radius = Math.hypot(from.x - centre.x, from.y - centre.y);
  const off = Math.abs(Math.hypot(to.x - centre.x, to.y - centre.y) - radius);
  if (!(radius > 0) || off > Math.max(OFF_CIRCLE_MM, OFF_CIRCLE_SHARE * radius))
    throw new SyntaxError(
      `${what}the end of an arc was expected on its circle; it lies ${off.toFixed(3)} mm beside it.`,
    );
  const turn = (p: Point) => Math.atan2(p.y - centre.y, p.x - centre.x);
  let sweep = turn(to) - turn(from);
  // An arc that ends where it begins is a whole circle.
  const isWhole = Math.hypot(to.x - from.x, to.y - from.y) < 1e-6;
  if (isClockwise && (sweep >= 0 || isWhole)) sweep = isWhole ? -2 * Math.PI : sweep - 2 * Math.PI;
  if (!isClockwise && (sweep <= 0 || isWhole)) sweep = isWhole ? 2 * Math.PI : sweep + 2 * Math.PI;
  // The same circle with y counted down: its second half axis points the other way.
  const segments = arcSegments(
    { centre: [zeroX + centre.x, flipY - centre.y], u: [radius, 0], v: [0, -radius] },
    turn(from),
    sweep,
  );
  const last = segments[segments.length - 1];
  segments[segments.length - 1] = [...last.slice(0, -2), zeroX + to.x, flipY - to.y] as Segment;
  return segments;
}

/** A radius above 0 takes the shorter way round, one below 0 the longer. */
function centreByRadius(from: Point, to: Point, r: number, isClockwise: boolean, what: string): Point {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const chord = Math.hypot(dx, dy);
  if (chord < 1e-9)
    throw new SyntaxError(
      `${what}a whole circle was expected to name its centre by I and J; R alone does not say where it lies.`,
    );
  if (chord / 2 > Math.abs(r) + OFF_CIRCLE_MM)
    throw new SyntaxError(
      `${what}an arc of radius ${Math.abs(r)} mm cannot reach an end that is ${chord.toFixed(3)} mm away.`,
    );
  const height = Math.sqrt(Math.max(0, r * r - (chord * chord) / 4));
  const side = (isClockwise ? 1 : -1) * (r < 0 ? -1 : 1);
  return { x: from.x + dx / 2 + (side * height * dy) / chord, y: from.y + dy / 2 - (side * height * dx) / chord };
}

/** A move's points after its start, an arc in straight pieces that stay within `toleranceMm` of it. */
export function pointsOfMove({ from, to, arc }: BeamMove, toleranceMm: number): Point[] {
  return arc ? flatten({ closed: false, start: [from.x, from.y], segments: arc }, toleranceMm).points.slice(1) : [to];
}
