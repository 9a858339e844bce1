import type { Point } from '../../geometry';
import { PLOTTER_UNITS_PER_MM } from './units';

/** One line with the tool down, as a file asks for it. */
export interface PlottedStroke {
  pen: number;
  /** null where the file does not say. */
  speedMmS: number | null;
  forceGf: number | null;
  /** mm, x across, y along the feed. */
  points: Point[];
}

export interface HpglReading {
  strokes: PlottedStroke[];
  /** Where the tool is left at the end. */
  end: Point;
  /** Commands that were not understood, each once. */
  unread: string[];
}

/**
 * Reads an HP-GL file: IN, DF, IP, SC, SP, VS, FS, PU, PD, PA, PR. Other commands are listed in `unread`.
 * Coordinates without SC are plotter units of 0.025 mm. X is taken along the feed and Y across, as the writer does.
 * @throws SyntaxError where a command's numbers cannot be read, naming the command
 */
export function readHpgl(text: string): HpglReading {
  return new HpglReader().read(text);
}

class HpglReader {
  private readonly strokes: PlottedStroke[] = [];
  private readonly unread = new Set<string>();
  private current: PlottedStroke | null = null;
  private here: Point = { x: 0, y: 0 };
  private pen = 0;
  private down = false;
  private relative = false;
  private speedMmS: number | null = null;
  private forceGf: number | null = null;
  /** P1 and P2 in plotter units. */
  private corners = [0, 0, 10_000, 10_000];
  private scaling: number[] | null = null;

  read(text: string): HpglReading {
    for (const [, name, parameters] of text.matchAll(/([A-Za-z]{2})([^A-Za-z;]*);?/g)) this.run(name.toUpperCase(), parameters.trim());
    this.lift();
    return { strokes: this.strokes, end: this.here, unread: [...this.unread] };
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
        this.corners = numbers(name, parameters, 4);
        return;
      case 'SC':
        this.scaling = parameters ? numbers(name, parameters, 4) : null;
        return;
      case 'SP':
        this.lift();
        this.pen = parameters ? numbers(name, parameters, 1)[0] : 0;
        return;
      case 'VS':
        this.lift();
        this.speedMmS = numbers(name, parameters)[0] * 10;
        return;
      case 'FS':
        this.lift();
        this.forceGf = numbers(name, parameters)[0];
        return;
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
      default:
        this.unread.add(name);
    }
  }

  private move(name: string, parameters: string): void {
    if (!parameters) return;
    const values = numbers(name, parameters);
    if (values.length % 2) throw new SyntaxError(`HP-GL ${name}: pairs of numbers were expected, ${values.length} numbers came.`);
    for (let i = 0; i < values.length; i += 2) {
      const to = this.toMm(values[i], values[i + 1]);
      if (this.down && this.pen > 0) {
        this.current ??= this.begin();
        this.current.points.push(to);
      }
      this.here = to;
    }
  }

  private begin(): PlottedStroke {
    const stroke = { pen: this.pen, speedMmS: this.speedMmS, forceGf: this.forceGf, points: [this.here] };
    this.strokes.push(stroke);
    return stroke;
  }

  private lift(): void {
    this.down = false;
    this.current = null;
  }

  private toMm(alongFeed: number, across: number): Point {
    const [p1x, p1y, p2x, p2y] = this.corners;
    const [minX, maxX, minY, maxY] = this.scaling ?? [p1x, p2x, p1y, p2y];
    const perX = (p2x - p1x) / (maxX - minX);
    const perY = (p2y - p1y) / (maxY - minY);
    if (this.relative) return { x: this.here.x + (across * perY) / PLOTTER_UNITS_PER_MM, y: this.here.y + (alongFeed * perX) / PLOTTER_UNITS_PER_MM };
    return { x: (p1y + (across - minY) * perY) / PLOTTER_UNITS_PER_MM, y: (p1x + (alongFeed - minX) * perX) / PLOTTER_UNITS_PER_MM };
  }
}

function numbers(name: string, parameters: string, count?: number): number[] {
  const values = parameters.split(/[\s,]+/).map(Number);
  if (parameters === '' || values.some((value) => !Number.isFinite(value)) || (count !== undefined && values.length !== count)) {
    throw new SyntaxError(`HP-GL ${name}: ${count ?? 'only'} numbers were expected, “${parameters.slice(0, 40)}” came.`);
  }
  return values;
}
