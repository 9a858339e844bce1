import type { JobDocument } from './document';

type Lists = 'drawings' | 'parts' | 'steps' | 'sheets' | 'placements';
type MemberOf<L extends Lists> = JobDocument[L][number];

/** One member of a list as it was and as it became; null where it was not, or is not any more. */
export interface Changed<T> {
  id: string;
  before: T | null;
  after: T | null;
}

/** What is different between two documents of one job: enough to go from either to the other. */
export interface Difference {
  drawings: Changed<MemberOf<'drawings'>>[];
  parts: Changed<MemberOf<'parts'>>[];
  steps: Changed<MemberOf<'steps'>>[];
  sheets: Changed<MemberOf<'sheets'>>[];
  placements: Changed<MemberOf<'placements'>>[];
  isOrderByHand: { before: boolean; after: boolean } | null;
  /** The ids of a list in order, where that is not what it was. */
  order: Partial<Record<Lists, { before: string[]; after: string[] }>>;
}

export const DOCUMENT_LISTS: readonly Lists[] = ['drawings', 'parts', 'steps', 'sheets', 'placements'];

/** What is different between two documents. */
export function differenceOf(before: JobDocument, after: JobDocument): Difference {
  const order: Difference['order'] = {};
  for (const name of DOCUMENT_LISTS) {
    const [was, is] = [before[name].map(idOf), after[name].map(idOf)];
    if (before[name] !== after[name] && !isSame(was, is)) order[name] = { before: was, after: is };
  }
  return {
    drawings: changedIn(before.drawings, after.drawings),
    parts: changedIn(before.parts, after.parts),
    steps: changedIn(before.steps, after.steps),
    sheets: changedIn(before.sheets, after.sheets),
    placements: changedIn(before.placements, after.placements),
    isOrderByHand:
      before.isOrderByHand === after.isOrderByHand
        ? null
        : { before: before.isOrderByHand, after: after.isOrderByHand },
    order,
  };
}

/** Whether two documents do not differ at all. */
export const isNothing = (difference: Difference): boolean =>
  difference.isOrderByHand === null &&
  DOCUMENT_LISTS.every((name) => difference[name].length === 0 && difference.order[name] === undefined);

/** Whether what is found for steps may be other than it was: not where parts are only moved, named or made otherwise. */
export const concernsSteps = ({ drawings, parts, steps, sheets, placements, order }: Difference): boolean =>
  steps.length + sheets.length > 0 ||
  order.steps !== undefined ||
  drawings.some(({ before, after }) => !before || !after) ||
  parts.some(({ before, after }) => before?.stepId !== after?.stepId || before?.role !== after?.role) ||
  placements.some(({ before, after }) => before?.sheetId !== after?.sheetId);

/** The same difference the other way round. */
export function turnedRound(difference: Difference): Difference {
  const turned = <T>(list: Changed<T>[]): Changed<T>[] =>
    list.map(({ id, before, after }) => ({ id, before: after, after: before }));
  const swapped = <T>({ before, after }: { before: T; after: T }) => ({ before: after, after: before });
  return {
    drawings: turned(difference.drawings),
    parts: turned(difference.parts),
    steps: turned(difference.steps),
    sheets: turned(difference.sheets),
    placements: turned(difference.placements),
    isOrderByHand: difference.isOrderByHand && swapped(difference.isOrderByHand),
    order: Object.fromEntries(
      Object.entries(difference.order).map(([name, ids]) => [name, swapped(ids)]),
    ) as Difference['order'],
  };
}

/**
 * Makes a difference happen to a document that may have gone on since: field by field, and only where a field still is
 * what the difference starts from. What somebody else changed in between stays as they left it.
 */
export function applyDifference(document: JobDocument, difference: Difference): JobDocument {
  return {
    drawings: merged('drawings', document, difference),
    parts: merged('parts', document, difference),
    steps: merged('steps', document, difference),
    sheets: merged('sheets', document, difference),
    placements: merged('placements', document, difference),
    isOrderByHand:
      difference.isOrderByHand?.before === document.isOrderByHand
        ? difference.isOrderByHand.after
        : document.isOrderByHand,
  };
}

