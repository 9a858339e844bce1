import { colourOfIndex } from './colour-index';
import type { Vector } from './extrusion';

/** A group of a DXF file: its code, and its value as the scanner reads it. */
export interface Group {
  code: number;
  value: unknown;
}

/** What the parser's scanner offers. */
export interface Scanner {
  next: () => Group;
  isEOF: () => boolean;
  lastReadGroup?: Group;
}

/** Reads one entity group by group into what all entities share (layer, colour, whether it shows, its plane); `own` takes the rest. */
export function readEntity(
  scanner: Scanner,
  entity: Record<string, unknown>,
  own: (group: Group) => void,
): Record<string, unknown> {
  let group = scanner.next();
  while (!scanner.isEOF() && group.code !== 0) {
    const { code, value } = group;
    if (code === 8) entity.layer = value;
    else if (code === 62) {
      entity.colorIndex = value;
      entity.color ??= colourOfIndex(Math.abs(Number(value)));
    } else if (code === 420) entity.trueColour = Number(value);
    else if (code === 60) entity.visible = Number(value) === 0;
    else if (code === 67) entity.inPaperSpace = Number(value) !== 0;
    else if (code === 210 || code === 220 || code === 230) {
      const direction = [...((entity.extrusion as Vector | undefined) ?? [0, 0, 1])];
      direction[(code - 210) / 10] = Number(value);
      entity.extrusion = direction;
    } else own(group);
    group = scanner.next();
  }
  return entity;
}
