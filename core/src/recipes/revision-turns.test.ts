import fc from 'fast-check';
import { revisionTurns, type TurnedRevision } from './revision-turns';

const list = (...returns: (number | null)[]): TurnedRevision[] =>
  returns.map((returnedTo, i) => ({ number: i + 1, returnedTo }));

describe('what of a recipe can be undone and done again', () => {
  it('is nothing before the first change', () => {
    expect(revisionTurns([])).toEqual({ undo: null, redo: null });
    expect(revisionTurns(list(null))).toEqual({ undo: null, redo: null });
  });

  it('leads back one change at a time, and on again', () => {
    expect(revisionTurns(list(null, null, null))).toEqual({ undo: 2, redo: null });
    expect(revisionTurns(list(null, null, null, 2))).toEqual({ undo: 1, redo: 3 });
    expect(revisionTurns(list(null, null, null, 2, 1))).toEqual({ undo: null, redo: 2 });
    expect(revisionTurns(list(null, null, null, 2, 1, 2))).toEqual({ undo: 1, redo: 3 });
    expect(revisionTurns(list(null, null, null, 2, 1, 2, 3))).toEqual({ undo: 2, redo: null });
  });

  it('forgets what was undone once something else is changed', () => {
    expect(revisionTurns(list(null, null, 1, null))).toEqual({ undo: 1, redo: null });
  });

  it('takes going back to an older one for a change that can be undone', () => {
    expect(revisionTurns(list(null, null, null, null, 1))).toEqual({ undo: 4, redo: null });
  });

  it('undoes and does again any chain of changes', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 0, max: 12 }), (changes, back) => {
        const revisions = list(...Array<null>(changes).fill(null));
        const go = (way: 'undo' | 'redo') => {
          const to = revisionTurns(revisions)[way];
          if (to !== null) revisions.push({ number: revisions.length + 1, returnedTo: to });
          return to;
        };
        const undone = Array.from({ length: back }, () => go('undo')).filter((to) => to !== null);
        expect(undone).toEqual(Array.from({ length: Math.min(back, changes - 1) }, (_, i) => changes - 1 - i));
        undone.forEach(() => go('redo'));
        expect(revisions.at(-1)!.returnedTo ?? revisions.at(-1)!.number).toBe(changes);
      }),
    );
  });
});
