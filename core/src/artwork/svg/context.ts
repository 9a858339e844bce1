import type { Affine } from '../../geometry';
import type { FillRule } from '../assemble-parts';
import type { FontWish } from '../text/fonts';
import { readPaint } from './paint';
import { userUnits, type Viewport } from './shapes';
import type { OwnStyle } from './styles';
import type { Variables } from './variables';

/** What children inherit. */
export interface Context extends FontWish {
  toMm: Affine;
  viewport: Viewport;
  fill: string;
  stroke: string;
  /** Shares of 1; nothing shows at 0. */
  fillOpacity: number;
  strokeOpacity: number;
  strokeWidth: number;
  isDashed: boolean;
  colour: string;
  fillRule: FillRule;
  visible: boolean;
  layer: string | null;
  anchor: string;
  /** Added between letters and between words, in user units. */
  letterSpacing: number;
  wordSpacing: number;
  keepsSpaces: boolean;
  isRightToLeft: boolean;
  isVertical: boolean;
  /** What stands at the points of lines: start, middle, end. */
  markers: Readonly<Record<MarkerName, string>>;
  variables: Variables;
  /** Within a clip path all shapes count as filled, by this rule. */
  clipRule: FillRule;
  isSilhouette: boolean;
  /** What `context-fill` and `context-stroke` stand for within a marker. */
  marked: { fill: string; stroke: string } | null;
}

export type MarkerName = 'marker-start' | 'marker-mid' | 'marker-end';
export const NO_MARKERS: Readonly<Record<MarkerName, string>> = {
  'marker-start': 'none',
  'marker-mid': 'none',
  'marker-end': 'none',
};

/** What holds where nothing is said. */
export const INITIAL: Omit<Context, 'toMm' | 'viewport'> = {
  fill: '#000000',
  stroke: 'none',
  fillOpacity: 1,
  strokeOpacity: 1,
  strokeWidth: 1,
  isDashed: false,
  colour: '#000000',
  fillRule: 'nonzero',
  visible: true,
  layer: null,
  family: '',
  weight: 400,
  isItalic: false,
  anchor: 'start',
  letterSpacing: 0,
  wordSpacing: 0,
  keepsSpaces: false,
  isRightToLeft: false,
  isVertical: false,
  markers: NO_MARKERS,
  variables: {},
  clipRule: 'nonzero',
  isSilhouette: false,
  marked: null,
};

/** An opacity as a share of 1, written as a number or in per cent; null where it is neither. */
export function readShare(text: string | undefined): number | null {
  const match = /^\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*(%?)\s*$/i.exec(text ?? '');
  return match ? Math.max(0, Math.min(1, Number(match[1]) / (match[2] ? 100 : 1))) : null;
}

/** What an element's own style changes for itself and its children. */
export function inheritedFrom(
  written: OwnStyle,
  { viewport, weight, markers }: Pick<Context, 'viewport' | 'weight' | 'markers'>,
): Partial<Context> {
  const style = { ...fontShorthand(written.font), ...written };
  const changed: Partial<Context> = {};
  const own = (value: string | undefined) =>
    value === undefined || value === 'inherit' || value === '' ? undefined : value;
  const colour = own(style.color);
  if (colour) {
    const paint = readPaint(colour, '#000000');
    if (paint.kind === 'colour') changed.colour = paint.colour;
    if (paint.kind === 'none') changed.colour = 'transparent';
  }
  if (own(style.fill)) changed.fill = style.fill;
  if (own(style.stroke)) changed.stroke = style.stroke;
  const [fillOpacity, strokeOpacity] = [readShare(style['fill-opacity']), readShare(style['stroke-opacity'])];
  if (fillOpacity !== null) changed.fillOpacity = fillOpacity;
  if (strokeOpacity !== null) changed.strokeOpacity = strokeOpacity;
  if (own(style['stroke-width'])) {
    const width = measured(
      style['stroke-width']!,
      Math.hypot(viewport.width, viewport.height) / Math.SQRT2,
      viewport.fontSize,
    );
    if (width !== null) changed.strokeWidth = width;
  }
  if (own(style['stroke-dasharray'])) changed.isDashed = /[1-9]/.test(style['stroke-dasharray']!);
  if (style['fill-rule'] === 'evenodd' || style['fill-rule'] === 'nonzero') changed.fillRule = style['fill-rule'];
  if (style['clip-rule'] === 'evenodd' || style['clip-rule'] === 'nonzero') changed.clipRule = style['clip-rule'];
  if (style.variables) changed.variables = style.variables;
  if (own(style['writing-mode'])) changed.isVertical = /^(vertical|tb|sideways)/.test(style['writing-mode']!);
  for (const name of Object.keys(NO_MARKERS) as MarkerName[]) {
    const marker = own(style[name]) ?? own(style.marker);
    if (marker) changed.markers = { ...(changed.markers ?? markers), [name]: marker };
  }
  if (own(style.visibility)) changed.visible = style.visibility === 'visible';
  if (own(style['font-family'])) changed.family = style['font-family'];
  if (own(style['font-weight'])) changed.weight = readWeight(style['font-weight']!, weight);
  if (own(style['font-style'])) changed.isItalic = /italic|oblique/.test(style['font-style']!);
  if (own(style['text-anchor'])) changed.anchor = style['text-anchor'];
  if (own(style.direction)) changed.isRightToLeft = style.direction === 'rtl';
  if (own(style['white-space'])) changed.keepsSpaces = /^(pre|break-spaces)/.test(style['white-space']!);
  if (own(style['font-size'])) {
    const size = measured(style['font-size']!, viewport.fontSize ?? 16, viewport.fontSize);
    if (size !== null) changed.viewport = { ...viewport, fontSize: size };
  }
  const fontSize = changed.viewport?.fontSize ?? viewport.fontSize;
  for (const [property, key] of [
    ['letter-spacing', 'letterSpacing'],
    ['word-spacing', 'wordSpacing'],
  ] as const) {
    if (own(style[property]))
      changed[key] = style[property] === 'normal' ? 0 : (measured(style[property]!, fontSize ?? 16, fontSize) ?? 0);
  }
  return changed;
}

/** A length in user units; null for the words of CSS, which are left at what they were. */
function measured(text: string, whole: number, fontSize: number | undefined): number | null {
  try {
    return userUnits(text, whole, 'style', fontSize);
  } catch {
    return null;
  }
}

function readWeight(text: string, outer: number): number {
  if (text === 'normal') return 400;
  if (text === 'bold') return 700;
  // CSS Fonts 4, section 2.2.
  if (text === 'bolder') return outer < 350 ? 400 : outer < 550 ? 700 : 900;
  if (text === 'lighter') return outer < 550 ? 100 : outer < 750 ? 400 : 700;
  const weight = Number(text);
  return weight >= 1 && weight <= 1000 ? weight : 400;
}

/** `font: italic bold 12px/1.2 Name` as the properties that it stands for. */
function fontShorthand(font: string | undefined): OwnStyle {
  const match = /^(.*?)\s*([\d.]+(?:[a-z]+|%))(?:\s*\/\s*\S+)?\s+(.+)$/i.exec(font ?? '');
  if (!match) return {};
  const weight = /\b(bolder|lighter|bold|[1-9]00)\b/.exec(match[1])?.[1];
  return {
    'font-size': match[2],
    'font-family': match[3],
    'font-style': /italic|oblique/.test(match[1]) ? 'italic' : 'normal',
    'font-weight': weight ?? 'normal',
  };
}
