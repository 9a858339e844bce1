import type { Element } from 'domhandler';
import {
  composeAffine,
  contourBounds,
  IDENTITY,
  invertAffine,
  transformContour,
  type Affine,
  type Bounds,
  type CurveContour,
} from '../../geometry';
import { formatNumber } from '../../units';
import { assembleLines, assembleParts } from '../assemble-parts';
import { USUAL_CHOICES, type ReadingChoices } from '../../artwork-choices';
import type { Progress } from '../progress';
import { ArtworkRefusedError, NoticeList, type ArtworkPart, type ArtworkReading } from '../reading';
import { boxContour, clipPart, clipTo, type Clipped } from './clip-box';
import { windowOfMask, windowOfShapes, windowThrough, type Window } from './clip-paths';
import { inheritedFrom, INITIAL, readShare, type Context } from './context';
import { SVG_LIMITS } from './limits';
import { markedPoints, placeMarker } from './markers';
import { readPaint, type Paint } from './paint';
import { pathContours } from './path-contours';
import { SHAPES, shapePath, userUnits, type ShapeName } from './shapes';
import type { FontByFamily } from '../text/fonts';
import { partsOf } from '../text/read-text';
import { readStyles, type OwnStyle, type StyleOf } from './styles';
import { setSvgText, type DrawnLetter } from './text';
import { textCharacters, type TextCharacter } from './text-characters';
import { trackOf } from './text-path';
import { about, readOrigin, readTransform } from './transform';
import { DOWNWARDS, laidAcross } from './vertical';
import { fitBox, readFrame, readViewBox } from './viewbox';
import { childElements, parseSvgTree } from './xml';

/** What a drawing is read with. */
export interface SvgOptions {
  choices?: Pick<ReadingChoices, 'unitMm'>;
  /** Fonts that text in the drawing can be set in; text in others is listed as unread. */
  fonts?: FontByFamily;
  progress?: Progress;
}

const GROUPS = new Set(['g', 'a', 'switch', 'svg']);
const SILENT = new Set([
  'defs',
  'symbol',
  'clipPath',
  'mask',
  'pattern',
  'marker',
  'filter',
  'metadata',
  'title',
  'desc',
  'style',
  'linearGradient',
  'radialGradient',
  'view',
]);
/** Coordinates further out than this are no drawing for a bench (mm). */
const FARTHEST_MM = 100_000;

/**
 * Reads an SVG drawing into parts at true size: curves kept, holes with their outlines, colours as drawn.
 * What it does not read is listed in `notices`.
 * @throws ArtworkRefusedError where the file is no SVG, could do harm, or goes beyond {@link SVG_LIMITS}
 * @example readSvg('<svg width="10mm" height="10mm"><rect width="5mm" height="5mm"/></svg>').parts.length // 1
 */
export function readSvg(
  source: string,
  { choices = USUAL_CHOICES, fonts = () => undefined, progress = () => {} }: SvgOptions = {},
): ArtworkReading {
  progress(0.05, 'Reading the elements');
  const root = parseSvgTree(source);
  const notices = new NoticeList();
  const frame = readFrame(root.attribs, notices, choices.unitMm);
  const reader = new SvgReader(root, notices, fonts, progress);
  reader.refuseEndlessRepeats(root);
  reader.readChildren(root, {
    ...INITIAL,
    toMm: frame.toMm,
    viewport: frame.viewport,
    ...inheritedFrom(reader.styleOf(root), { ...INITIAL, viewport: frame.viewport }),
  });
  return {
    widthMm: frame.widthMm,
    heightMm: frame.heightMm,
    parts: reader.parts,
    notices: notices.list(),
    ...(frame.asks ? { asks: frame.asks } : {}),
  };
}

