import type { Point } from '../../geometry';
import { packedSteps, type PackedStep } from './packed';
import { PLOTTER_UNITS_PER_MM } from './units';

/** One line with the tool down, as a file asks for it. */
export interface PlottedStroke {
  pen: number;
  /** null where the file does not say. */
  speedMmS: number | null;
  forceGf: number | null;
  /** The file's line in which the tool goes down, from 1. */
  line: number;
  /** mm, x across, y along the feed. */
  points: Point[];
}

export interface HpglReading {
  strokes: PlottedStroke[];
  /** Where the tool is left at the end. */
  end: Point;
  /** Commands that were not understood, each once. */
  unread: string[];
  /** It scales its units to corners that it does not name: how long they are is only known to the machine it was made for. */
  isUnitUnknown: boolean;
}

/**
 * Reads an HP-GL file: IN, DF, IP, SC, SP, VS, FS, PU, PD, PA, PR, arcs (AA, AR, AT, RT, CI), edges (EA, ER, EW) and packed points
 * (PE). Other commands are listed in `unread`; labels (LB) with their words. A file that chooses no pen draws with the first. Coordinates without SC are plotter units of 0.025 mm. X is taken along the feed and Y across, as the writer
 * does.
 * @param unitMm how long a unit is where the file scales without naming its corners (SC without IP), mm
 * @throws SyntaxError where a command's numbers cannot be read, naming the command
 */
export function readHpgl(text: string, unitMm = 1 / PLOTTER_UNITS_PER_MM): HpglReading {
  return new HpglReader(unitMm).read(text);
}

/** What ends a label where the file names nothing else (DT). */
const END_OF_TEXT = '\u0003';
const ESCAPE = '\u001b';
const DEVICE_CONTROL = new RegExp(`${ESCAPE}\\.[A-Za-z@()](?:[\\d;]*:)?`, 'g');

interface Command {
  name: string;
  parameters: string;
  /** In which line of the file it begins, from 1. */
  line: number;
}

/** The commands of a file one by one; text in labels and quotes is no command. */
function* commandsOf(text: string): Generator<Command> {
  let terminator = END_OF_TEXT;
  // Control of the device (ESC .) is no part of the drawing.
  const source = text.replace(DEVICE_CONTROL, '');
  let at = 0;
  let line = 1;
  let counted = 0;
  while (at < source.length) {
    if (!/[A-Za-z]/.test(source[at])) {
      at += 1;
      continue;
    }
    for (; counted < at; counted++) if (source[counted] === '\n') line += 1;
    const name = source.slice(at, at + 2).toUpperCase();
    at += 2;
    if (name === 'DT') {
      // The very next sign ends labels from now on, whatever it is.
      if (source[at] !== undefined && source[at] !== ';') terminator = source[at];
      at += terminator === source[at] ? 1 : 0;
      continue;
    }
    if (name === 'LB' || name === 'WD' || name === 'BL') {
      const end = source.indexOf(terminator, at);
      // Where nothing ends it, it goes on to the end of its line.
      const lineEnd = /[;\r\n]/.exec(source.slice(at));
      const stop = end >= 0 ? end : lineEnd ? at + lineEnd.index : source.length;
      yield { name, parameters: source.slice(at, stop), line };
      at = stop + 1;
      continue;
    }
    if (name === 'PE' || name === 'CO') {
      // Packed points and remarks may hold letters.
      const quoted = name === 'CO' ? (/^\s*"[^"]*"/.exec(source.slice(at, at + 1000))?.[0].length ?? 0) : 0;
      const end = source.indexOf(';', at + quoted);
      yield { name, parameters: name === 'PE' ? source.slice(at, end < 0 ? undefined : end) : '', line };
      at = end < 0 ? source.length : end + 1;
      continue;
    }
    const parameters = /^[^A-Za-z;]*/.exec(source.slice(at, at + MOST_PARAMETERS))![0];
    yield { name, parameters: parameters.trim(), line };
    at += parameters.length;
  }
}

const FIRST_PEN = 1;
const TURN = 2 * Math.PI;
/** How far the straight pieces of an arc may be from it, in mm. */
const ARC_TOLERANCE_MM = 0.005;
const MOST_PIECES = 5000;

