import isEqual from 'fast-deep-equal';

/** The records of which changes can be taken back. */
export const TURNED_RECORDS = ['machine', 'tool', 'material', 'piece', 'note'] as const;
export type TurnedRecord = (typeof TURNED_RECORDS)[number];

/** What was changed of a record: the changed fields as they were, and as they were made. */
export interface RecordEdit {
  before: Readonly<Record<string, unknown>>;
  after: Readonly<Record<string, unknown>>;
}

/** What is different between a record's fields before and after; null where nothing is. */
export function recordEdit(before: object, after: object): RecordEdit | null {
  const [was, is] = [before, after] as [Record<string, unknown>, Record<string, unknown>];
  const names = [...new Set([...Object.keys(was), ...Object.keys(is)])].filter((name) => !isEqual(was[name], is[name]));
  const of = (fields: Record<string, unknown>) => Object.fromEntries(names.map((name) => [name, fields[name]]));
  return names.length === 0 ? null : { before: of(was), after: of(is) };
}

/** The same the other way. */
export const turnedRound = ({ before, after }: RecordEdit): RecordEdit => ({ before: after, after: before });

/** Whether a record is still as an edit made it: what it changed was not changed since, whatever else was. */
export const stillStands = ({ after }: RecordEdit, fields: object): boolean =>
  Object.entries(after).every(([name, value]) => isEqual(value, (fields as Record<string, unknown>)[name]));