class SvgReader {
  readonly parts: ArtworkPart[] = [];
  /** Parts that are drawn as lines, not filled. */
  private readonly lines = new WeakSet<ArtworkPart>();
  readonly styleOf: StyleOf;
  /** Clip paths, masks and markers that are being read: one that stands within itself is let be. */
  private readonly open = new Set<Element>();
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
    if (count(root) > SVG_LIMITS.drawn)
      throw new ArtworkRefusedError(
        `With every repeat drawn out, the drawing has more than ${SVG_LIMITS.drawn} elements.`,
      );
  }

  readChildren(parent: Element, context: Context): void {
    for (const child of childElements(parent)) this.readElement(child, context);
  }

  private readElement(element: Element, outer: Context): void {
    const { name } = element;
    if (SILENT.has(name) || name.includes(':')) return;
    const style = this.styleOf(element, outer.variables);
    if (isHidden(style)) {
      this.notices.add('left-out', `Hidden in the drawing: <${name}>`);
      return;
    }
    const inherited: Context = { ...outer, ...inheritedFrom(style, outer) };
    const transform = this.transformOf(element, style, inherited);
    if (transform === null) {
      this.notices.add(
        'unread',
        `<${name}> has a transform that cannot be read (“${(style.transform ?? '').slice(0, 40)}”) and was left out`,
      );
      return;
    }
    if ((style.filter ?? 'none') !== 'none')
      this.notices.add(
        'unread',
        `<${name}> has a filter (a shadow, a blur or the like) in the drawing; it was read without`,
      );
    this.tick();

    const context: Context = { ...inherited, toMm: composeAffine(transform, outer.toMm) };
    const before = this.parts.length;
    try {
      if (GROUPS.has(name)) this.readGroup(element, context);
      else if (name === 'use') this.readUse(element, context);
      else if ((SHAPES as readonly string[]).includes(name))
        this.readShape(element, name as ShapeName, measuredBy(element, style), context);
      else if (name === 'text') this.readTextElement(element, style, context);
      else if (name === 'image') this.notices.add('unread', 'A picture inside the drawing is not read');
      else this.notices.add('unread', `<${name}> is not read`);
      this.showThrough(before, style, context);
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      this.notices.add('unread', `${error.message}; it was left out`);
    }
  }

  private readGroup(element: Element, context: Context): void {
    const layer = element.name === 'g' && element.attribs.id ? element.attribs.id : context.layer;
    if (element.name === 'svg')
      this.readNested(element, measuredBy(element, this.styleOf(element, context.variables)), { ...context, layer });
    else if (element.name === 'switch') {
      const chosen = childElements(element).find(
        ({ attribs }) => !attribs.requiredExtensions && speaksOurs(attribs.systemLanguage),
      );
      if (chosen) this.readElement(chosen, { ...context, layer });
    } else this.readChildren(element, { ...context, layer });
  }

  /** The change that an element's transform asks for, about its own origin; null where it cannot be read. */
  private transformOf(element: Element, style: OwnStyle, context: Context): Affine | null {
    const written = transformWritten(style);
    if (!written) return [1, 0, 0, 1, 0, 0];
    let box: Bounds = { minX: 0, minY: 0, maxX: context.viewport.width, maxY: context.viewport.height };
    if (/^(fill|stroke|content|border)-box$/.test(style['transform-box'] ?? '')) {
      const own = (SHAPES as readonly string[]).includes(element.name)
        ? contourBounds(
            pathContours(shapePath(element.name as ShapeName, measuredBy(element, style), context.viewport)).contours,
          )
        : null;
      if (own) box = own;
      else
        this.notices.add(
          'unread',
          `<${element.name}> is turned or scaled about its own box; it was read about the drawing’s`,
        );
    }
    const change = readTransform(written, box);
    const origin = readOrigin(style['transform-origin'], box);
    return change && origin ? about(change, origin.x, origin.y) : change;
  }

  /** What stands in a nested `svg`, or in a `symbol`, is cut off at its box unless it may overflow. */
  private readNested(element: Element, placed: Record<string, string>, context: Context): void {
    const before = this.parts.length;
    const entered = this.enterNested(element, placed, context);
    if (!entered) {
      this.notices.add('left-out', 'A drawing within the drawing has no width or no height, and does not show');
      return;
    }
    this.readChildren(element, entered.inner);
    if (/visible|auto/.test(this.styleOf(element, context.variables).overflow ?? '')) return;
    const isCut = this.clipSince(before, (part) => clipPart(part, entered.box, this.lines.has(part)));
    if (isCut)
      this.notices.add(
        'mended',
        'What reaches out of the box of a drawing within the drawing is cut off there, as it is shown',
      );
  }

  /** Puts what shows of them in the place of the parts that were added since. @returns whether any was cut */
  private clipSince(before: number, clip: (part: ArtworkPart) => Clipped): boolean {
    let isAnyCut = false;
    for (const part of this.parts.splice(before)) {
      const { parts, isCut } = clip(part);
      isAnyCut ||= isCut;
      for (const piece of parts) {
        if (this.lines.has(part)) this.lines.add(piece);
        this.parts.push(piece === part ? part : { ...piece, contours: piece.contours.map(rounded) });
      }
    }
    return isAnyCut;
  }

  /** What an element's clip path and mask leave of what was read of it. */
  private showThrough(before: number, style: OwnStyle, context: Context): void {
    for (const [property, name] of [
      ['clip-path', 'clipPath'],
      ['mask', 'mask'],
    ] as const) {
      const written = style[property]?.trim() ?? 'none';
      if (written === 'none' || this.parts.length === before) continue;
      const target = this.pointedAt(written);
      const window = target?.name === name ? this.windowOf(target, before, context) : null;
      if (window === null) {
        this.notices.add(
          'unread',
          name === 'mask'
            ? 'A mask in the drawing is no plain shape in black and white; what lies under it was read whole'
            : `A clip path in the drawing cannot be read (“${written.slice(0, 40)}”); what it clips was read whole`,
        );
        continue;
      }
      if (this.clipSince(before, (part) => clipTo(part, window, this.lines.has(part))))
        this.notices.add(
          'mended',
          `What a ${name === 'mask' ? 'mask' : 'clip path'} hides in the drawing is cut off there`,
        );
    }
  }

  /** What shows through a clip path or a mask; null where that cannot be told. */
  private windowOf(element: Element, since: number, context: Context): Window | null {
    if (this.open.has(element)) return null;
    this.open.add(element);
    try {
      const isMask = element.name === 'mask';
      const style = this.styleOf(element);
      const units = element.attribs[isMask ? 'maskContentUnits' : 'clipPathUnits'];
      const ownBox = units === 'objectBoundingBox' ? this.boxSince(since, context) : null;
      const inBox = ownBox ? composeAffine(ownBox, context.toMm) : context.toMm;
      const inner: Context = {
        ...INITIAL,
        ...inheritedFrom(style, { ...INITIAL, viewport: context.viewport }),
        viewport: context.viewport,
        toMm: composeAffine(readTransform(style.transform) ?? IDENTITY, inBox),
        layer: null,
        isSilhouette: !isMask,
      };
      const before = this.parts.length;
      this.readChildren(element, inner);
      const shapes = this.parts.splice(before);
      if (isMask)
        return shapes.some((shape) => this.lines.has(shape)) ? null : windowOfMask(alphaAsLight(shapes, style));
      const own = windowOfShapes(shapes);
      const outer = this.pointedAt(style['clip-path'] ?? '');
      if (outer?.name !== 'clipPath') return own;
      const outerWindow = this.windowOf(outer, since, context);
      return outerWindow && windowThrough(own, outerWindow);
    } finally {
      this.open.delete(element);
    }
  }

  /** From the unit square onto the box of what was read since, in an element's own units. */
  private boxSince(before: number, { toMm }: Context): Affine {
    const back = invertAffine(toMm);
    const box = contourBounds(
      this.parts.slice(before).flatMap(({ contours }) => contours.map((contour) => transformContour(contour, back))),
    );
    return box ? [box.maxX - box.minX, 0, 0, box.maxY - box.minY, box.minX, box.minY] : IDENTITY;
  }

  /** A nested `svg`, or a `symbol` brought in by `use`, has a place and a view box of its own. */
  private enterNested(
    element: Element,
    placed: Record<string, string>,
    context: Context,
  ): { inner: Context; box: CurveContour } | null {
    const across = (key: string, fallback: string) =>
      userUnits(
        sized(placed[key]) ?? sized(element.attribs[key]) ?? fallback,
        context.viewport.width,
        `${element.name} ${key}`,
        context.viewport.fontSize,
      );
    const down = (key: string, fallback: string) =>
      userUnits(
        sized(placed[key]) ?? sized(element.attribs[key]) ?? fallback,
        context.viewport.height,
        `${element.name} ${key}`,
        context.viewport.fontSize,
      );
    const width = across('width', '100%');
    const height = down('height', '100%');
    if (!(width > 0) || !(height > 0)) return null;
    const box = readViewBox(element.attribs.viewBox);
    const isSymbol = element.name === 'symbol';
    const own = (key: string, whole: number) =>
      userUnits(element.attribs[key] ?? '0', whole, `symbol ${key}`, context.viewport.fontSize);
    // Where a symbol is used it stands at its own place, beside the one that `use` has moved it to.
    const place: Affine = isSymbol
      ? [1, 0, 0, 1, own('x', context.viewport.width), own('y', context.viewport.height)]
      : [1, 0, 0, 1, across('x', '0'), down('y', '0')];
    const fit = box
      ? composeAffine(fitBox(box, width, height, element.attribs.preserveAspectRatio ?? ''), place)
      : place;
    const inner = {
      ...context,
      toMm: composeAffine(fit, context.toMm),
      viewport: { ...(box ?? { width, height }), fontSize: context.viewport.fontSize },
    };
    return { inner, box: boxContour(place[4], place[5], width, height, context.toMm) };
  }

  private readUse(element: Element, context: Context): void {
    const target = this.targetOf(element);
    if (!target) {
      this.notices.add(
        'unread',
        `A repeat points at “${referenceOf(element).slice(0, 40)}”, which is not in the drawing`,
      );
      return;
    }
    const x = userUnits(element.attribs.x ?? '0', context.viewport.width, 'use x', context.viewport.fontSize);
    const y = userUnits(element.attribs.y ?? '0', context.viewport.height, 'use y', context.viewport.fontSize);
    const moved: Context = { ...context, toMm: composeAffine([1, 0, 0, 1, x, y], context.toMm) };
    if (target.name === 'symbol' || target.name === 'svg') {
      const inside = { ...moved, ...inheritedFrom(this.styleOf(target, moved.variables), moved) };
      const { width, height } = element.attribs;
      const own = target.name === 'svg' ? measuredBy(target, this.styleOf(target, moved.variables)) : {};
      this.readNested(target, { ...own, ...(width ? { width } : {}), ...(height ? { height } : {}) }, inside);
    } else this.readElement(target, moved);
  }

  private readShape(
    element: Element,
    name: ShapeName,
    measures: Readonly<Record<string, string>>,
    context: Context,
  ): void {
    const { contours, error } = pathContours(shapePath(name, measures, context.viewport));
    const label = element.attribs.id ? `${name} “${element.attribs.id}”` : name;
    if (error) this.notices.add('unread', `The outline of ${label} breaks off: ${error}`);
    if (contours.length === 0) return;
    this.countSegments(contours);
    const isMarked = name !== 'rect' && name !== 'circle' && name !== 'ellipse' && !context.isSilhouette;
    if (isMarked && context.visible) this.readMarkers(contours, context);

    const fill: Paint = name === 'line' ? { kind: 'none' } : this.fillOf(context);
    const stroke = this.strokeOf(context);
    // A path that only runs along a line has nothing to fill, whatever its fill says.
    const isFilled =
      fill.kind !== 'none' &&
      (stroke.kind === 'none' ||
        contours.some((contour) => contour.segments.length > 1 || contour.segments[0][0] !== 'L'));
    const paint = isFilled ? fill : stroke;
    if (paint.kind === 'none' || !context.visible) {
      this.notices.add('left-out', `Hidden in the drawing: ${name} without fill and line`);
      return;
    }
    if (paint.kind === 'other')
      this.notices.add(
        'unread',
        `${label} is filled with a gradient, pattern or unknown colour; its outline was read as black`,
      );
    if (!isFilled && context.isDashed)
      this.notices.add('unread', `${label} is drawn with dashes; it was read as one line`);
    const colour = paint.kind === 'colour' ? paint.colour : '#000000';
    this.placeShape(contours, { name: element.attribs.id, label, colour, isFilled }, context);
  }

  /** Puts a shape's parts where they lie: what is filled of it, or its lines. */
  private placeShape(
    contours: readonly CurveContour[],
    { name, label, colour, isFilled }: { name: string | undefined; label: string; colour: string; isFilled: boolean },
    context: Context,
  ): void {
    const placed = contours.map((contour) =>
      rounded(transformContour({ ...contour, closed: contour.closed || isFilled }, context.toMm)),
    );
    const { parts, hidden, empty } = isFilled
      ? assembleParts(placed, context.isSilhouette ? context.clipRule : context.fillRule)
      : { parts: assembleLines(placed), hidden: 0, empty: 0 };
    if (hidden > 0)
      this.notices.add('left-out', `A line inside the filled area of ${label} shows no edge and was left out`, hidden);
    if (empty > 0)
      this.notices.add(
        'left-out',
        `An outline of ${label} encloses nothing of its own (it runs back on itself, or on another) and was left out`,
        empty,
      );
    for (const own of parts) {
      const part = {
        name: name ?? `Part ${this.parts.length + 1}`,
        colour,
        layer: context.layer,
        contours: own,
        isFilled,
      };
      if (!isFilled) this.lines.add(part);
      this.parts.push(part);
    }
  }

  /** What stands at the points of a line: arrow heads, dots. */
  private readMarkers(contours: readonly CurveContour[], context: Context): void {
    const { markers, viewport } = context;
    if (Object.values(markers).every((marker) => marker === 'none')) return;
    for (const point of markedPoints(contours)) {
      const marker = this.pointedAt(markers[point.which]);
      if (marker?.name !== 'marker' || this.open.has(marker)) continue;
      const placed = placeMarker(marker.attribs, point, context.strokeWidth, viewport);
      if (!placed) continue;
      this.tick();
      if (this.done > SVG_LIMITS.drawn)
        throw new ArtworkRefusedError(
          `With every marker drawn out, the drawing has more than ${SVG_LIMITS.drawn} elements.`,
        );
      this.open.add(marker);
      const style = this.styleOf(marker);
      const before = this.parts.length;
      const inner: Context = {
        ...INITIAL,
        ...inheritedFrom(style, { ...INITIAL, viewport }),
        ...placed,
        layer: context.layer,
        toMm: composeAffine(placed.matrix, context.toMm),
        marked: context,
      };
      this.readChildren(marker, inner);
      const { x, y, width, height } = placed.box;
      if (!/visible|auto/.test(style.overflow ?? '')) {
        const box = boxContour(x, y, width, height, inner.toMm);
        this.clipSince(before, (part) => clipPart(part, box, this.lines.has(part)));
      }
      this.open.delete(marker);
    }
  }

  /** Text in a font of ours becomes outlines where it stands; any other is listed with its words. */
  private readTextElement(written: Element, style: OwnStyle, outer: Context): void {
    const element = outer.isVertical ? laidAcross(written) : written;
    const context = outer.isVertical ? { ...outer, toMm: composeAffine(DOWNWARDS, outer.toMm) } : outer;
    const unread = (what: string) => this.notices.add('unread', what);
    const characters = textCharacters(element, context, {
      contextOf: (inner, outer) => ({
        ...outer,
        ...inheritedFrom(this.noteTextStyle(this.styleOf(inner, outer.variables)), outer),
      }),
      isHidden: (inner) => isHidden(this.styleOf(inner)),
      hidden: (inner) => this.notices.add('left-out', `Hidden in the drawing: <${inner.name}>`),
      unread,
      targetOf: (inner) => this.targetOf(inner),
    });
    this.noteTextStyle(style);
    if (element.attribs.textLength !== undefined)
      unread('A text is stretched to a length in the drawing; it was set at its own');
    const { letters, unset, missing, beyond } = setSvgText(characters, this.fonts, (character) =>
      this.trackFor(character),
    );
    for (const words of unset)
      unread(
        `Text “${words.slice(0, 60)}” is not read; turn it into outlines first, or set it here with the text tool`,
      );
    for (const letter of missing) unread(`The font has no “${letter}”`);
    if (beyond > 0)
      this.notices.add('left-out', 'A letter has no room left on its path, and does not show in the drawing', beyond);
    if (letters.length < characters.length && characters.some((character) => !character.context.visible))
      this.notices.add('left-out', 'Hidden in the drawing: letters of a text');
    for (const group of byPaint(letters, (letter) => this.letterColour(letter))) {
      const placed = group.letters.map((letter) => ({
        ...letter,
        contours: letter.contours.map((contour) => transformContour(contour, context.toMm)),
      }));
      const parts = partsOf(placed, group.colour);
      for (const part of parts)
        this.parts.push({ ...part, layer: context.layer, contours: part.contours.map(rounded) });
      this.countSegments(parts.flatMap((part) => part.contours));
    }
  }

  private noteTextStyle(style: OwnStyle): OwnStyle {
    if (!/^(none|inherit)?$/.test(style['text-decoration']?.trim() ?? ''))
      this.notices.add('unread', 'A line under, over or through a text is not read');
    if (
      !/^(auto|alphabetic|baseline|inherit|0)?$/.test(style['dominant-baseline']?.trim() ?? '') ||
      !/^(baseline|inherit|0|0%)?$/.test(style['baseline-shift']?.trim() ?? '')
    )
      this.notices.add('unread', 'A text is raised or lowered from its line in the drawing; it was set on the line');
    return style;
  }

  /** The colour a letter shows in; null where it does not show. */
  private letterColour({ context }: DrawnLetter): string | null {
    const fill = this.fillOf(context);
    const paint = fill.kind === 'none' ? this.strokeOf(context) : fill;
    if (paint.kind === 'none') {
      this.notices.add('left-out', 'Hidden in the drawing: text without fill and line');
      return null;
    }
    if (paint.kind === 'other')
      this.notices.add(
        'unread',
        'A text is filled with a gradient, pattern or unknown colour; its outline was read as black',
      );
    return paint.kind === 'colour' ? paint.colour : '#000000';
  }

  private trackFor({ onPath, context }: TextCharacter) {
    if (!onPath) return null;
    const transform = readTransform(this.styleOf(onPath.path).transform) ?? ([1, 0, 0, 1, 0, 0] as Affine);
    return trackOf(onPath.path.attribs.d ?? '', transform, context.viewport.fontSize ?? 16);
  }

  private fillOf({ fill, colour, fillOpacity, isSilhouette, marked }: Context): Paint {
    if (isSilhouette) return { kind: 'colour', colour: '#000000' };
    return fillOpacity === 0 ? { kind: 'none' } : this.paintOf(asMarked(fill, marked), colour);
  }

  private strokeOf({ stroke, colour, strokeOpacity, strokeWidth, isSilhouette, marked }: Context): Paint {
    if (isSilhouette || strokeOpacity === 0 || !(strokeWidth > 0)) return { kind: 'none' };
    return this.paintOf(asMarked(stroke, marked), colour);
  }

  private tick(): void {
    this.done += 1;
    if (this.done % 500 === 0)
      this.progress(Math.min(0.95, 0.2 + (0.75 * this.done) / this.elements), 'Following the shapes');
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

  /** What a style points at with `url(#…)`. */
  private pointedAt(written: string): Element | undefined {
    return this.byId.get(/url\(\s*['"]?#([^'")]+)/.exec(written)?.[1] ?? '');
  }

  private targetOf(use: Element): Element | undefined {
    return this.byId.get(referenceOf(use).replace(/^#/, ''));
  }

  private countSegments(contours: CurveContour[]): void {
    for (const contour of contours) this.segments += contour.segments.length;
    if (this.segments > SVG_LIMITS.segments)
      throw new ArtworkRefusedError(
        `The drawing has more than ${formatNumber(SVG_LIMITS.segments / 1e6)} million curve pieces.`,
      );
  }
}

/** A paint within a marker that is that of the line it stands on. */
const asMarked = (paint: string, marked: Context['marked']): string =>
  marked && paint === 'context-fill' ? marked.fill : marked && paint === 'context-stroke' ? marked.stroke : paint;

/** Shapes of a mask that goes by what is there, not by how light it is: all of them count as white. */
const alphaAsLight = (shapes: readonly ArtworkPart[], style: OwnStyle): Pick<ArtworkPart, 'contours' | 'colour'>[] =>
  style['mask-type'] === 'alpha' ? shapes.map((shape) => ({ ...shape, colour: '#ffffff' })) : [...shapes];

/** A size that is a length; `auto` is as if nothing was said. */
const sized = (written: string | undefined): string | undefined => (written === 'auto' ? undefined : written);

const MEASURES = ['x', 'y', 'width', 'height', 'r', 'cx', 'cy', 'rx', 'ry'] as const;

/** An element's attributes with the measures that its style gives (SVG 2, geometry properties). */
function measuredBy({ attribs }: Element, style: OwnStyle): Record<string, string> {
  const measured = { ...attribs };
  for (const measure of MEASURES) if (style[measure] !== undefined) measured[measure] = style[measure];
  const path = /^path\(\s*(?:\w+\s*,\s*)?(["'])(.*)\1\s*\)$/s.exec(style.d ?? '');
  if (path) [, , measured.d] = path;
  return measured;
}

/** A style's transforms in the order in which they are done (CSS Transforms 2, section 6); nothing where there are none. */
function transformWritten({ translate, rotate, scale, transform }: OwnStyle): string {
  const own = (written: string | undefined) => (!written || written.trim() === 'none' ? '' : written.trim());
  const listed = (written: string) => written.split(/\s+/).join(',');
  return [
    own(translate) && `translate(${listed(own(translate))})`,
    own(rotate) && `rotate(${own(rotate).replace(/^z\s+|\s+z$/, '')})`,
    own(scale) && `scale(${listed(own(scale))})`,
    own(transform),
  ]
    .filter(Boolean)
    .join(' ');
}

/** Whether an element and all within it shows nothing. */
const isHidden = (style: OwnStyle): boolean => style.display === 'none' || readShare(style.opacity) === 0;

/** A `switch` asks for the reader's languages; the application speaks English. */
const speaksOurs = (languages: string | undefined): boolean =>
  languages === undefined || languages.split(',').some((language) => /^en\b/i.test(language.trim()));

/** Letters that show, by their colour and whether they hang together. */
function byPaint(
  letters: readonly DrawnLetter[],
  colourOf: (letter: DrawnLetter) => string | null,
): { colour: string; letters: DrawnLetter[] }[] {
  const groups = new Map<string, { colour: string; letters: DrawnLetter[] }>();
  for (const letter of letters) {
    const colour = colourOf(letter);
    if (colour === null) continue;
    const key = `${colour} ${letter.isScript}`;
    const group = groups.get(key) ?? { colour, letters: [] };
    group.letters.push(letter);
    groups.set(key, group);
  }
  return [...groups.values()];
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
    segments: contour.segments.map(
      ([kind, ...numbers]) => [kind, ...numbers.map(place)] as CurveContour['segments'][number],
    ),
  };
}
