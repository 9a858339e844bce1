import type { Shape } from './shape';
import { isKeptPicture } from '../artwork-choices';
import {
  composeAffine,
  contourBounds,
  IDENTITY,
  knownBounds,
  type Affine,
  type Bounds,
  type CurveContour,
} from '../geometry';
import { bridged, outermostFirst, outlineAt, toPlane } from '../parts';
import type { Drawing, JobDocument, Part } from './document';
import { makingOrder } from './in-order';
import { operate, operationOf, OperationRefusedError, printCarried } from '../makings';
import { MeasureRefusedError } from '../measured';
import type { DrawnMaking, PrintedMaking, WorkedMaking } from './making';
import { lookup, partsOf } from './parts-of';
import { drawingPlane } from './plane';
import { windowMatrix, type ShownPrint } from './print';
import type { KnownShape, ShapeMemo } from './shape-memo';
import type { KeyedPart, KeyedReading } from './reading-keys';

/** The readings that a document stands on. */
export interface Readings {
  /** @throws Error where the reading is not there: readings are kept for ever */
  reading: (drawingId: string, number: number) => KeyedReading;
}

/**
 * The shapes of all parts of a job, each evaluated once for what it stands on. A part that stands on itself, on one that
 * is gone, or of which nothing is left has no contours, and says why.
 */
export function shapesOf(document: JobDocument, readings: Readings, memo: ShapeMemo): Map<string, Shape> {
  const work = new Evaluation(document, readings, memo);
  const { inOrder, inCircle } = makingOrder(document.parts);
  for (const part of inOrder) work.evaluate(part);
  return new Map([
    ...document.parts.flatMap(({ id }) => {
      const known = work.known.get(id);
      return known ? [[id, known.shape] as const] : [];
    }),
    ...inCircle.map(
      ({ id, name }) => [id, nothing(`“${name}” stands on parts that are made from each other in a circle`)] as const,
    ),
  ]);
}

/** @throws OperationRefusedError where there is no such operation, or it cannot be made of these */
function worked({ by, measures }: WorkedMaking, sources: readonly Shape[]): CurveContour[] {
  const operation = operationOf(by);
  if (!operation) throw new OperationRefusedError(`nobody knows here how to make “${by}”`);
  return operate(
    operation,
    sources.map(({ contours }) => contours),
    measures,
  );
}

/** One look over a document. */
class Evaluation {
  readonly known = new Map<string, KnownShape>();
  private readonly drawn = new Map<string, ReadonlyMap<string, KeyedPart>>();
  private readonly under = new Map<string, Drawing | undefined>();
  private readonly turnedOver: ReadonlySet<string>;

  constructor(
    private readonly document: JobDocument,
    private readonly readings: Readings,
    private readonly memo: ShapeMemo,
  ) {
    this.turnedOver = new Set(document.steps.filter(({ mirrored }) => mirrored).map(({ id }) => id));
  }

  /** Evaluates a part all of whose sources were evaluated before, unless just that is known. */
  evaluate(part: Part): void {
    this.under.set(part.id, this.drawingOf(part));
    this.known.set(
      part.id,
      this.memo.shape(this.keyOf(part), () => this.make(part)),
    );
  }

  /** What a part's shape stands on, as one text. */
  private keyOf({ id, name, making, stepId }: Part): string {
    const drawing = this.under.get(id);
    const stands = drawing ? standing(drawing, this.isTurned(stepId)) : null;
    if (making.op === 'drawn') return JSON.stringify([name, making.contours, stands]);
    const { of, ...rest } = making;
    const picture = making.op === 'printed' ? this.pictureOf(making) : undefined;
    return JSON.stringify([
      name,
      rest,
      of.map((source) => this.known.get(source)?.number ?? null),
      stands,
      picture && standing(picture, this.isTurned(stepId)),
    ]);
  }

  /** The drawing that a part is made from first, through whatever it stands on. */
  private drawingOf({ making }: Part): Drawing | undefined {
    return making.op === 'drawn' ? lookup(this.document).drawings.get(making.drawingId) : this.under.get(making.of[0]);
  }

  private pictureOf({ print: { drawingId } }: PrintedMaking): Drawing | undefined {
    return drawingId === null ? undefined : lookup(this.document).drawings.get(drawingId);
  }

  /** A print as it lies: under the part by its measures, or where its drawing lies. */
  private printOf(making: PrintedMaking, contours: readonly CurveContour[], isTurned: boolean): ShownPrint {
    const { print } = making;
    const drawing = this.pictureOf(making);
    const bare = { picture: null, fill: print.fill, bleedMm: print.measures.bleed ?? 0 };
    if (!drawing) return bare;
    const { widthMm, heightMm } = this.readings.reading(drawing.id, drawing.reading);
    const matrix = print.isAsDrawn
      ? drawingPlane(drawing, isTurned)
      : windowMatrix(contours, { widthMm, heightMm }, print.measures);
    return { ...bare, picture: matrix && { drawingId: drawing.id, widthMm, heightMm, matrix } };
  }

  private isTurned(stepId: string | null): boolean {
    return stepId !== null && this.turnedOver.has(stepId);
  }