/** The centre of the circle through three points; null where they lie on one line. */
function centreOf(a: Point, b: Point, c: Point): Point | null {
  const twice = 2 * ((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x));
  if (Math.abs(twice) < 1e-9) return null;
  const [bb, cc] = [(b.x - a.x) ** 2 + (b.y - a.y) ** 2, (c.x - a.x) ** 2 + (c.y - a.y) ** 2];
  return {
    x: a.x + ((c.y - a.y) * bb - (b.y - a.y) * cc) / twice,
    y: a.y + ((b.x - a.x) * cc - (c.x - a.x) * bb) / twice,
  };
}

/** More characters than this after one command are no numbers. */
const MOST_PARAMETERS = 50_000_000;

class HpglReader {
  private readonly strokes: PlottedStroke[] = [];
  private readonly unread = new Set<string>();
  private current: PlottedStroke | null = null;
  private here: Point = { x: 0, y: 0 };
  /** 0 where it was put away; null where none was chosen yet. */
  private pen: number | null = null;
  private down = false;
  private line = 1;
  private relative = false;
  private speedMmS: number | null = null;
  private forceGf: number | null = null;
  /** P1 and P2 in plotter units; null where the file leaves them to the machine. */
  private corners: number[] | null = null;
  private scaling: Scaling | null = null;
  private isUnitUnknown = false;

  constructor(private readonly unitMm: number) {}

  read(text: string): HpglReading {
    for (const { name, parameters, line } of commandsOf(text)) {
      this.line = line;
      this.run(name, parameters);
    }
    this.lift();
    return { strokes: this.strokes, end: this.here, unread: [...this.unread], isUnitUnknown: this.isUnitUnknown };
  }

  private run(name: string, parameters: string): void {
    switch (name) {
      case 'IN':
      case 'DF':
        this.lift();
        this.scaling = null;
        this.relative = false;
        return;
      case 'IP':
        this.corners = parameters ? cornersOf(numbers(name, parameters), this.corners) : null;
        return;
      case 'SC':
        this.scaling = parameters ? scalingOf(numbers(name, parameters)) : null;
        return;
      case 'SP':
        this.lift();
        this.pen = parameters ? numbers(name, parameters, 1)[0] : 0;
        return;
      case 'VS':
        // What comes after goes on with the tool down, as a line of its own.
        this.current = null;
        this.speedMmS = numbers(name, parameters)[0] * 10;
        return;
      case 'FS':
        this.current = null;
        this.forceGf = numbers(name, parameters)[0];
        return;
      case 'CO':
        return;
      default:
        this.draw(name, parameters);
    }
  }

  /** Commands that move the tool. */
  private draw(name: string, parameters: string): void {
    switch (name) {
      case 'PA':
      case 'PR':
        this.relative = name === 'PR';
        return this.move(name, parameters);
      case 'PU':
        this.lift();
        return this.move(name, parameters);
      case 'PD':
        this.down = true;
        return this.move(name, parameters);
      case 'AA':
      case 'AR':
        return this.arc(name, numbers(name, parameters));
      case 'AT':
      case 'RT':
        return this.arcThrough(name, numbers(name, parameters));
      case 'CI':
      case 'EW':
        return this.wedge(name, numbers(name, parameters));
      case 'EA':
      case 'ER':
        return this.rectangle(name, numbers(name, parameters, 2));
      case 'PE':
        for (const step of packedSteps(parameters)) this.packed(step);
        return;
      case 'LB':
        this.unread.add(parameters ? `LB (the label “${parameters.slice(0, 40)}”)` : 'LB');
        return;
      default:
        this.unread.add(name);
    }
  }

  private move(name: string, parameters: string): void {
    if (!parameters) return;
    const values = numbers(name, parameters);
    if (values.length % 2)
      throw new SyntaxError(`HP-GL ${name}: pairs of numbers were expected, ${values.length} numbers came.`);
    for (let i = 0; i < values.length; i += 2) {
      this.goTo(this.toMm(values[i], values[i + 1]));
    }
  }

  private goTo(to: Point): void {
    if (this.down && this.pen !== 0) {
      this.current ??= this.begin();
      this.current.points.push(to);
    }
    this.here = to;
  }

  private packed({ pen, isUp, isAbsolute, alongFeed, across }: PackedStep): void {
    if (pen !== undefined) {
      this.lift();
      this.pen = pen;
    }
    if (isUp) this.lift();
    else this.down = true;
    this.goTo(this.toMm(alongFeed, across, !isAbsolute));
    this.down = true;
  }

