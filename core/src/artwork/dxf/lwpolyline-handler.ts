interface Scanner {
  next: () => { code: number; value: unknown };
  isEOF: () => boolean;
}

/** Reads LWPOLYLINE group by group: the parser's own goes round for ever where a vertex holds a group it does not know. */
export class PlainPolyline {
  readonly ForEntityName = 'LWPOLYLINE';

  parseEntity(scanner: Scanner, first: { code: number; value: unknown }): Record<string, unknown> {
    const vertices: { x: number; y: number; bulge?: number }[] = [];
    const entity: Record<string, unknown> = { type: first.value, vertices };
    let group = scanner.next();
    while (!scanner.isEOF() && group.code !== 0) {
      const { code, value } = group;
      const last = vertices[vertices.length - 1];
      if (code === 8) entity.layer = value;
      else if (code === 62) entity.colorIndex = value;
      else if (code === 420) entity.color = value;
      else if (code === 60) entity.visible = Number(value) === 0;
      else if (code === 67) entity.inPaperSpace = Number(value) !== 0;
      else if (code === 70) entity.shape = (Number(value) & 1) !== 0;
      else if (code === 10) vertices.push({ x: Number(value), y: NaN });
      else if (code === 20 && last) last.y = Number(value);
      else if (code === 42 && last) last.bulge = Number(value);
      group = scanner.next();
    }
    return entity;
  }
}
