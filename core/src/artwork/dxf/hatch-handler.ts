interface Scanner {
  next: () => { code: number; value: unknown };
  isEOF: () => boolean;
}

/** Keeps the groups of a HATCH, which the parser leaves aside, for {@link hatchContours}. */
export class HatchBoundaries {
  readonly ForEntityName = 'HATCH';

  parseEntity(scanner: Scanner, first: { code: number; value: unknown }): Record<string, unknown> {
    const groups: [number, number][] = [];
    const entity: Record<string, unknown> = { type: first.value, groups };
    let group = scanner.next();
    while (!scanner.isEOF() && group.code !== 0) {
      const { code, value } = group;
      if (code === 8) entity.layer = value;
      else if (code === 62) entity.colorIndex = value;
      else if (code === 420) entity.color = value;
      else if (code === 67) entity.inPaperSpace = value;
      else if (code >= 10 && code < 100) groups.push([code, Number(value)]);
      group = scanner.next();
    }
    return entity;
  }
}
