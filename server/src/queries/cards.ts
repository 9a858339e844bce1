import type { MachineKind } from '@keen-anvil/core/machines';
import type { ProcessName, Settings, Source, Temper, TemperTally, WordWeight } from '@keen-anvil/core/recipes';
import type { Db } from '../db/db';

/** What a card is made from. */
export interface CardSource {
  id: string;
  process: ProcessName;
  settings: Settings;
  source: Source;
  reason: string;
  note: string;
  materialName: string;
  family: string;
  finish: string;
  materialNotes: string;
  thicknessMm: number;
  machineName: string;
  machineKind: MachineKind;
  toolName: string;
  variantReasons: string[];
  /** When a tuning wrote these numbers, and after how many trials. */
  settled: { at: string; trials: number } | null;
  lastUsedAt: string | null;
}

/** A word as PostgreSQL's text search writes it. */
export const quoteLexeme = (word: string): string => `'${word.replace(/\\/g, '\\\\').replace(/'/g, "''")}'`;

/** Locks recipes, all in one order, so that two who change several of them come one after the other. */
export async function lockRecipes(db: Db, workshopId: string, recipeIds: readonly string[]): Promise<void> {
  await db.query(
    'SELECT 1 FROM recipe WHERE workshop_id = $1 AND id = ANY ($2::uuid[]) ORDER BY id FOR NO KEY UPDATE',
    [workshopId, recipeIds],
  );
}

/** What the cards of these recipes are made from. */
export async function listCardSources(db: Db, workshopId: string, recipeIds: string[]): Promise<CardSource[]> {
  const { rows } = await db.query<CardSource>(
    `SELECT r.id, r.process, v.settings, v.source, v.reason, r.note, m.name AS "materialName", m.family, m.finish, m.notes AS "materialNotes",
       m.thickness_mm AS "thicknessMm", a.name AS "machineName", a.kind AS "machineKind", t.name AS "toolName",
       ARRAY (SELECT n.reason FROM recipe_variant n WHERE n.workshop_id = r.workshop_id AND n.recipe_id = r.id AND n.ended_at IS NULL) AS "variantReasons",
       u.at AS "lastUsedAt",
       CASE WHEN v.settled_trials IS NOT NULL THEN jsonb_build_object('at', v.created_at, 'trials', v.settled_trials) END AS settled
     FROM recipe r
     JOIN LATERAL (SELECT * FROM recipe_revision v WHERE v.workshop_id = r.workshop_id AND v.recipe_id = r.id ORDER BY number DESC LIMIT 1) v ON true
     JOIN material m ON m.workshop_id = r.workshop_id AND m.id = r.material_id
     JOIN machine a ON a.workshop_id = r.workshop_id AND a.id = r.machine_id
     JOIN tool t ON t.workshop_id = r.workshop_id AND t.id = r.tool_id
     LEFT JOIN LATERAL (
       SELECT greatest(
         (SELECT max(coalesce(finished_at, created_at)) FROM run u WHERE u.workshop_id = r.workshop_id AND u.recipe_id = r.id AND state NOT IN ('queued', 'holding')),
         (SELECT max(made_at) FROM trial u WHERE u.workshop_id = r.workshop_id AND u.recipe_id = r.id AND u.kind = 'run')) AS at) u ON true
     WHERE r.workshop_id = $1 AND r.id = ANY ($2)`,
    [workshopId, recipeIds],
  );
  return rows;
}

/** A card as it is kept. */
export interface Card {
  id: string;
  temper: Temper;
  tally: TemperTally;
  lastUsedAt: string | null;
  sortName: string;
  sortMachine: string;
  words: { word: string; weight: WordWeight }[];
}

/** Writes cards, and the words by which they can be found. */
export async function writeCards(db: Db, workshopId: string, cards: Card[]): Promise<void> {
  const words = [
    ...new Set(cards.flatMap((card) => card.words.flatMap(({ word }) => (/^\p{L}{3,}$/u.test(word) ? [word] : [])))),
  ].sort();
  await db.query(
    `WITH known AS (INSERT INTO book_word (workshop_id, word) SELECT $1, unnest($3::text[]) ON CONFLICT DO NOTHING)
     UPDATE recipe r SET temper = c.temper, temper_tally = c.tally, last_used_at = c."lastUsedAt", sort_name = c."sortName", sort_machine = c."sortMachine",
       words = c.words::tsvector
     FROM jsonb_to_recordset($2::jsonb) AS c (id uuid, temper text, tally jsonb, "lastUsedAt" timestamptz, "sortName" text, "sortMachine" text, words text)
     WHERE r.workshop_id = $1 AND r.id = c.id`,
    [
      workshopId,
      JSON.stringify(
        cards.map((card) => ({
          ...card,
          words: card.words.map(({ word, weight }) => `${quoteLexeme(word)}:1${weight}`).join(' '),
        })),
      ),
      words,
    ],
  );
}

/** Recipes of a machine, tool or material: those whose cards change when it does. */
export async function listRecipeIds(
  db: Db,
  workshopId: string,
  of: { machineId?: string; toolId?: string; materialId?: string },
): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(
    `SELECT id FROM recipe WHERE workshop_id = $1 AND ($2::uuid IS NULL OR machine_id = $2) AND ($3::uuid IS NULL OR tool_id = $3) AND ($4::uuid IS NULL OR material_id = $4)`,
    [workshopId, of.machineId ?? null, of.toolId ?? null, of.materialId ?? null],
  );
  return rows.map((row) => row.id);
}

/** Recipes whose cards were never made, of every workshop. */
export async function listCardless(db: Db): Promise<{ workshopId: string; id: string }[]> {
  const { rows } = await db.query<{ workshopId: string; id: string }>(
    `SELECT workshop_id AS "workshopId", id FROM recipe WHERE sort_name = ''`,
  );
  return rows;
}

/** Whether a word of the book begins so. */
export async function hasWord(db: Db, workshopId: string, beginning: string): Promise<boolean> {
  const { rowCount } = await db.query(`SELECT 1 FROM book_word WHERE workshop_id = $1 AND word LIKE $2 LIMIT 1`, [
    workshopId,
    `${beginning.replace(/[\\%_]/g, '\\$&')}%`,
  ]);
  return rowCount === 1;
}

/** Words of the book that are written much like this one, the likest first. */
export async function likeWords(db: Db, workshopId: string, word: string): Promise<string[]> {
  const { rows } = await db.query<{ word: string }>(
    `SELECT word FROM book_word WHERE workshop_id = $1 AND (word % $2 OR $2 <% word) ORDER BY greatest(similarity(word, $2), word_similarity($2, word) * 0.9) DESC, word LIMIT 2`,
    [workshopId, word],
  );
  return rows.map((row) => row.word);
}
