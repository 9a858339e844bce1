import type { Drawing, JobDocument, Part, Placement, Sheet, Step } from './document';
import type { Making } from './making';

/** What is looked up in a document again and again. */
interface Lookup {
  parts: ReadonlyMap<string, Part>;
  drawings: ReadonlyMap<string, Drawing>;
  steps: ReadonlyMap<string, Step>;
  sheets: ReadonlyMap<string, Sheet>;
  placementsOf: ReadonlyMap<string, readonly Placement[]>;
  partsOfStep: ReadonlyMap<string, readonly Part[]>;
}

const lookups = new WeakMap<JobDocument, Lookup>();
const byId = <T extends { id: string }>(list: readonly T[]) => new Map(list.map((member) => [member.id, member]));

/** The document's members by their ids; made once for the same document. */
export function lookup(document: JobDocument): Lookup {
  const before = lookups.get(document);
  if (before) return before;
  const made: Lookup = {
    parts: byId(document.parts),
    drawings: byId(document.drawings),
    steps: byId(document.steps),
    sheets: byId(document.sheets),
    placementsOf: grouped(document.placements, ({ partId }) => partId),
    partsOfStep: grouped(document.parts, ({ stepId, role }) => (role === 'within' ? null : stepId)),
  };
  lookups.set(document, made);
  return made;
}

function grouped<T>(list: readonly T[], keyOf: (member: T) => string | null): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const member of list) {
    const key = keyOf(member);
    if (key === null) continue;
    const group = groups.get(key);
    if (group) group.push(member);
    else groups.set(key, [member]);
  }
  return groups;
}

/** All parts that a step has, also guides and what is left out, in the job's order. */
export const partsOf = (document: JobDocument, stepId: string): readonly Part[] =>
  lookup(document).partsOfStep.get(stepId) ?? [];

/** The parts that are processed in a step. */
export const processedIn = (document: JobDocument, stepId: string): Part[] =>
  partsOf(document, stepId).filter(({ role }) => role === 'process');

/** Where a part lies: each of its places. */
export const placementsOf = (document: JobDocument, partId: string): readonly Placement[] =>
  lookup(document).placementsOf.get(partId) ?? [];

/** The sheet that a step is done on: the first that one of its parts lies on; undefined while it has none. */
export function sheetOf(document: JobDocument, stepId: string): Sheet | undefined {
  const { sheets } = lookup(document);
  for (const part of partsOf(document, stepId))
    for (const { sheetId } of placementsOf(document, part.id)) {
      const sheet = sheets.get(sheetId);
      if (sheet) return sheet;
    }
  return undefined;
}

/** All sheets that parts of a step lie on, in their order. */
export function sheetsOf(document: JobDocument, stepId: string): Sheet[] {
  const { sheets } = lookup(document);
  const ids = new Set(
    partsOf(document, stepId).flatMap(({ id }) => placementsOf(document, id).map(({ sheetId }) => sheetId)),
  );
  return [...ids].flatMap((id) => sheets.get(id) ?? []).sort((a, b) => a.number - b.number);
}

/** Whether two steps are done on one sheet, of several maybe; of one of which nothing is known nobody can say so. */
export function shareSheet(document: JobDocument, a: string, b: string): boolean {
  const theirs = new Set(sheetsOf(document, b).map(({ id }) => id));
  return sheetsOf(document, a).some(({ id, stockPieceId }) => stockPieceId !== null && theirs.has(id));
}

/** The drawing that a part is made from first, through whatever it stands on; undefined where there is none. */
export function drawingUnder(document: JobDocument, making: Making): Drawing | undefined {
  const { parts, drawings } = lookup(document);
  const seen = new Set<string>();
  let at: Making | undefined = making;
  while (at && at.op !== 'drawn') {
    const [first]: readonly string[] = at.of;
    if (first === undefined || seen.has(first)) return undefined;
    seen.add(first);
    at = parts.get(first)?.making;
  }
  return at && drawings.get(at.drawingId);
}

/** All parts that stand on some parts, directly or through others. */
export function dependentsOf(document: JobDocument, ids: Iterable<string>): Set<string> {
  const gone = new Set(ids);
  const found = new Set<string>();
  for (let more = true; more;) {
    more = false;
    for (const part of document.parts) {
      if (found.has(part.id) || gone.has(part.id) || part.making.op === 'drawn') continue;
      if (!part.making.of.some((id) => gone.has(id) || found.has(id))) continue;
      found.add(part.id);
      more = true;
    }
  }
  return found;
}

/** All parts that some parts stand on, directly or through others, with themselves. */
export function under(document: JobDocument, ids: Iterable<string>): Set<string> {
  const { parts } = lookup(document);
  const found = new Set<string>();
  const todo = [...ids];
  for (let id = todo.pop(); id !== undefined; id = todo.pop()) {
    if (found.has(id)) continue;
    found.add(id);
    const making = parts.get(id)?.making;
    if (making && making.op !== 'drawn') todo.push(...making.of);
  }
  return found;
}

/** How many lines of drawings a part is made of. */
export function lineCount(document: JobDocument, making: Making): number {
  const { parts } = lookup(document);
  const todo: Making[] = [making];
  const seen = new Set<string>();
  let count = 0;
  for (let at = todo.pop(); at; at = todo.pop()) {
    if (at.op === 'drawn') count += at.contours.length;
    else
      for (const id of at.of) {
        const source = seen.has(id) ? undefined : parts.get(id)?.making;
        seen.add(id);
        if (source) todo.push(source);
      }
  }
  return count;
}
