import type { Element } from 'domhandler';
import { composeAffine, transformContour, type Affine, type CurveContour } from '../../geometry';
import { formatNumber } from '../../units';
import { assembleLines, assembleParts, type FillRule } from '../assemble-parts';
import { USUAL_CHOICES, type ReadingChoices } from '../../artwork-choices';
import type { Progress } from '../progress';
import { ArtworkRefusedError, NoticeList, type ArtworkPart, type ArtworkReading } from '../reading';
import { SVG_LIMITS } from './limits';
import { readPaint, type Paint } from './paint';
import { pathContours } from './path-contours';
import { SHAPES, shapePath, userUnits, type ShapeName, type Viewport } from './shapes';
import type { FontByFamily } from '../text/fonts';
import { readStyles, type OwnStyle } from './styles';
import { textParts } from './text';
import { readTransform } from './transform';
import { fitBox, readFrame, readViewBox } from './viewbox';
import { childElements, parseSvgTree, textOf } from './xml';

/** What children inherit. */
interface Context {
  toMm: Affine;
  viewport: Viewport;
  fill: string;
  stroke: string;
  colour: string;
  fillRule: FillRule;
  visible: boolean;
  layer: string | null;
  fontFamily: string;
  anchor: string;
}

/** What a drawing is read with. */
export interface SvgOptions {
  choices?: Pick<ReadingChoices, 'unitMm'>;
  /** Fonts that text in the drawing can be set in; text in others is listed as unread. */
  fonts?: FontByFamily;
  progress?: Progress;
}

const MARKERS = ['marker', 'marker-start', 'marker-mid', 'marker-end'] as const;
const GROUPS = new Set(['g', 'a', 'switch', 'svg']);
const SILENT = new Set(['defs', 'symbol', 'clipPath', 'mask', 'pattern', 'marker', 'filter', 'metadata', 'title', 'desc', 'style', 'linearGradient', 'radialGradient', 'view']);
/** Coordinates further out than this are no drawing for a bench (mm). */
const FARTHEST_MM = 100_000;

/**
 * Reads an SVG drawing into parts at true size: curves kept, holes with their outlines, colours as drawn.
 * What it does not read is listed in `notices`.
 * @throws ArtworkRefusedError where the file is no SVG, could do harm, or goes beyond {@link SVG_LIMITS}
 * @example readSvg('<svg width="10mm" height="10mm"><rect width="5mm" height="5mm"/></svg>').parts.length // 1
 */
export function readSvg(source: string, { choices = USUAL_CHOICES, fonts = () => undefined, progress = () => {} }: SvgOptions = {}): ArtworkReading {
  progress(0.05, 'Reading the elements');
  const root = parseSvgTree(source);
  const notices = new NoticeList();
  const frame = readFrame(root.attribs, notices, choices.unitMm);
  const reader = new SvgReader(root, notices, fonts, progress);
  reader.refuseEndlessRepeats(root);
  reader.readChildren(root, {
    toMm: frame.toMm,
    viewport: frame.viewport,
    fill: '#000000',
    stroke: 'none',
    colour: '#000000',
    fillRule: 'nonzero',
    visible: true,
    layer: null,
    fontFamily: '',
    anchor: 'start',
    ...reader.inheritedFrom(reader.styleOf(root), frame.viewport),
  });
  return { widthMm: frame.widthMm, heightMm: frame.heightMm, parts: reader.parts, notices: notices.list(), ...(frame.asks ? { asks: frame.asks } : {}) };
}

class SvgReader {
  readonly parts: ArtworkPart[] = [];
  readonly styleOf: (element: Element) => OwnStyle;
  private readonly byId = new Map<string, Element>();
  private readonly paints = new Map<string, Paint>();
  private segments = 0;
  private elements = 0;
  private done = 0;

  constructor(
    root: Element,
    private readonly notices: NoticeList,
    private readonly fonts: FontByFamily,
    private readonly progress: Progress,
  ) {
    this.styleOf = readStyles(root, notices);
    const waiting = [root];
    for (let element = waiting.pop(); element; element = waiting.pop()) {
      this.elements += 1;
      if (element.attribs.id) this.byId.set(element.attribs.id, element);
      waiting.push(...childElements(element));
    }
  }

  /**
   * Counts what would be drawn with every repeat drawn out, before anything is.
   * @throws ArtworkRefusedError where that is too much, or where a repeat holds itself
   */
  refuseEndlessRepeats(root: Element): void {
    const known = new Map<Element, number>();
    const count = (element: Element): number => {
      const done = known.get(element);
      if (done === Infinity) throw new ArtworkRefusedError('Repeats in the drawing point at each other in a circle.');
      if (done !== undefined) return done;
      known.set(element, Infinity);
      const target = element.name === 'use' ? this.targetOf(element) : undefined;
      const inner = target ? [target] : childElements(element);
      const total = inner.reduce((sum, child) => sum + count(child), 1);
      known.set(element, total);
      return total;
    };
    if (count(root) > SVG_LIMITS.drawn) throw new ArtworkRefusedError(`With every repeat drawn out, the drawing has more than ${SVG_LIMITS.drawn} elements.`);
  }