  private make(part: Part): Shape {
    const { making } = part;
    if (making.op === 'drawn') return this.drawnShape(part, making);
    const sources: Shape[] = [];
    for (const id of making.of) {
      const source = this.known.get(id)?.shape;
      if (!source) return nothing(`“${part.name}” stands on a part that is not there any more`);
      if (source.fault) return nothing(`“${part.name}” cannot be made: ${source.fault}`);
      sources.push(source);
    }
    const [first] = sources;
    if (!first) return nothing(`“${part.name}” stands on no part at all`);
    try {
      const contours = this.operate(part, sources);
      // Lines alone are no filled shape, whatever they are drawn in.
      const isFilled = contours.some(({ closed }) => closed) ? first.isFilled : false;
      const print = this.printMade(part, first, contours);
      return { ...first, contours, isFilled, print, fault: contours.length > 0 ? null : emptySentence(part) };
    } catch (error) {
      if (error instanceof OperationRefusedError || error instanceof MeasureRefusedError)
        return nothing(`“${part.name}” cannot be made: ${error.message.replace(/\.$/, '')}`);
      throw error;
    }
  }

  /** What is printed in a part that was made: its own print, or that of what it was made of, where that comes along. */
  private printMade({ making, stepId }: Part, first: Shape, contours: readonly CurveContour[]): ShownPrint | null {
    if (making.op === 'printed') return this.printOf(making, contours, this.isTurned(stepId));
    if (making.op === 'bridges') return first.print;
    if (making.op !== 'worked' || !first.print) return null;
    const operation = operationOf(making.by);
    const move = operation && printCarried(operation, first.contours, making.measures);
    return move ? carried(first.print, move) : null;
  }

  private operate(part: Part, sources: readonly Shape[]): CurveContour[] {
    const { making } = part;
    switch (making.op) {
      case 'outline':
        return outlineAt(sources[0].contours, making.distanceMm, making);
      case 'bridges':
        return bridged(sources[0].contours, making.bridges, this.planeUnder(part));
      case 'together':
        return outermostFirst(sources.flatMap(({ contours }) => contours));
      case 'printed':
        return sources[0].contours;
      case 'worked':
        return worked(making, sources);
      case 'drawn':
        return [];
    }
  }

  /** How the drawing under a part lies in the job. */
  private planeUnder({ id, stepId }: Part): Affine {
    const drawing = this.under.get(id);
    return drawing ? drawingPlane(drawing, this.isTurned(stepId)) : IDENTITY;
  }

  private drawnShape(part: Part, { drawingId, contours: keys }: DrawnMaking): Shape {
    const drawing = lookup(this.document).drawings.get(drawingId);
    if (!drawing) return nothing(`“${part.name}” is of a drawing that is not in the job any more`);
    const read = this.partsRead(drawing);
    const source = read.get(keys[0]?.[0] ?? '');
    const contours = keys.flatMap(([key, contour]) => read.get(key)?.contours[contour] ?? []);
    if (contours.length < keys.length || !source)
      return nothing(`“${part.name}” is not in “${drawing.name}” any more, as it is read now`);
    return {
      contours: toPlane(contours, this.planeUnder(part)),
      colour: source.colour,
      layer: source.layer,
      script: source.script ?? null,
      isFilled: source.isFilled ?? null,
      print: isKeptPicture(drawing) ? this.wholePicture(drawing, this.planeUnder(part)) : null,
      fault: null,
    };
  }

  /** A picture that is kept as one is printed in its own frame. */
  private wholePicture({ id, reading }: Drawing, matrix: Affine): ShownPrint {
    const { widthMm, heightMm } = this.readings.reading(id, reading);
    return { picture: { drawingId: id, widthMm, heightMm, matrix }, fill: null, bleedMm: 0 };
  }

  private partsRead({ id, reading }: Drawing): ReadonlyMap<string, KeyedPart> {
    const before = this.drawn.get(id);
    if (before) return before;
    const parts = new Map(this.readings.reading(id, reading).parts.map((part) => [part.key, part]));
    this.drawn.set(id, parts);
    return parts;
  }
}

/** A print that comes along with its part. */
const carried = (print: ShownPrint, move: Affine): ShownPrint => ({
  ...print,
  picture: print.picture && { ...print.picture, matrix: composeAffine(print.picture.matrix, move) },
});

const standing = (drawing: Drawing, isTurned: boolean): unknown[] => [
  drawing.id,
  drawing.reading,
  drawing.name,
  ...drawingPlane(drawing, isTurned),
];

const nothing = (fault: string): Shape => ({
  contours: [],
  colour: '#000000',
  layer: null,
  script: null,
  isFilled: null,
  print: null,
  fault,
});

const emptySentence = ({ name, making }: Part): string =>
  making.op === 'outline'
    ? `“${name}” has no line at ${making.distanceMm} mm: what it goes round is open, or nothing is left of it`
    : `Nothing is left of “${name}”`;

/** What a step's parts take up in the job's plane, with its guides if asked for; null for none. */
export function stepBox(
  document: JobDocument,
  shapes: ReadonlyMap<string, Shape>,
  stepId: string,
  withGuides = false,
): Bounds | null {
  return contourBounds(
    partsOf(document, stepId)
      .filter(({ role }) => role === 'process' || (withGuides && role === 'guide'))
      .flatMap(({ id }) => shapes.get(id)?.contours ?? []),
  );
}

/** What a part takes up in the job's plane, within a tenth of a millimetre; null where there is nothing of it. */
export const shapeBox = (shapes: ReadonlyMap<string, Shape>, partId: string): Bounds | null =>
  knownBounds(shapes.get(partId)?.contours ?? []);
