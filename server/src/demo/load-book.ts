import { byItself } from '../here';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Db } from '../db/db';
import { insertMachine } from '../queries/machines';
import { insertMaterial, insertPiece, setMaterialPhoto } from '../queries/materials';
import { insertPhoto } from '../queries/photos';
import { insertRecipe, insertRevision, replaceNails } from '../queries/recipes';
import { insertTool } from '../queries/tools';
import { refreshCards } from '../services/cards';
import { withReadings } from '../services/materials';
import { DEMO_WORKSHOP_ID } from '../workshop';
import { RECIPES, type RecipeData } from './book-data';
import { ago, demoId } from './ids';
import { KERFS, MACHINES, MATERIALS, TOOLS } from './shop-data';

/** What a demo recipe is known by. */
export const recipeId = (r: Pick<RecipeData, 'material' | 'machine' | 'tool' | 'process'>): string =>
  demoId(`${r.material} ${r.machine} ${r.tool} ${r.process}`);

/** The demo's machines and tools. */
export async function loadMachines(db: Db): Promise<void> {
  for (const machine of MACHINES) await insertMachine(db, DEMO_WORKSHOP_ID, demoId(machine.name), machine);
  for (const { machine, ...tool } of TOOLS) {
    await insertTool(db, DEMO_WORKSHOP_ID, demoId(tool.name), { ...tool, machineId: machine ? demoId(machine) : null });
    await db.query('UPDATE tool SET life_began_at = $3 WHERE workshop_id = $1 AND id = $2', [
      DEMO_WORKSHOP_ID,
      demoId(tool.name),
      ago(160),
    ]);
  }
}

/** The demo's materials and what is in stock of them. */
export async function loadStock(db: Db): Promise<void> {
  for (const { pieces, pattern, ...fields } of MATERIALS) {
    const kerfs = (KERFS[fields.name] ?? []).map(({ machine, measuredMm }) => ({
      machineId: demoId(machine),
      strips: 10,
      stripMm: 10,
      measuredMm,
    }));
    const { material, spreadMm } = withReadings({ ...fields, typed: {}, kerfs });
    await insertMaterial(db, DEMO_WORKSHOP_ID, demoId(material.name), material, spreadMm);
    if (pattern) await setMaterialPhoto(db, DEMO_WORKSHOP_ID, demoId(material.name), await loadPhoto(db, pattern));
    for (const { taken, ...piece } of pieces) {
      const photo = taken ? { photoId: await loadPhoto(db, taken.file), box: taken.box } : null;
      const id = pieceId(material.name, piece.name);
      await insertPiece(db, DEMO_WORKSHOP_ID, demoId(material.name), id, { ...piece, photo });
    }
  }
}

/** Keeps a photo of the demo. Returns its id. */
async function loadPhoto(db: Db, file: string): Promise<string> {
  const id = demoId(`photo ${file}`);
  const bytes = readFileSync(join(__dirname, '../../demo', file));
  await insertPhoto(db, DEMO_WORKSHOP_ID, id, { mediaType: 'image/jpeg', bytes });
  return id;
}

const pieceId = (material: string, piece: string): string => demoId(`${material} ${piece}`);

/** The demo's recipes with their history, trials and nudges. */
export async function loadBook(db: Db): Promise<void> {
  for (const r of RECIPES) {
    const id = recipeId(r);
    await insertRecipe(db, DEMO_WORKSHOP_ID, {
      id,
      machineId: demoId(r.machine),
      toolId: demoId(r.tool),
      materialId: demoId(r.material),
      process: r.process,
      note: r.note,
    });
    for (const [i, revision] of [...(r.earlier ?? []), r].entries()) {
      await insertRevision(db, DEMO_WORKSHOP_ID, id, revision);
      await db.query(
        'UPDATE recipe_revision SET created_at = $4 WHERE workshop_id = $1 AND recipe_id = $2 AND number = $3',
        [DEMO_WORKSHOP_ID, id, i + 1, ago(revision.daysAgo)],
      );
    }
    for (const [i, [daysAgo, outcome, changes, wear]] of r.trials.entries()) {
      await db.query(
        'INSERT INTO trial (id, workshop_id, recipe_id, settings, outcome, made_at, tool_wear, tool_life) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)',
        [
          demoId(`${id} trial ${i}`),
          DEMO_WORKSHOP_ID,
          id,
          { ...r.settings, ...changes },
          outcome,
          ago(daysAgo),
          wear ?? null,
          wear === undefined ? null : 1,
        ],
      );
    }
    if (r.nudge) {
      await db.query(
        'INSERT INTO recipe_variant (workshop_id, id, recipe_id, changes, reason, tool_id, stock_piece_id, created_at) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)',
        [
          DEMO_WORKSHOP_ID,
          demoId(`${id} nudge`),
          id,
          r.nudge.changes,
          r.nudge.reason,
          r.nudge.piece ? null : demoId(r.tool),
          r.nudge.piece ? pieceId(r.material, r.nudge.piece) : null,
          ago(r.nudge.daysAgo),
        ],
      );
    }
  }
  const nailed = RECIPES.filter((r) => r.nail).sort((a, b) => a.nail! - b.nail!);
  await replaceNails(db, DEMO_WORKSHOP_ID, nailed.map(recipeId));
  await refreshCards(byItself(DEMO_WORKSHOP_ID), db, RECIPES.map(recipeId));
}
