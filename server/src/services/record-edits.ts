import type { RecordTurn, RecordTurnsView } from '@keen-anvil/contract';
import {
  machineFields,
  materialFields,
  pieceFields,
  recordEdit,
  stillStands,
  toolFields,
  TURNED_RECORDS,
  turnedRound,
  type RecordEdit,
  type TurnedRecord,
} from '@keen-anvil/core/records';
import type { Pool } from 'pg';
import { inOneTransaction } from '../db/one-transaction';
import type { Here } from '../here';
import { notFound, refused } from '../problem';
import { listMachines } from '../queries/machines';
import { findPiece } from '../queries/materials';
import { findRecordEdit, insertRecordEdit, turnRecordEdit } from '../queries/record-edits';
import { listRecipes } from '../queries/recipes';
import { listTools } from '../queries/tools';
import { noteRecipe } from './book';
import { changeMachine } from './machines';
import { changeMaterial, changePiece, materialOf } from './materials';
import { changeTool } from './tools';

interface Versioned {
  version: number;
  fields: object;
}

/** How a record is read and written. What is read is what is written. */
interface TurnedKind {
  read: (here: Here, pool: Pool, id: string) => Promise<Versioned | undefined>;
  write: (here: Here, pool: Pool, id: string, change: never) => Promise<unknown>;
}

const RECORDS: Readonly<Record<TurnedRecord, TurnedKind>> = {
  machine: {
    read: async (here, pool, id) => {
      const machine = (await listMachines(pool, here.workshopId)).find((row) => row.id === id);
      return machine && { version: machine.version, fields: machineFields(machine) };
    },
    write: changeMachine,
  },
  tool: {
    read: async (here, pool, id) => {
      const tool = (await listTools(pool, here.workshopId)).find((row) => row.id === id);
      return tool && { version: tool.version, fields: toolFields(tool) };
    },
    write: changeTool,
  },
  material: {
    read: async (here, pool, id) => {
      const material = await materialOf(here, pool, id);
      return { version: material.version, fields: materialFields(material) };
    },
    write: changeMaterial,
  },
  piece: {
    read: async (here, pool, id) => {
      const piece = await findPiece(pool, here.workshopId, id);
      return piece && { version: piece.version, fields: pieceFields(piece) };
    },
    write: changePiece,
  },
  note: {
    read: async (here, pool, id) => {
      const [recipe] = await listRecipes(pool, here.workshopId, { ids: [id], withArchived: true });
      return recipe && { version: recipe.version, fields: { note: recipe.note } };
    },
    write: noteRecipe,
  },
};

const edited = ({ deviceId }: Here, kind: TurnedRecord, recordId: string) => ({ kind, recordId, madeBy: deviceId });

/** Changes a record, and keeps what was changed so that it can be taken back; both are written, or nothing. */
export function keepingEdit<T>(
  here: Here,
  pool: Pool,
  kind: TurnedRecord,
  id: string,
  change: (here: Here, pool: Pool) => Promise<T>,
): Promise<T> {
  return inOneTransaction(here, pool, async (one) => {
    const before = await RECORDS[kind].read(here, one, id);
    const answer = await change({ ...here, operation: null }, one);
    const after = await RECORDS[kind].read(here, one, id);
    const edit = before && after && recordEdit(before.fields, after.fields);
    if (edit) await insertRecordEdit(one, here.workshopId, edited(here, kind, id), edit);
    return answer;
  });
}

/** What of a record can be taken back on this device, and done again: what still stands as it was made. */
export async function recordTurns(here: Here, pool: Pool, kind: string, id: string): Promise<RecordTurnsView> {
  const record = kindOf(kind);
  const now = await RECORDS[record].read(here, pool, id);
  if (!now) throw notFound(`That ${record}`);
  const offered = async (turn: 'undo' | 'redo'): Promise<RecordEdit | null> => {
    const edit = await nextTurn(here, pool, record, id, turn);
    return edit && stillStands(edit, now.fields) ? turnedRound({ before: edit.before, after: edit.after }) : null;
  };
  return { undo: await offered('undo'), redo: await offered('redo') };
}

/**
 * Takes the last change of a record on this device back, or does it again. What others changed of it since stays.
 * @throws Problem where there is none, or what it changed was changed again since
 */
export async function turnRecord(
  here: Here,
  pool: Pool,
  kind: string,
  id: string,
  { turn }: RecordTurn,
): Promise<RecordTurnsView> {
  const record = kindOf(kind);
  return inOneTransaction(here, pool, async (one) => {
    const inner = { ...here, operation: null };
    const now = await RECORDS[record].read(inner, one, id);
    const edit = await nextTurn(inner, one, record, id, turn);
    if (!now || !edit) throw refused(`There is nothing to ${turn === 'undo' ? 'take back' : 'do again'}.`, 'turn');
    if (!stillStands(edit, now.fields))
      throw refused('What was changed then was changed again since: look at it as it is now.', 'turn');
    const change = { ...now.fields, ...edit.before, version: now.version };
    await RECORDS[record].write(inner, one, id, change as never);
    await turnRecordEdit(one, here.workshopId, edit.id);
    return recordTurns(inner, one, record, id);
  });
}

/** What would be taken back, or done again: from how the record has to stand (`after`) to how it is then (`before`). */
async function nextTurn(here: Here, pool: Pool, kind: TurnedRecord, id: string, turn: 'undo' | 'redo') {
  const edit = await findRecordEdit(pool, here.workshopId, edited(here, kind, id), turn);
  if (!edit) return null;
  return turn === 'undo' ? edit : { ...edit, ...turnedRound(edit) };
}

function kindOf(word: string): TurnedRecord {
  const kind = TURNED_RECORDS.find((known) => known === word);
  if (!kind) throw notFound('What this address points at');
  return kind;
}
