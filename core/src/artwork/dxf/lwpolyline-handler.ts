import { readEntity, type Group, type Scanner } from './group-reader';

/** Reads LWPOLYLINE group by group: the parser's own goes round for ever where a vertex holds a group it does not know. */
export class PlainPolyline {
  readonly ForEntityName = 'LWPOLYLINE';

  parseEntity(scanner: Scanner, first: Group): Record<string, unknown> {
    const vertices: { x: number; y: number; bulge?: number }[] = [];
    const entity: Record<string, unknown> = { type: first.value, vertices };
    return readEntity(scanner, entity, ({ code, value }) => {
      const last = vertices[vertices.length - 1];
      if (code === 70) entity.shape = (Number(value) & 1) !== 0;
      else if (code === 10) vertices.push({ x: Number(value), y: NaN });
      else if (code === 20 && last) last.y = Number(value);
      else if (code === 42 && last) last.bulge = Number(value);
    });
  }
}
