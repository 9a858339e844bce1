import type { JobDocument, Part } from './document';
import { lookup } from './parts-of';
import { refuse } from './refusal';

/** The parts that an action speaks of, in the job's order. @throws ActionRefusedError where one is not of this job */
export function chosenParts(document: JobDocument, partIds: readonly string[]): Part[] {
  const wanted = new Set(partIds);
  const { parts } = lookup(document);
  const chosen = document.parts.filter(({ id, role }) => wanted.has(id) && role !== 'within');
  if (chosen.length !== wanted.size) {
    const within = [...wanted].flatMap((id) => (parts.get(id)?.role === 'within' ? [parts.get(id)!.name] : []));
    refuse(
      within.length > 0
        ? `“${within[0]}” is within another part now: take that one apart first.`
        : `${wanted.size} parts were chosen; ${chosen.length} of them are in this job.`,
      'partIds',
    );
  }
  return chosen;
}