  readChildren(parent: Element, context: Context): void {
    for (const child of childElements(parent)) this.readElement(child, context);
  }

  /** What an element's own style changes for itself and its children. */
  inheritedFrom(style: OwnStyle, viewport: Viewport): Partial<Context> {
    const changed: Partial<Context> = {};
    const own = (value: string | undefined) => (value === 'inherit' ? undefined : value);
    const colour = own(style.color);
    if (colour) {
      const paint = readPaint(colour, '#000000');
      if (paint.kind === 'colour') changed.colour = paint.colour;
    }
    if (own(style.fill)) changed.fill = style.fill;
    if (own(style.stroke)) changed.stroke = style.stroke;
    if (style['fill-rule'] === 'evenodd' || style['fill-rule'] === 'nonzero') changed.fillRule = style['fill-rule'];
    if (own(style.visibility)) changed.visible = style.visibility === 'visible';
    if (own(style['font-family'])) changed.fontFamily = style['font-family'];
    if (own(style['text-anchor'])) changed.anchor = style['text-anchor'];
    if (own(style['font-size'])) {
      const outer = viewport.fontSize;
      const size = fontSizeOf(style['font-size']!, outer);
      if (size !== null) changed.viewport = { ...viewport, fontSize: size };
    }
    return changed;
  }

  private readElement(element: Element, outer: Context): void {
    const { name } = element;
    if (SILENT.has(name) || name.includes(':')) return;
    const style = this.styleOf(element);
    if (style.display === 'none' || Number(style.opacity ?? 1) === 0) {
      this.notices.add('left-out', `Hidden in the drawing: <${name}>`);
      return;
    }
    const transform = readTransform(element.attribs.transform);
    if (transform === null) {
      this.notices.add('unread', `<${name}> has a transform that cannot be read (“${element.attribs.transform.slice(0, 40)}”) and was left out`);
      return;
    }
    if ((style['clip-path'] ?? 'none') !== 'none') this.notices.add('unread', `<${name}> is clipped in the drawing; it was read whole`);
    if ((style.mask ?? 'none') !== 'none') this.notices.add('unread', `<${name}> is masked in the drawing; it was read whole`);

    if (MARKERS.some((marker) => (style[marker] ?? 'none') !== 'none')) this.notices.add('unread', `<${name}> carries markers (arrow heads or dots at its points); they were not read`);
    this.tick();

    const context: Context = { ...outer, ...this.inheritedFrom(style, outer.viewport), toMm: composeAffine(transform, outer.toMm) };
    try {
      if (GROUPS.has(name)) this.readGroup(element, context);
      else if (name === 'use') this.readUse(element, context);
      else if ((SHAPES as readonly string[]).includes(name)) this.readShape(element, name as ShapeName, context);
      else if (name === 'text') this.readTextElement(element, style, context);
      else if (name === 'image') this.notices.add('unread', 'A picture inside the drawing is not read');
      else this.notices.add('unread', `<${name}> is not read`);
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      this.notices.add('unread', `${error.message}; it was left out`);
    }
  }

  private readGroup(element: Element, context: Context): void {
    const inner = element.name === 'svg' ? this.enterNested(element, element.attribs, context) : context;
    const layer = element.name === 'g' && element.attribs.id ? element.attribs.id : context.layer;
    this.readChildren(element, { ...inner, layer });
  }

  /** A nested `svg`, or a `symbol` brought in by `use`, has a place and a view box of its own. */
  private enterNested(element: Element, placed: Record<string, string>, context: Context): Context {
    const across = (key: string, fallback: string) => userUnits(placed[key] ?? fallback, context.viewport.width, `${element.name} ${key}`, context.viewport.fontSize);
    const down = (key: string, fallback: string) => userUnits(placed[key] ?? fallback, context.viewport.height, `${element.name} ${key}`, context.viewport.fontSize);
    const width = across('width', '100%');
    const height = down('height', '100%');
    const box = readViewBox(element.attribs.viewBox);
    const place: Affine = [1, 0, 0, 1, element.name === 'svg' ? across('x', '0') : 0, element.name === 'svg' ? down('y', '0') : 0];
    const fit = box ? composeAffine(fitBox(box, width, height, element.attribs.preserveAspectRatio ?? ''), place) : place;
    return { ...context, toMm: composeAffine(fit, context.toMm), viewport: { ...(box ?? { width, height }), fontSize: context.viewport.fontSize } };
  }

  private readUse(element: Element, context: Context): void {
    const target = this.targetOf(element);
    if (!target) {
      this.notices.add('unread', `A repeat points at “${referenceOf(element).slice(0, 40)}”, which is not in the drawing`);
      return;
    }
    const x = userUnits(element.attribs.x ?? '0', context.viewport.width, 'use x', context.viewport.fontSize);
    const y = userUnits(element.attribs.y ?? '0', context.viewport.height, 'use y', context.viewport.fontSize);
    const moved: Context = { ...context, toMm: composeAffine([1, 0, 0, 1, x, y], context.toMm) };
    if (target.name === 'symbol') this.readChildren(target, this.enterNested(target, element.attribs, { ...moved, ...this.inheritedFrom(this.styleOf(target), moved.viewport) }));
    else this.readElement(target, moved);
  }