  /** AA, AR: an arc round a centre, by so many degrees. */
  private arc(name: string, values: number[]): void {
    if (values.length !== 3 && values.length !== 4)
      throw new SyntaxError(`HP-GL ${name}: a centre and an angle were expected, ${values.length} numbers came.`);
    const centre = this.toMm(values[0], values[1], name === 'AR');
    this.along(centre, values[2]);
  }

  /** AT, RT: an arc through a point to another. */
  private arcThrough(name: string, values: number[]): void {
    if (values.length !== 4 && values.length !== 5)
      throw new SyntaxError(`HP-GL ${name}: two points were expected, ${values.length} numbers came.`);
    const [from, isRelative] = [this.here, name === 'RT'];
    const over = this.toMm(values[0], values[1], isRelative);
    const to = this.toMm(values[2], values[3], isRelative);
    const centre = centreOf(from, over, to);
    if (!centre) {
      // The three lie on one line.
      this.goTo(over);
      return this.goTo(to);
    }
    const turned = (point: Point) => Math.atan2(...this.inUnits(centre, point));
    const round = (angle: number) => ((angle % TURN) + TURN) % TURN;
    const [via, whole] = [round(turned(over) - turned(from)), round(turned(to) - turned(from))];
    this.along(centre, ((via <= whole ? whole : whole - TURN) * 180) / Math.PI);
    this.here = to;
  }

  /** CI: a circle; EW: the edge of a wedge. The tool is lowered for it, and is back at the centre afterwards. */
  private wedge(name: string, values: number[]): void {
    const [radius, start, sweep] = name === 'CI' ? [values[0], 0, 360] : values;
    if (![radius, start, sweep].every(Number.isFinite))
      throw new SyntaxError(`HP-GL ${name}: a radius and two angles were expected, ${values.length} numbers came.`);
    const { here: centre, down: wasDown } = this;
    const begin = this.fromUnits(centre, radius, start);
    this.lift();
    if (name === 'CI') this.goTo(begin);
    this.down = true;
    if (name === 'EW') this.goTo(begin);
    this.along(centre, sweep);
    if (name === 'CI') this.lift();
    else this.goTo(centre);
    this.current = null;
    this.here = centre;
    this.down = wasDown;
  }

  /** EA, ER: the edge of a rectangle from here to a corner. */
  private rectangle(name: string, [alongFeed, across]: number[]): void {
    const { here: from, down: wasDown } = this;
    const to = this.toMm(alongFeed, across, name === 'ER');
    this.lift();
    this.down = true;
    for (const corner of [{ x: to.x, y: from.y }, to, { x: from.x, y: to.y }, from]) this.goTo(corner);
    this.current = null;
    this.down = wasDown;
  }

  /** Goes round a centre by so many degrees, counted from X towards Y. */
  private along(centre: Point, degrees: number): void {
    const [y, x] = this.inUnits(centre, this.here);
    const { perX, perY } = this.scale();
    const radius = Math.hypot(x, y);
    const radiusMm = radius * Math.max(Math.abs(perX), Math.abs(perY));
    const step = radiusMm > ARC_TOLERANCE_MM ? 2 * Math.acos(1 - ARC_TOLERANCE_MM / radiusMm) : 1;
    const sweep = (degrees * Math.PI) / 180;
    const pieces = Math.min(MOST_PIECES, Math.max(1, Math.ceil(Math.abs(sweep) / step)));
    const begin = Math.atan2(y, x);
    for (let i = 1; i <= pieces; i++)
      this.goTo(this.fromUnits(centre, radius, ((begin + (sweep * i) / pieces) * 180) / Math.PI));
  }

  /** Where a point lies from a centre in the file's own units: across, along the feed. */
  private inUnits(centre: Point, { x, y }: Point): [across: number, alongFeed: number] {
    const { perX, perY } = this.scale();
    return [(x - centre.x) / perY, (y - centre.y) / perX];
  }

  private fromUnits(centre: Point, radius: number, degrees: number): Point {
    const { perX, perY } = this.scale();
    const angle = (degrees * Math.PI) / 180;
    return { x: centre.x + radius * Math.sin(angle) * perY, y: centre.y + radius * Math.cos(angle) * perX };
  }

