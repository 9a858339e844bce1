import DxfParser from 'dxf-parser';
import { composeAffine, transformContour, type Affine, type CurveContour } from '../../geometry';
import { formatNumber } from '../../units';
import { assembleLines } from '../assemble-parts';
import { askSize, USUAL_CHOICES, type ReadingChoices } from '../../artwork-choices';
import { joinEnds } from '../join-ends';
import type { Progress } from '../progress';
import { ArtworkRefusedError, NoticeList, type ArtworkPart, type ArtworkReading } from '../reading';
import { groupsProblem, withPoints } from './check-groups';
import { entityContours, type DxfEntity } from './entities';
import { handlerOf, typesIn } from './entity-handlers';
import { extrusionAffine } from './extrusion';
import { HatchBoundaries } from './hatch-handler';
import { nameKey, readLayers, type DxfLayer } from './layers';
import { PlainPolyline } from './lwpolyline-handler';
import { PolylineWithVertices } from './polyline-handler';
import { WeightedSpline } from './spline-handler';

/** What a drawing may hold before it is refused. */
export const DXF_LIMITS = { characters: 60_000_000, depth: 32, drawn: 300_000, segments: 1_500_000 } as const;
/** Coordinates further out than this are no drawing for a bench (mm). */
const FARTHEST_MM = 100_000;
/** Millimetres of the drawing's unit, by $INSUNITS. */
const UNITS: Readonly<Record<number, { name: string; mm: number }>> = {
  1: { name: 'inches', mm: 25.4 },
  2: { name: 'feet', mm: 304.8 },
  3: { name: 'miles', mm: 1_609_344 },
  4: { name: 'millimetres', mm: 1 },
  5: { name: 'centimetres', mm: 10 },
  6: { name: 'metres', mm: 1000 },
  7: { name: 'kilometres', mm: 1e6 },
  8: { name: 'millionths of an inch', mm: 2.54e-5 },
  9: { name: 'thousandths of an inch', mm: 0.0254 },
  10: { name: 'yards', mm: 914.4 },
  11: { name: 'ångströms', mm: 1e-7 },
  12: { name: 'nanometres', mm: 1e-6 },
  13: { name: 'micrometres', mm: 0.001 },
  14: { name: 'decimetres', mm: 100 },
  15: { name: 'decametres', mm: 1e4 },
  16: { name: 'hectometres', mm: 1e5 },
  21: { name: 'survey feet', mm: 1_200_000 / 3937 },
  22: { name: 'survey inches', mm: 100_000 / 3937 },
  23: { name: 'survey yards', mm: 3_600_000 / 3937 },
  24: { name: 'survey miles', mm: 6_336_000_000 / 3937 },
};
const UNIT_ANSWERS = [4, 1, 5].map((code) => ({ label: `drawn in ${UNITS[code].name}`, unitMm: UNITS[code].mm }));
/** The parser's number for “as the ground is not”: black on white, white on black. */
const INK_INDEX = 7;
const INK = '#000000';
/** Colour indices that stand for the layer's and for the block's colour. */
const BY_LAYER = 256;
const BY_BLOCK = 0;
const SILENT = new Set(['VIEWPORT', 'ATTDEF', 'SEQEND', 'VERTEX']);
const TEXTS = new Set(['TEXT', 'MTEXT', 'ATTRIB']);

interface Parsed {
  header?: Record<string, unknown>;
  blocks?: Record<string, { entities?: DxfEntity[]; position?: { x: number; y: number } }>;
  entities?: DxfEntity[];
}

/**
 * Reads a DXF drawing in text form into parts at true size: curves kept, blocks put in their places, loose ends joined,
 * colours by entity, layer or block. What it does not read is listed in `notices`.
 * A drawing without a unit is taken to be in mm unless `choices` say otherwise, and asks for it.
 * @throws ArtworkRefusedError where the file is no DXF, could do harm, or goes beyond {@link DXF_LIMITS}
 */
export function readDxf(
  source: string,
  choices: Pick<ReadingChoices, 'unitMm' | 'joinMm'> = USUAL_CHOICES,
  progress: Progress = () => {},
): ArtworkReading {
  if (source.includes('\u0000'))
    throw new ArtworkRefusedError(
      'DXF in text form was expected; this one is in binary form. Save it as ASCII DXF and bring it in again.',
    );
  if (source.length > DXF_LIMITS.characters)
    throw new ArtworkRefusedError(
      `The drawing has ${formatNumber(source.length / 1e6, 0)} million characters; ${DXF_LIMITS.characters / 1e6} million are taken. Leave out what is not cut.`,
    );
  progress(0.05, 'Reading the groups');
  const notices = new NoticeList();
  const { text, commas } = withPoints(source);
  if (commas > 0) notices.add('mended', 'Numbers that are written with a comma were read as with a point', commas);
  const parsed = parse(text);
  const stated = unitOf(parsed);
  const unitMm = stated ?? choices.unitMm ?? 1;
  progress(0.4, 'Putting the blocks in place');
  const reader = new DxfReader(parsed, readLayers(text), notices, unitMm, choices.joinMm);
  reader.read(parsed.entities ?? [], { place: [1, 0, 0, 1, 0, 0], depth: 0, layer: null, colour: INK });
  progress(0.6, 'Joining loose ends');
  const reading = reader.finish();
  if (stated !== null || choices.unitMm !== null) return reading;
  notices.add('size-assumed', 'The drawing names no unit; millimetres are assumed');
  return { ...reading, notices: notices.list(), asks: askSize(reading.widthMm, reading.heightMm, UNIT_ANSWERS) };
}