  private readShape(element: Element, name: ShapeName, context: Context): void {
    const { contours, error } = pathContours(shapePath(name, element.attribs, context.viewport));
    const label = element.attribs.id ? `${name} “${element.attribs.id}”` : name;
    if (error) this.notices.add('unread', `The outline of ${label} breaks off: ${error}`);
    if (contours.length === 0) return;
    this.countSegments(contours);

    const fill: Paint = name === 'line' ? { kind: 'none' } : this.paintOf(context.fill, context.colour);
    const stroke = this.paintOf(context.stroke, context.colour);
    // A path that only runs along a line has nothing to fill, whatever its fill says.
    const isFilled = fill.kind !== 'none' && (stroke.kind === 'none' || contours.some((contour) => contour.segments.length > 1 || contour.segments[0][0] !== 'L'));
    const paint = isFilled ? fill : stroke;
    if (paint.kind === 'none' || !context.visible) {
      this.notices.add('left-out', `Hidden in the drawing: ${name} without fill and line`);
      return;
    }
    if (paint.kind === 'other') this.notices.add('unread', `${label} is filled with a gradient, pattern or unknown colour; its outline was read as black`);
    const colour = paint.kind === 'colour' ? paint.colour : '#000000';

    const placed = contours.map((contour) => rounded(transformContour({ ...contour, closed: contour.closed || isFilled }, context.toMm)));
    const { parts, hidden, empty } = isFilled ? assembleParts(placed, context.fillRule) : { parts: assembleLines(placed), hidden: 0, empty: 0 };
    if (hidden > 0) this.notices.add('left-out', `A line inside the filled area of ${label} shows no edge and was left out`, hidden);
    if (empty > 0) this.notices.add('left-out', `An outline of ${label} encloses nothing of its own (it runs back on itself, or on another) and was left out`, empty);
    for (const part of parts) {
      this.parts.push({ name: element.attribs.id ?? `Part ${this.parts.length + 1}`, colour, layer: context.layer, contours: part });
    }
  }

  /** Text in a font of ours becomes outlines; any other is listed with its words. */
  private readTextElement(element: Element, style: OwnStyle, context: Context): void {
    const words = textOf(element).trim().replace(/\s+/g, ' ');
    const loaded = this.fonts(context.fontFamily);
    const paint = this.paintOf(context.fill, context.colour);
    if (!loaded || paint.kind !== 'colour' || !context.visible) {
      this.notices.add('unread', `Text “${words.slice(0, 60)}” is not read; turn it into outlines first, or set it here with the text tool`);
      return;
    }
    const parts = textParts(element, words, { loaded, colour: paint.colour, viewport: context.viewport, anchor: context.anchor, spacing: style['letter-spacing'], toMm: context.toMm });
    for (const part of parts) this.parts.push({ ...part, layer: context.layer, contours: part.contours.map(rounded) });
    this.countSegments(parts.flatMap((part) => part.contours));
  }

  private tick(): void {
    this.done += 1;
    if (this.done % 500 === 0) this.progress(Math.min(0.95, 0.2 + (0.75 * this.done) / this.elements), 'Following the shapes');
  }

  /** Drawings repeat few paints many times. */
  private paintOf(text: string, currentColour: string): Paint {
    const key = `${text}|${currentColour}`;
    const known = this.paints.get(key);
    if (known) return known;
    const paint = readPaint(text, currentColour);
    this.paints.set(key, paint);
    return paint;
  }

  private targetOf(use: Element): Element | undefined {
    return this.byId.get(referenceOf(use).replace(/^#/, ''));
  }

  private countSegments(contours: CurveContour[]): void {
    for (const contour of contours) this.segments += contour.segments.length;
    if (this.segments > SVG_LIMITS.segments) throw new ArtworkRefusedError(`The drawing has more than ${formatNumber(SVG_LIMITS.segments / 1e6)} million curve pieces.`);
  }
}

/** A font size in user units; null for the words of CSS, which are left at what they were. */
function fontSizeOf(text: string, outer: number | undefined): number | null {
  try {
    return userUnits(text, outer ?? 16, 'font-size', outer);
  } catch {
    return null;
  }
}

const referenceOf = (use: Element): string => (use.attribs.href ?? use.attribs['xlink:href'] ?? '').trim();

/** Coordinates to a hundred-thousandth of a millimetre; keeps the stored reading small and the same everywhere. */
function rounded(contour: CurveContour): CurveContour {
  const place = (n: number): number => {
    if (!(Math.abs(n) <= FARTHEST_MM)) throw new RangeError(`A shape reaches further than ${FARTHEST_MM / 1000} m`);
    return Math.round(n * 1e5) / 1e5;
  };
  return {
    closed: contour.closed,
    start: [place(contour.start[0]), place(contour.start[1])],
    segments: contour.segments.map(([kind, ...numbers]) => [kind, ...numbers.map(place)] as CurveContour['segments'][number]),
  };
}
