import { readEntity, type Group, type Scanner } from './group-reader';

/** Keeps the groups of a HATCH, which the parser leaves aside, for {@link hatchContours}. */
export class HatchBoundaries {
  readonly ForEntityName = 'HATCH';

  parseEntity(scanner: Scanner, first: Group): Record<string, unknown> {
    const groups: [number, number][] = [];
    return readEntity(scanner, { type: first.value, groups }, ({ code, value }) => {
      if (code >= 10 && code < 100) groups.push([code, Number(value)]);
    });
  }
}