function parse(source: string): Parsed {
  if (!/^\s*0\s*\r?\n\s*SECTION/m.test(source))
    throw new ArtworkRefusedError('A DXF drawing was expected; this file has no sections of one.');
  const problem = groupsProblem(source);
  if (problem)
    throw new ArtworkRefusedError(
      `The DXF file breaks off or is damaged: ${problem}. Save it again from where it was drawn.`,
    );
  const parser = new DxfParser();
  for (const type of typesIn(source)) parser.registerEntityHandler(handlerOf(type) as never);
  for (const handler of [WeightedSpline, HatchBoundaries, PlainPolyline, PolylineWithVertices])
    parser.registerEntityHandler(handler as never);
  try {
    return (parser.parseSync(source) ?? {}) as Parsed;
  } catch (error) {
    throw new ArtworkRefusedError(
      `The DXF file is damaged: ${(error as Error).message.slice(0, 120)}. Save it again from where it was drawn.`,
    );
  }
}

/** Millimetres of one unit of the drawing; null where it names none that is known. */
const unitOf = ({ header }: Parsed): number | null => UNITS[Number(header?.$INSUNITS ?? 0)]?.mm ?? null;

interface Context {
  place: Affine;
  depth: number;
  layer: string | null;
  colour: string;
}

class DxfReader {
  private readonly groups = new Map<string, { layer: string | null; colour: string; contours: CurveContour[] }>();
  private readonly blocks = new Map<string, NonNullable<Parsed['blocks']>[string]>();
  private drawn = 0;
  private segments = 0;

  constructor(
    parsed: Parsed,
    private readonly layers: Map<string, DxfLayer>,
    private readonly notices: NoticeList,
    private readonly unitMm: number,
    private readonly joinMm: number,
  ) {
    for (const [name, block] of Object.entries(parsed.blocks ?? {})) this.blocks.set(nameKey(name), block);
  }

  read(entities: readonly DxfEntity[], context: Context): void {
    if (context.depth > DXF_LIMITS.depth)
      throw new ArtworkRefusedError(
        'Blocks in the drawing hold each other in a circle, or lie more than 32 deep. Explode them and bring the drawing in again.',
      );
    for (const entity of entities) {
      this.drawn += 1;
      if (this.drawn > DXF_LIMITS.drawn)
        throw new ArtworkRefusedError(
          `The drawing draws more than ${formatNumber(DXF_LIMITS.drawn, 0)} things once its blocks are put in place. Make it simpler.`,
        );
      if (entity.inPaperSpace) continue;
      const layerName = entity.layer && entity.layer !== '0' ? entity.layer : (context.layer ?? entity.layer ?? null);
      const layer = layerName ? this.layers.get(nameKey(layerName)) : undefined;
      // A layer that is off hides what is drawn on it; a block that was put there shows what lies on its other layers.
      if (entity.visible === false || layer?.isFrozen || (layer?.isOff && entity.type !== 'INSERT')) {
        this.notices.add('left-out', `What lies on the hidden layer “${layerName ?? '0'}” is left out`);
        continue;
      }
      const colour = this.colourOf(entity, layer, context);
      if (entity.type === 'INSERT') this.insert(entity, { ...context, layer: layerName, colour });
      else this.draw(entity, layerName, colour, context);
    }
  }

  finish(): ArtworkReading {
    const parts: ArtworkPart[] = [];
    let joined = 0;
    let open = 0;
    for (const { layer, colour, contours } of this.groups.values()) {
      const ends = joinEnds(contours, this.joinMm);
      joined += ends.joined;
      open += ends.open;
      for (const part of assembleLines(ends.contours))
        parts.push({ name: `Part ${parts.length + 1}`, colour, layer, contours: part });
    }
    if (joined)
      this.notices.add(
        'mended',
        `${formatNumber(joined, 0)} loose ends within ${this.joinMm} mm of each other were joined; ${open === 0 ? 'no line stays open' : `${formatNumber(open, 0)} ${open === 1 ? 'line stays' : 'lines stay'} open`}`,
      );
    const box = bounds(parts);
    return { widthMm: box.width, heightMm: box.height, parts, notices: this.notices.list() };
  }

