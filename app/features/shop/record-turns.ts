import { useSyncExternalStore } from 'react';

/** One change of a record, as it was before and after; what it changed is said in a few words. */
export interface RecordTurn {
  label: string;
  before: unknown;
  after: unknown;
}

interface Turns {
  /** The record's version after the last change that was made here; another one was made elsewhere, and is not overwritten. */
  version: number;
  undo: readonly RecordTurn[];
  redo: readonly RecordTurn[];
}

const NONE: Turns = { version: 0, undo: [], redo: [] };
/** So many changes of one record can be taken back. */
const MOST = 20;
const kept = new Map<string, Turns>();
const listeners = new Set<() => void>();

function put(record: string, turns: Turns): void {
  kept.set(record, turns);
  listeners.forEach((listener) => listener());
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** Keeps a change of a record, so that it can be taken back while the application stays open. */
export function rememberTurn(record: string, turn: RecordTurn, versionBefore: number, version: number): void {
  const now = kept.get(record);
  const undo = now && now.version === versionBefore ? now.undo : [];
  put(record, { version, undo: [...undo, turn].slice(-MOST), redo: [] });
}

/** The last change was taken back (`undo`) or done again (`redo`), and the record has this version since. */
export function turned(record: string, way: 'undo' | 'redo', version: number): void {
  const now = kept.get(record) ?? NONE;
  const from = now[way];
  const turn = from[from.length - 1];
  if (!turn) return;
  const other = way === 'undo' ? 'redo' : 'undo';
  put(record, { ...now, version, [way]: from.slice(0, -1), [other]: [...now[other], turn] });
}

/** What can be taken back and done again of a record that has this version now. */
export function useTurns(
  record: string,
  version: number,
): { undo: RecordTurn | undefined; redo: RecordTurn | undefined } {
  const turns = useSyncExternalStore(
    subscribe,
    () => kept.get(record) ?? NONE,
    () => NONE,
  );
  return turns.version === version
    ? { undo: turns.undo.at(-1), redo: turns.redo.at(-1) }
    : { undo: undefined, redo: undefined };
}

/** The names of the fields in which two records differ, in words; the first two, and how many more. */
export function changedFields(before: object, after: object, labels: Readonly<Record<string, string>> = {}): string {
  const [was, is] = [flat(before), flat(after)];
  const names = [...new Set([...Object.keys(was), ...Object.keys(is)])].filter(
    (name) => JSON.stringify(was[name]) !== JSON.stringify(is[name]),
  );
  const said = [
    ...new Set(
      names.map(
        (name) =>
          labels[name] ?? name.replace(/Mm(S2?)?$/, '').replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`),
      ),
    ),
  ];
  return said.length > 2 ? `${said.slice(0, 2).join(', ')} and ${said.length - 2} more` : said.join(' and ');
}

/** Facts that stand together in a record are told apart: motion, details, a dial by its name. */
function flat(record: object): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(record).flatMap(([name, value]): [string, unknown][] => {
      if (name === 'dials') return (value as { name: string }[]).map((dial) => [dial.name, dial]);
      return value !== null && typeof value === 'object' && !Array.isArray(value)
        ? Object.entries(value as object)
        : [[name, value]];
    }),
  );
}
