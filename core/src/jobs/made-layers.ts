import type { JobDocument } from './document';
import { madeBy, type MadeBy } from './made-by';
import type { Making } from './making';
import { isBeside, standsOn } from './making';
import { lookup } from './parts-of';

/** One of the steps in which a part was made, with the part that has its measures. */
export interface MadeLayer extends MadeBy {
  partId: string;
}

/**
 * In which steps a part was made, the last one first: what it is made by, what the part within it is made by, and so on down to what
 * was drawn, as long as each is made of the one below. Only those with measures are told.
 */
export function madeLayers(document: JobDocument, part: { id: string; making: Making }): MadeLayer[] {
  const { parts } = lookup(document);
  const layers: MadeLayer[] = [];
  const seen = new Set<string>();
  for (let at: { id: string; making: Making } | undefined = part; at && !seen.has(at.id);) {
    seen.add(at.id);
    const made = madeBy(at.making);
    if (made && made.list.length > 0) layers.push({ partId: at.id, ...made });
    const below: string | undefined = isBeside(at.making) ? undefined : standsOn(at.making)[0];
    at = below === undefined ? undefined : parts.get(below);
  }
  return layers;
}
