import { replaced, type JobDocument, type Part } from './document';
import { dependentsOf } from './parts-of';

/** A document without some parts, and without what stands on them; of several parts as one, the others stay. */
export function withoutParts(document: JobDocument, ids: Iterable<string>): JobDocument {
  const gone = new Set(ids);
  if (gone.size === 0) return document;
  const smaller = document.parts.flatMap((part): Part[] => {
    const { making } = part;
    if (gone.has(part.id) || making.op !== 'together' || !making.of.some((id) => gone.has(id))) return [];
    const left = making.of.filter((id) => !gone.has(id));
    return left.length > 0 ? [{ ...part, making: { ...making, of: left } }] : [];
  });
  const parts = replaced(document.parts, smaller);
  const lost = dependentsOf({ ...document, parts }, gone);
  return { ...document, parts: parts.filter(({ id }) => !gone.has(id) && !lost.has(id)) };
}
