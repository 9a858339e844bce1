import {
  ActionRefusedError,
  changeJob,
  differenceOf,
  keptSize,
  ShapeMemo,
  shapesOf,
  type Difference,
  type JobAction,
  type JobDocument,
  type JobShop,
  type KeyedReading,
  type Shape,
} from '@keen-anvil/core/jobs';
import type { CurveContour } from '@keen-anvil/core/geometry';
import type { ArtworkReading } from '@keen-anvil/core/artwork';
import type { SizeQuestion } from '@keen-anvil/core/artwork-choices';
import type { ReadingRef, ReadingText } from '../queries/readings';

/** What a job's rules ask of the workshop, as it can be handed to another thread. */
export type ShopFacts = Omit<JobShop, 'reading' | 'shapes'>;

/** A document to be looked at, or changed by an action. Readings that the thread may not have come along. */
export interface DocumentTask {
  document: JobDocument;
  given: ReadingText[];
  change: { action: JobAction; shop: ShopFacts } | null;
}

/** What a drawing's reading says beside its lines. */
export interface DrawingFacts extends Pick<ArtworkReading, 'widthMm' | 'heightMm' | 'notices'> {
  asks: SizeQuestion | null;
  keptWidthMm: number;
  keptHeightMm: number;
}

export type DocumentAnswer =
  | { is: 'missing'; refs: ReadingRef[] }
  | { is: 'refused'; message: string; field: string | null }
  | { is: 'changed'; document: JobDocument; difference: Difference }
  | { is: 'seen'; shapes: Map<string, Shape>; drawings: Map<string, DrawingFacts> };

/** So many points of readings are kept by this thread. */
const MOST_POINTS = 2_000_000;
const readings = new Map<string, { reading: KeyedReading; points: number }>();
const memo = new ShapeMemo();
const keyOf = ({ drawingId, number }: ReadingRef): string => `${drawingId} ${number}`;

/** Looks at a document, or changes it, with readings and shapes that this thread knows from before. */
export function workOnDocument({ document, given, change }: DocumentTask): DocumentAnswer {
  for (const { text, ...ref } of given) keep(keyOf(ref), JSON.parse(text) as KeyedReading);
  const refs = wanted(document, change?.action ?? null);
  const missing = refs.filter((ref) => !readings.has(keyOf(ref)));
  if (missing.length > 0) return { is: 'missing', refs: missing };
  const reading = (drawingId: string, number: number): KeyedReading => use(keyOf({ drawingId, number }));
  const shapes = (of: JobDocument) => shapesOf(of, { reading }, memo);
  try {
    if (!change) return seen(document, shapes(document), reading);
    const next = changeJob(document, change.action, { ...change.shop, reading, shapes });
    return { is: 'changed', document: next, difference: differenceOf(document, next) };
  } catch (error) {
    if (error instanceof ActionRefusedError) return { is: 'refused', message: error.message, field: error.field };
    throw error;
  } finally {
    forget(new Set(refs.map(keyOf)));
  }
}

function wanted({ drawings }: JobDocument, action: JobAction | null): ReadingRef[] {
  const refs = drawings.map(({ id, reading }) => ({ drawingId: id, number: reading }));
  if (action?.do === 'add-drawing') refs.push({ drawingId: action.drawingId, number: 1 });
  if (action?.do === 'take-reading') refs.push({ drawingId: action.drawingId, number: action.reading });
  return refs;
}

function seen(
  document: JobDocument,
  shapes: Map<string, Shape>,
  reading: (drawingId: string, number: number) => KeyedReading,
): DocumentAnswer {
  return {
    is: 'seen',
    shapes: new Map([...shapes].map(([id, shape]) => [id, rounded(shape)])),
    drawings: new Map(
      document.drawings.map((drawing): [string, DrawingFacts] => {
        const read = reading(drawing.id, drawing.reading);
        const { widthMm, heightMm, notices, asks } = read;
        return [drawing.id, { widthMm, heightMm, notices, asks: asks ?? null, ...keptSize(document, drawing, read) }];
      }),
    ),
  };
}

function keep(key: string, reading: KeyedReading): void {
  if (readings.has(key)) return;
  const points = reading.parts.reduce(
    (sum, { contours }) => sum + contours.reduce((more, { segments }) => more + segments.length, 0),
    0,
  );
  readings.set(key, { reading, points });
}

/** What is used goes to the end of the line of what is forgotten. */
function use(key: string): KeyedReading {
  const known = readings.get(key);
  if (!known) throw new Error(`the reading ${key} is not at hand`);
  readings.delete(key);
  readings.set(key, known);
  return known.reading;
}

function forget(inUse: ReadonlySet<string>): void {
  let points = [...readings.values()].reduce((sum, known) => sum + known.points, 0);
  for (const [key, known] of readings) {
    if (points <= MOST_POINTS) return;
    if (inUse.has(key)) continue;
    readings.delete(key);
    points -= known.points;
  }
}

const roundedOnes = new WeakMap<Shape, Shape>();

/** To a tenth of a micrometre: half the letters, for a phone that has to read them. */
function rounded(shape: Shape): Shape {
  const before = roundedOnes.get(shape);
  if (before) return before;
  const made = { ...shape, contours: shape.contours.map(roundedContour) };
  roundedOnes.set(shape, made);
  return made;
}

function roundedContour({ closed, start, segments }: CurveContour): CurveContour {
  const place = (n: number): number => Math.round(n * 1e4) / 1e4;
  return {
    closed,
    start: [place(start[0]), place(start[1])],
    segments: segments.map(([kind, ...numbers]) => [kind, ...numbers.map(place)] as CurveContour['segments'][number]),
  };
}
