import { type JobDocument, type Part } from './document';
import { madeId } from './made-id';
import { standingOn, type Making } from './making';
import { under } from './parts-of';

/**
 * Several parts as one: a part goes on as the whole, which is made of what it was and of the others; all of these are within it
 * from now on. What stood on it stands on the whole.
 * @param others that come into it, in the order in which they are worked on; none where it is made of one part
 */
export function asOne(
  document: JobDocument,
  host: Part,
  others: readonly Part[],
  making: (of: readonly string[]) => Making,
  seed: string,
  stepId: string | null = host.stepId,
  name: string = host.name,
): JobDocument {
  const inner: Part = { ...host, id: madeId(`within ${host.id}`, seed), role: 'within', stepId };
  const within = new Set(others.map(({ id }) => id));
  const whole: Part = { ...host, name, stepId, making: making([inner.id, ...others.map(({ id }) => id)]) };
  // What the others stand on cannot stand on the whole: it goes round the part that is within it from now on.
  const below = under(document, within);
  const instead = new Map([[host.id, inner.id]]);
  return {
    ...document,
    parts: document.parts.flatMap((part): Part[] => {
      if (part.id === host.id) return [inner, whole];
      const own = below.has(part.id) ? standingOn(part.making, instead) : part.making;
      return [within.has(part.id) ? { ...part, making: own, role: 'within', stepId } : { ...part, making: own }];
    }),
  };
}