/** Two differences that come one after the other, as one. */
export function inOne(first: Difference, second: Difference): Difference {
  const both = <T extends { id: string }>(a: Changed<T>[], b: Changed<T>[]): Changed<T>[] => {
    const byId = new Map(a.map((changed) => [changed.id, changed]));
    for (const changed of b) {
      const earlier = byId.get(changed.id);
      byId.set(changed.id, earlier ? { ...changed, before: earlier.before } : changed);
    }
    return [...byId.values()].filter(({ before, after }) => !isSame(before, after));
  };
  const order: Difference['order'] = {};
  for (const name of DOCUMENT_LISTS) {
    const [a, b] = [first.order[name], second.order[name]];
    const [from, to] = [a ?? b, b ?? a];
    if (from && to && !isSame(from.before, to.after)) order[name] = { before: from.before, after: to.after };
  }
  const [a, b] = [first.isOrderByHand, second.isOrderByHand];
  const [from, to] = [a ?? b, b ?? a];
  return {
    drawings: both(first.drawings, second.drawings),
    parts: both(first.parts, second.parts),
    steps: both(first.steps, second.steps),
    sheets: both(first.sheets, second.sheets),
    placements: both(first.placements, second.placements),
    isOrderByHand: from && to && from.before !== to.after ? { before: from.before, after: to.after } : null,
    order,
  };
}

function changedIn<T extends { id: string }>(before: readonly T[], after: readonly T[]): Changed<T>[] {
  if (before === after) return [];
  const was = new Map(before.map((member) => [member.id, member]));
  const is = new Map(after.map((member) => [member.id, member]));
  return [
    ...after.flatMap((member): Changed<T>[] => {
      const earlier = was.get(member.id) ?? null;
      return earlier === member || isSame(earlier, member) ? [] : [{ id: member.id, before: earlier, after: member }];
    }),
    ...before.flatMap((member): Changed<T>[] =>
      is.has(member.id) ? [] : [{ id: member.id, before: member, after: null }],
    ),
  ];
}

function merged<L extends Lists>(name: L, document: JobDocument, difference: Difference): MemberOf<L>[] {
  const changes = new Map(
    (difference[name] as Changed<MemberOf<L>>[]).map((changed): [string, Changed<MemberOf<L>>] => [
      changed.id,
      changed,
    ]),
  );
  const present = document[name] as readonly MemberOf<L>[];
  const there = new Set(present.map(idOf));
  const kept = present.flatMap((member): MemberOf<L>[] => {
    const changed = changes.get(member.id);
    if (!changed) return [member];
    if (changed.after === null) return [];
    return [changed.before === null ? member : mergedFields(member, changed.before, changed.after)];
  });
  const brought = [...changes.values()].flatMap(({ id, before, after }): MemberOf<L>[] =>
    after && !there.has(id) && before === null ? [after] : [],
  );
  const all = [...kept, ...brought];
  const order = difference.order[name];
  return order ? inOrderOf(order.after, all) : all;
}

/** Each field as it became, where it still is what it was. */
function mergedFields<T extends object>(present: T, before: T, after: T): T {
  const next = { ...present };
  for (const field of Object.keys(after) as (keyof T)[])
    if (!isSame(before[field], after[field]) && isSame(present[field], before[field])) next[field] = after[field];
  return next;
}

/** Members in a given order; one that has no place in it stays behind the one it stands behind now. */
function inOrderOf<T extends { id: string }>(ids: readonly string[], members: readonly T[]): T[] {
  const place = new Map(ids.map((id, i) => [id, i]));
  let last = -1;
  return members
    .map((member) => ({ member, at: (last = place.get(member.id) ?? last) }))
    .sort((a, b) => a.at - b.at)
    .map(({ member }) => member);
}

const idOf = ({ id }: { id: string }): string => id;

/** The same data, whatever the order of the fields. */
function isSame(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const [keys, others] = [Object.keys(a), Object.keys(b)];
  return (
    keys.length === others.length &&
    keys.every((key) => isSame((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key]))
  );
}
