import { readEntity, type Group, type Scanner } from './group-reader';

type Values = Map<number, number>;
type Handler = new () => {
  ForEntityName: string;
  parseEntity: (scanner: Scanner, first: Group) => Record<string, unknown>;
};

/** Entities of one point, one size and the like: what they are by their groups. */
const SHAPES: Readonly<
  Record<
    string,
    (n: (code: number, otherwise?: number) => number, has: (code: number) => boolean) => Record<string, unknown>
  >
> = {
  LINE: (n) => ({
    vertices: [
      { x: n(10), y: n(20) },
      { x: n(11), y: n(21) },
    ],
  }),
  CIRCLE: (n) => ({ center: { x: n(10), y: n(20) }, radius: n(40) }),
  ARC: (n) => ({
    center: { x: n(10), y: n(20) },
    radius: n(40),
    startAngle: (n(50) * Math.PI) / 180,
    endAngle: (n(51) * Math.PI) / 180,
  }),
  ELLIPSE: (n) => ({
    center: { x: n(10), y: n(20) },
    majorAxisEndPoint: { x: n(11), y: n(21), z: n(31) },
    axisRatio: n(40, 1),
    startAngle: n(41),
    endAngle: n(42, 2 * Math.PI),
  }),
  SOLID: corners,
  TRACE: corners,
  INSERT: (n) => ({
    position: { x: n(10), y: n(20) },
    xScale: n(41, 1),
    yScale: n(42, 1),
    rotation: n(50),
    columnCount: n(70, 1),
    rowCount: n(71, 1),
    columnSpacing: n(44),
    rowSpacing: n(45),
  }),
};

/** The groups that an entity is nothing without. */
const NEEDED: Readonly<Record<string, readonly number[]>> = {
  LINE: [10, 20, 11, 21],
  CIRCLE: [10, 20, 40],
  ARC: [10, 20, 40, 50, 51],
};

function corners(n: (code: number) => number, has: (code: number) => boolean): Record<string, unknown> {
  return { points: [0, 1, 2, 3].filter((i) => has(10 + i)).map((i) => ({ x: n(10 + i), y: n(20 + i) })) };
}

/**
 * A handler for a type of entity that is told by single groups, and for every type that is not read at all: so that it is
 * listed wherever it stands, in blocks too, and the parser never loses its way in it.
 */
export function handlerOf(type: string): Handler {
  return class {
    readonly ForEntityName = type;

    parseEntity(scanner: Scanner, first: Group): Record<string, unknown> {
      const values: Values = new Map();
      let name: string | undefined;
      const entity = readEntity(scanner, { type: first.value }, ({ code, value }) => {
        if (code === 2) name = String(value);
        else if (code >= 10 && code < 80 && !values.has(code)) values.set(code, Number(value));
      });
      const shape = SHAPES[type]?.(
        (code, otherwise = 0) => values.get(code) ?? otherwise,
        (code) => values.has(code),
      );
      const lacks = (NEEDED[type] ?? []).filter((code) => !values.has(code));
      return { ...entity, ...shape, ...(lacks.length > 0 ? { lacks } : {}), ...(name === undefined ? {} : { name }) };
    }
  };
}

/** All types of entities that a drawing holds by name; numbers that stand where a type could are no harm. */
export function typesIn(source: string): Set<string> {
  const types = new Set(Object.keys(SHAPES));
  for (const [, type] of source.matchAll(/^[ \t]*0[ \t]*\r?\n[ \t]*([A-Z0-9_]*[A-Z][A-Z0-9_]*)[ \t]*\r?$/gm))
    types.add(type);
  return types;
}