  private draw(entity: DxfEntity, layer: string | null, colour: string, { place }: Context): void {
    let contours: CurveContour[] | null;
    try {
      contours = entityContours(entity);
    } catch (error) {
      this.notices.add('unread', `${entity.type}: ${(error as Error).message}`);
      return;
    }
    if (!contours) {
      if (!SILENT.has(entity.type))
        this.notices.add(
          'unread',
          TEXTS.has(entity.type) ? 'Text is not read; turn it into outlines' : `${entity.type} is not read`,
        );
      return;
    }
    // y goes down on our sheets.
    const toMm = composeAffine(place, [this.unitMm, 0, 0, -this.unitMm, 0, 0]);
    for (const contour of contours) {
      const moved = transformContour(contour, toMm);
      this.refuseFar(moved, entity.type, layer);
      this.segments += moved.segments.length;
      if (this.segments > DXF_LIMITS.segments)
        throw new ArtworkRefusedError(
          `The drawing has more than ${formatNumber(DXF_LIMITS.segments, 0)} pieces of line. Make it simpler.`,
        );
      const key = `${layer ?? ''}\n${colour}`;
      const group = this.groups.get(key) ?? { layer, colour, contours: [] };
      group.contours.push(moved);
      this.groups.set(key, group);
    }
  }

  /** Puts a block in its place, as often as its rows and columns say. */
  private insert(entity: DxfEntity, context: Context): void {
    const block = entity.name === undefined ? undefined : this.blocks.get(nameKey(entity.name));
    if (!block) {
      this.notices.add('unread', `The block “${entity.name ?? ''}” is not in the drawing`);
      return;
    }
    const {
      position = { x: 0, y: 0 },
      xScale = 1,
      yScale = 1,
      rotation = 0,
      columnCount = 1,
      rowCount = 1,
      columnSpacing = 0,
      rowSpacing = 0,
    } = entity;
    const angle = (rotation * Math.PI) / 180;
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const base = block.position ?? { x: 0, y: 0 };
    if (columnCount * rowCount > DXF_LIMITS.drawn)
      throw new ArtworkRefusedError(
        `The block “${entity.name}” is repeated ${formatNumber(columnCount * rowCount, 0)} times. Make it simpler.`,
      );
    for (let row = 0; row < Math.max(1, rowCount); row++) {
      for (let column = 0; column < Math.max(1, columnCount); column++) {
        const [dx, dy] = [column * columnSpacing, row * rowSpacing];
        const own: Affine = [
          xScale * cos,
          xScale * sin,
          -yScale * sin,
          yScale * cos,
          position.x + cos * dx - sin * dy,
          position.y + sin * dx + cos * dy,
        ];
        const seen = entity.extrusion ? composeAffine(own, extrusionAffine(entity.extrusion)) : own;
        const place = composeAffine(composeAffine([1, 0, 0, 1, -base.x, -base.y], seen), context.place);
        this.read(block.entities ?? [], { ...context, place, depth: context.depth + 1 });
      }
    }
  }

  private colourOf(
    { color, colorIndex, trueColour }: DxfEntity,
    layer: DxfLayer | undefined,
    context: Context,
  ): string {
    if (trueColour !== undefined) return hex(trueColour);
    if (colorIndex === BY_BLOCK) return context.colour;
    if (colorIndex !== undefined && colorIndex !== BY_LAYER && colorIndex !== INK_INDEX && color !== undefined)
      return hex(color);
    if (colorIndex === INK_INDEX) return INK;
    if (colorIndex === undefined && color !== undefined) return hex(color);
    return !layer || layer.colorIndex === INK_INDEX
      ? context.depth > 0 && !layer
        ? context.colour
        : INK
      : hex(layer.color);
  }

  private refuseFar({ start, segments }: CurveContour, type: string, layer: string | null): void {
    const numbers = [...start, ...segments.flatMap((segment) => segment.slice(1) as number[])];
    const where = `${type}${layer ? ` on the layer “${layer}”` : ''}`;
    if (numbers.some((value) => !Number.isFinite(value)))
      throw new ArtworkRefusedError(`${where} has a coordinate that is no number. Mend it where it was drawn.`);
    const far = numbers.find((value) => Math.abs(value) > FARTHEST_MM);
    if (far !== undefined)
      throw new ArtworkRefusedError(
        `${where} lies ${formatNumber(Math.abs(far) / 1000, 0)} m away from the origin; up to ${FARTHEST_MM / 1000} m are taken. Look at the drawing's unit, and move it to the origin.`,
      );
  }
}

const hex = (colour: number): string => `#${Math.max(0, Math.min(0xffffff, colour)).toString(16).padStart(6, '0')}`;

/** The size of everything drawn, by the ends of its pieces. */
function bounds(parts: readonly ArtworkPart[]): { width: number; height: number } {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { contours } of parts) {
    for (const { start, segments } of contours) {
      for (const [x, y] of [
        start,
        ...segments.map((segment): [number, number] => [
          segment[segment.length - 2] as number,
          segment[segment.length - 1] as number,
        ]),
      ]) {
        [minX, minY, maxX, maxY] = [Math.min(minX, x), Math.min(minY, y), Math.max(maxX, x), Math.max(maxY, y)];
      }
    }
  }
  return maxX >= minX ? { width: maxX - minX, height: maxY - minY } : { width: 0, height: 0 };
}
