import type { ReadingNotice } from '../artwork';
import type { SizeQuestion } from '../artwork-choices';
import type { CurveContour } from '../geometry';
import type { JobDocument } from './document';
import { keptSize } from './drawings';
import type { ShapeMemo } from './shape-memo';
import { shapesOf, type Readings } from './shapes';
import type { Shape } from './shape';

/** What a drawing's reading says beside its lines. */
export interface DrawingFacts {
  /** The whole page or picture that it was drawn on, in mm. */
  widthMm: number;
  heightMm: number;
  notices: ReadingNotice[];
  /** Of a picture its few colours, the most frequent first. */
  palette: string[];
  /** There while the size of the file is not known. */
  asks: SizeQuestion | null;
  /** What it takes up without what is left out of it, in mm as the file has it. */
  keptWidthMm: number;
  keptHeightMm: number;
}

/** A document as it is seen: the shapes of its parts, and what its drawings say, by their ids. */
export interface SeenDocument {
  shapes: ReadonlyMap<string, Shape>;
  drawings: ReadonlyMap<string, DrawingFacts>;
}

/** Looks at a document. Shapes are rounded to a tenth of a micrometre: the same ones stay the very same objects. */
export function seeDocument(document: JobDocument, readings: Readings, memo: ShapeMemo): SeenDocument {
  return {
    shapes: new Map([...shapesOf(document, readings, memo)].map(([id, shape]) => [id, rounded(shape)])),
    drawings: new Map(
      document.drawings.map((drawing): [string, DrawingFacts] => {
        const read = readings.reading(drawing.id, drawing.reading);
        const { widthMm, heightMm, notices, asks, palette = [] } = read;
        return [
          drawing.id,
          { widthMm, heightMm, notices, palette, asks: asks ?? null, ...keptSize(document, drawing, read) },
        ];
      }),
    ),
  };
}

const roundedOnes = new WeakMap<Shape, Shape>();

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
