/** A revision, as far as undoing goes: its number, and which earlier one it brought back. */
export interface TurnedRevision {
  number: number;
  returnedTo: number | null;
}

/**
 * Which revision the last change of a recipe is undone by going back to, and which one is done again after an undo.
 * Going back writes a revision too, so that nothing is forgotten; going back to the one that lay before is an undo, going on to
 * the one that was just left is a redo, and going back to any other is a change like the rest.
 * @param revisions oldest first
 * @returns numbers of revisions; null where there is nothing to undo or to do again
 * @example revisionTurns([{ number: 1, returnedTo: null }, { number: 2, returnedTo: null }, { number: 3, returnedTo: 1 }]) // { undo: null, redo: 2 }
 */
export function revisionTurns(revisions: readonly TurnedRevision[]): { undo: number | null; redo: number | null } {
  const past: number[] = [];
  let future: number[] = [];
  let now: number | null = null;
  for (const { number, returnedTo } of revisions) {
    if (returnedTo !== null && returnedTo === past.at(-1)) {
      future.push(now!);
      now = past.pop()!;
    } else if (returnedTo !== null && returnedTo === future.at(-1)) {
      past.push(now!);
      now = future.pop()!;
    } else {
      if (now !== null) past.push(now);
      now = returnedTo ?? number;
      future = [];
    }
  }
  return { undo: past.at(-1) ?? null, redo: future.at(-1) ?? null };
}
