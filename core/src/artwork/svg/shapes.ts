import { lengthInMm, MM_PER_PX, parseLength } from '../../units';

/** The basic shapes of SVG that have an outline. */
export const SHAPES = ['path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon'] as const;
export type ShapeName = (typeof SHAPES)[number];

/** Sizes that percentages and em refer to, in user units. */
export interface Viewport {
  width: number;
  height: number;
  /** Size of the font in force; 16 where none is. */
  fontSize?: number;
}

const USUAL_FONT_SIZE = 16;

/**
 * A basic shape as path data in user units (SVG 2, chapter 10); '' where SVG says that nothing is drawn
 * (a radius of 0, no points).
 * @throws RangeError where a measure cannot be read, with a sentence
 */
export function shapePath(name: ShapeName, attributes: Record<string, string>, viewport: Viewport): string {
  const diagonal = Math.hypot(viewport.width, viewport.height) / Math.SQRT2;
  const measure = (key: string, whole: number): number | null => {
    const written = attributes[key];
    return written === undefined || written === 'auto'
      ? null
      : userUnits(written, whole, `${name} ${key}`, viewport.fontSize);
  };
  const x = (key: string) => measure(key, viewport.width);
  const y = (key: string) => measure(key, viewport.height);

  switch (name) {
    case 'path':
      return attributes.d ?? '';
    case 'rect':
      return rectPath(x('x') ?? 0, y('y') ?? 0, x('width') ?? 0, y('height') ?? 0, x('rx'), y('ry'));
    case 'circle': {
      const radius = measure('r', diagonal) ?? 0;
      return ellipsePath(x('cx') ?? 0, y('cy') ?? 0, radius, radius);
    }
    case 'ellipse': {
      const rx = x('rx');
      const ry = y('ry');
      return ellipsePath(x('cx') ?? 0, y('cy') ?? 0, rx ?? ry ?? 0, ry ?? rx ?? 0);
    }
    case 'line':
      return `M${x('x1') ?? 0} ${y('y1') ?? 0}L${x('x2') ?? 0} ${y('y2') ?? 0}`;
    case 'polyline':
    case 'polygon': {
      const numbers = (attributes.points ?? '').match(/[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/gi) ?? [];
      const pairs: string[] = [];
      for (let i = 0; i + 1 < numbers.length; i += 2) pairs.push(`${numbers[i]} ${numbers[i + 1]}`);
      if (pairs.length === 0) return '';
      return `M${pairs.join('L')}${name === 'polygon' ? 'Z' : ''}`;
    }
  }
}

/** A length in user units: px are user units, absolute units go through mm, % of `whole`, em (and half of it, ex) of the font's size. */
export function userUnits(text: string, whole: number, what: string, fontSize = USUAL_FONT_SIZE): number {
  const length = parseLength(text);
  if (!length) throw new RangeError(`${what}: a length was expected, “${text.slice(0, 30)}” came`);
  if (length.unit === '') return length.value;
  if (length.unit === '%') return (length.value / 100) * whole;
  if (length.unit === 'em') return length.value * fontSize;
  if (length.unit === 'ex') return (length.value * fontSize) / 2;
  if (length.unit === 'rem') return length.value * USUAL_FONT_SIZE;
  const mm = lengthInMm(length);
  if (mm === null) throw new RangeError(`${what}: the unit “${length.unit}” is not read`);
  return mm / MM_PER_PX;
}

function ellipsePath(cx: number, cy: number, rx: number, ry: number): string {
  if (!(rx > 0) || !(ry > 0)) return '';
  return `M${cx + rx} ${cy}A${rx} ${ry} 0 0 1 ${cx} ${cy + ry}A${rx} ${ry} 0 0 1 ${cx - rx} ${cy}A${rx} ${ry} 0 0 1 ${cx} ${cy - ry}A${rx} ${ry} 0 0 1 ${cx + rx} ${cy}Z`;
}

function rectPath(
  x: number,
  y: number,
  width: number,
  height: number,
  rxGiven: number | null,
  ryGiven: number | null,
): string {
  if (!(width > 0) || !(height > 0)) return '';
  const rx = Math.min(Math.max(rxGiven ?? ryGiven ?? 0, 0), width / 2);
  const ry = Math.min(Math.max(ryGiven ?? rxGiven ?? 0, 0), height / 2);
  if (rx === 0 || ry === 0) return `M${x} ${y}H${x + width}V${y + height}H${x}Z`;
  const arc = (toX: number, toY: number) => `A${rx} ${ry} 0 0 1 ${toX} ${toY}`;
  return (
    `M${x + rx} ${y}H${x + width - rx}${arc(x + width, y + ry)}V${y + height - ry}${arc(x + width - rx, y + height)}` +
    `H${x + rx}${arc(x, y + height - ry)}V${y + ry}${arc(x + rx, y)}Z`
  );
}
