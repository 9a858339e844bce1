import { readEntity, type Group, type Scanner } from './group-reader';

/** Bits of a polyline's flags. */
const CLOSED = 1;
const IN_SPACE = 8;
const MESHES = 16 | 64;
/** Bit of a vertex that only steers a spline and lies beside it. */
const SPLINE_FRAME = 16;

interface Vertex {
  x: number;
  y: number;
  bulge?: number;
  flags: number;
}

/** Reads an old POLYLINE with the VERTEX entities that follow it. Meshes keep no vertices: they have no outline. */
export class PolylineWithVertices {
  readonly ForEntityName = 'POLYLINE';

  parseEntity(scanner: Scanner, first: Group): Record<string, unknown> {
    let flags = 0;
    const entity = readEntity(scanner, { type: first.value }, ({ code, value }) => {
      if (code === 70) flags = Number(value);
    });
    const vertices: Vertex[] = [];
    while (!scanner.isEOF() && scanner.lastReadGroup?.value === 'VERTEX') {
      const vertex: Vertex = { x: NaN, y: NaN, flags: 0 };
      readEntity(scanner, {}, ({ code, value }) => {
        if (code === 10) vertex.x = Number(value);
        else if (code === 20) vertex.y = Number(value);
        else if (code === 42) vertex.bulge = Number(value);
        else if (code === 70) vertex.flags = Number(value);
      });
      vertices.push(vertex);
    }
    if (scanner.lastReadGroup?.value === 'SEQEND') readEntity(scanner, {}, () => {});
    if (flags & MESHES) return { ...entity, type: 'POLYLINE (mesh)' };
    const fitted = vertices.filter((vertex) => !(vertex.flags & SPLINE_FRAME));
    const drawn = (fitted.length ? fitted : vertices).map(({ x, y, bulge }) => ({ x, y, bulge }));
    // A polyline in space is told in the drawing's own axes.
    return {
      ...entity,
      ...(flags & IN_SPACE ? { extrusion: undefined } : {}),
      shape: (flags & CLOSED) !== 0,
      vertices: drawn,
    };
  }
}