  private begin(): PlottedStroke {
    const stroke = {
      pen: this.pen ?? FIRST_PEN,
      speedMmS: this.speedMmS,
      forceGf: this.forceGf,
      line: this.line,
      points: [this.here],
    };
    this.strokes.push(stroke);
    return stroke;
  }

  private lift(): void {
    this.down = false;
    this.current = null;
  }

  private toMm(alongFeed: number, across: number, isRelative = this.relative): Point {
    const { perX, perY, x0, y0 } = this.scale();
    if (isRelative) return { x: this.here.x + across * perY, y: this.here.y + alongFeed * perX };
    return { x: y0 + across * perY, y: x0 + alongFeed * perX };
  }

  /** How long a unit is along the feed (X) and across (Y), and where 0, 0 lies; mm. */
  private scale(): { perX: number; perY: number; x0: number; y0: number } {
    const plain = 1 / PLOTTER_UNITS_PER_MM;
    if (!this.scaling) return { perX: plain, perY: plain, x0: 0, y0: 0 };
    const { minX, maxX, minY, maxY, kind, left, bottom } = this.scaling;
    const [p1x, p1y, p2x, p2y] = (this.corners ?? [0, 0, 0, 0]).map((value) => value * plain);
    if (kind === 'units')
      return { perX: maxX * plain, perY: maxY * plain, x0: p1x - minX * maxX * plain, y0: p1y - minY * maxY * plain };
    if (!this.corners) {
      this.isUnitUnknown = true;
      // The way the axes run is known, and that is all.
      const [perX, perY] = [Math.sign(maxX - minX) * this.unitMm, Math.sign(maxY - minY) * this.unitMm];
      return { perX, perY, x0: -minX * perX, y0: -minY * perY };
    }
    let [perX, perY] = [(p2x - p1x) / (maxX - minX), (p2y - p1y) / (maxY - minY)];
    let [spareX, spareY] = [0, 0];
    if (kind === 'same') {
      const least = Math.min(Math.abs(perX), Math.abs(perY));
      [spareX, spareY] = [(1 - least / Math.abs(perX)) * (p2x - p1x), (1 - least / Math.abs(perY)) * (p2y - p1y)];
      [perX, perY] = [Math.sign(perX) * least, Math.sign(perY) * least];
    }
    return { perX, perY, x0: p1x + spareX * left - minX * perX, y0: p1y + spareY * bottom - minY * perY };
  }
}

/** What SC asks for: units stretched between the corners, the same along both axes, or of so many plotter units each. */
interface Scaling {
  minX: number;
  maxX: number;
  minY: number;
  maxY: number;
  kind: 'stretched' | 'same' | 'units';
  /** Where what is left over goes, as shares. */
  left: number;
  bottom: number;
}

function scalingOf(values: number[]): Scaling {
  if (values.length !== 4 && values.length !== 5 && values.length !== 7)
    throw new SyntaxError(`HP-GL SC: 4, 5 or 7 numbers were expected, ${values.length} came.`);
  const [minX, maxX, minY, maxY, kind = 0, left = 50, bottom = 50] = values;
  if (kind === 2 ? maxX === 0 || maxY === 0 : maxX === minX || maxY === minY)
    throw new SyntaxError('HP-GL SC: two different numbers were expected for each axis.');
  return {
    minX,
    maxX,
    minY,
    maxY,
    kind: kind === 2 ? 'units' : kind === 1 ? 'same' : 'stretched',
    left: left / 100,
    bottom: bottom / 100,
  };
}

/** P1 and P2; where P1 alone is given, P2 moves along with it. */
function cornersOf(values: number[], before: number[] | null): number[] {
  if (values.length === 4) return values;
  if (values.length !== 2 || !before)
    throw new SyntaxError(`HP-GL IP: 4 numbers were expected, ${values.length} came.`);
  return [values[0], values[1], values[0] + before[2] - before[0], values[1] + before[3] - before[1]];
}

function numbers(name: string, parameters: string, count?: number): number[] {
  const values = parameters.split(/[\s,]+/).map(Number);
  if (
    parameters === '' ||
    values.some((value) => !Number.isFinite(value)) ||
    (count !== undefined && values.length !== count)
  ) {
    throw new SyntaxError(
      `HP-GL ${name}: ${count ?? 'only'} numbers were expected, “${parameters.slice(0, 40)}” came.`,
    );
  }
  return values;
}
