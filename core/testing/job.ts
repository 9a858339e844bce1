import type { ArtworkPart } from '../src/artwork';
import type { CurveContour } from '../src/geometry';
import {
  changeJob,
  EMPTY_JOB,
  keyed,
  ShapeMemo,
  shapesOf,
  type JobAction,
  type JobDocument,
  type JobShop,
  type KeyedReading,
  type ShopMaterial,
} from '../src/jobs';
import type { ToolKind } from '../src/tools';
import { clam, diode, longPlotter } from './shop';

/** A box as a contour, from its upper left corner, in mm. */
export const boxAt = (x: number, y: number, width: number, height = width): CurveContour => ({
  closed: true,
  start: [x, y],
  segments: [
    ['L', x + width, y],
    ['L', x + width, y + height],
    ['L', x, y + height],
  ],
});

/** A part as a drawing has it. */
export const drawnPart = (name: string, colour: string, ...contours: CurveContour[]): ArtworkPart => ({
  name,
  colour,
  layer: null,
  contours,
});

/** A first reading of such parts. */
export const readingOf = (...parts: ArtworkPart[]): KeyedReading =>
  keyed({ widthMm: 200, heightMm: 200, parts, notices: [] }, 1);

const piece = (id: string, widthMm: number, lengthMm: number) => ({
  id,
  widthMm,
  lengthMm,
  count: 1,
  isArchived: false,
});

const vinyl: ShopMaterial = {
  id: 'navy',
  name: 'Outdoor vinyl, navy',
  family: 'vinyl',
  defaultProcess: 'kiss-cut',
  mirrored: false,
  pieces: [piece('navy roll', 300, 1000), piece('navy offcut', 120, 90)],
};
const transfer: ShopMaterial = {
  ...vinyl,
  id: 'transfer',
  name: 'Transfer film, white',
  family: 'film',
  mirrored: true,
  pieces: [piece('transfer sheet', 250, 300)],
};
const card: ShopMaterial = {
  ...vinyl,
  id: 'card',
  name: 'Card, cream',
  family: 'card',
  defaultProcess: 'through-cut',
  pieces: [piece('card sheet', 210, 297)],
};
const foil: ShopMaterial = {
  ...vinyl,
  id: 'foil',
  name: 'Foil, copper',
  family: 'foil',
  defaultProcess: 'foil',
  pieces: [piece('foil sheet', 100, 150)],
};

const machine = <M>(row: M): M & { isArchived: boolean } => ({ ...row, isArchived: false });

/** A shop of a plotter, a laser and a press, with the readings of some drawings. */
export function shopWith(readings: Record<string, KeyedReading[]>, change: Partial<JobShop> = {}): JobShop {
  const memo = new ShapeMemo();
  const reading = (id: string, number: number): KeyedReading => {
    const found = readings[id]?.[number - 1];
    if (!found) throw new Error(`there is no reading ${number} of ${id}`);
    return found;
  };
  const tool = (id: string, kind: ToolKind, machineId: string | null = null) => ({
    id,
    name: id,
    kind,
    machineId,
    isArchived: false,
    wear: 0,
    life: null,
  });
  return {
    machines: new Map([longPlotter, diode, clam].map((row) => [row.id, machine(row)])),
    tools: new Map(
      [
        tool('fine', 'fine-blade'),
        tool('deep', 'deep-blade'),
        tool('pen', 'pen'),
        tool('stylus', 'stylus'),
        tool('tip', 'heated-tip'),
        tool('beam', 'laser-head', 'diode'),
        tool('plate', 'press-plate', 'clam'),
      ].map((row) => [row.id, row]),
    ),
    materials: new Map([vinyl, transfer, card, foil].map((row) => [row.id, row])),
    recipes: [],
    lastPlace: null,
    reading,
    shapes: (document) => shapesOf(document, { reading }, memo),
    ...change,
  };
}

let count = 0;
/** An id such as a client makes: never the same twice. */
export const someId = (): string => `00000000-0000-4000-8000-${String(count++).padStart(12, '0')}`;

/** Does one action after the other. */
export function done(document: JobDocument, shop: JobShop, ...actions: Unnamed[]): JobDocument {
  return actions.reduce((now, action) => changeJob(now, { ...action, id: someId() } as JobAction, shop), document);
}

type Unnamed = JobAction extends infer A ? (A extends JobAction ? Omit<A, 'id'> : never) : never;

/** A job with drawings brought in, each under its own id. */
export function jobWith(readings: Record<string, KeyedReading[]>, shop: JobShop): JobDocument {
  return done(
    EMPTY_JOB,
    shop,
    ...Object.keys(readings).map((drawingId): Unnamed => ({
      do: 'add-drawing',
      drawingId,
      source: 'svg',
      name: `${drawingId}.svg`,
      choices: {},
      drawn: { minX: 0, minY: 0, maxX: 100, maxY: 60 },
    })),
  );
}
