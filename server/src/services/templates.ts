import type { Here } from '../here';
import { randomUUID } from 'node:crypto';
import type { NewTemplate, TemplateChange, TemplateDetail, TemplateSummary } from '@keen-anvil/contract';
import { copiedDocument, differenceOf, EMPTY_JOB, sheetOf, type JobDocument } from '@keen-anvil/core/jobs';
import {
  hasGoneBad,
  processOf,
  sayDifference,
  sayWrong,
  differences,
  sameSettings,
  TEMPERS,
} from '@keen-anvil/core/recipes';
import type { Pool } from 'pg';
import { v5 as uuidv5 } from 'uuid';
import type { Db } from '../db/db';
import { inTransaction } from '../db/pool';
import { notFound, Problem, refused } from '../problem';
import { copyArtwork } from '../queries/artworks';
import { findDocument, writeDifference } from '../queries/documents';
import { lockJob, updateOrderByHand } from '../queries/jobs';
import { insertNote, listNotes } from '../queries/notes';
import { listRecipes } from '../queries/recipes';
import {
  archiveTemplate,
  findTemplate,
  insertTemplate,
  listTemplates,
  type RecipeThen,
  type TemplateRow,
} from '../queries/templates';
import { recipeSummary } from './recipe-views';
import { loadShop, materialsOf, type Shop } from './shop';
import { matchRecipes, type MatchedStep } from './step-match';

/** Keeps a job as a template, with its recipes as they are now. */
export async function keepTemplate(
  here: Here,
  pool: Pool,
  jobId: string,
  wish: NewTemplate,
): Promise<TemplateSummary[]> {
  return inTransaction(here, pool, async (db) => {
    if (!(await lockJob(db, here.workshopId, jobId))) throw notFound('That job');
    const { document } = (await findDocument(db, here.workshopId, jobId))!;
    const shop = await loadShop(here, db, materialsOf(document.steps));
    if (document.drawings.length === 0) throw refused('A job without a drawing makes no template.');
    const matches = await matchRecipes(here, db, matchedSteps(document), shop);
    const recipes = document.steps.map(({ id, toolId }): RecipeThen => {
      const match = matches.get(id)!;
      return {
        stepId: id,
        recipeId: match.recipe?.id ?? null,
        settings: match.settings,
        temper: match.recipe?.temper.temper ?? null,
        toolLife: shop.tools.get(toolId)?.lifeNumber ?? null,
      };
    });
    const notes = (await listNotes(db, here.workshopId, jobId)).map(({ kind, label, value }) => ({
      kind,
      label,
      value,
    }));
    if (!(await insertTemplate(db, here.workshopId, { ...wish, jobId, snapshot: { document, recipes, notes } })))
      throw new Problem(409, 'exists', 'There is a template with this id already.');
    return listTemplates(db, here.workshopId);
  });
}

/** The steps of a document as their recipes are looked for. */
const matchedSteps = (document: JobDocument): MatchedStep[] =>
  document.steps.map((step) => ({ ...step, stockPieceId: sheetOf(document, step.id)?.stockPieceId ?? null }));

/** A template with what is different now from when it was made. */
export async function templateDetail(here: Here, db: Db, id: string): Promise<TemplateDetail> {
  const template = await findTemplate(db, here.workshopId, id);
  if (!template) throw notFound('That template');
  const shop = await loadShop(here, db, materialsOf(template.snapshot.document.steps));
  const { snapshot, ...summary } = template;
  return {
    ...summary,
    steps: snapshot.document.steps.map((step) => {
      const then = snapshot.recipes.find((recipe) => recipe.stepId === step.id);
      return {
        label: processOf(step.process).label,
        materialName: (step.materialId && shop.materials.get(step.materialId)?.name) || null,
        machineName: shop.machines.get(step.machineId)?.name ?? '',
        settings: then?.settings ?? null,
        temper: then?.temper ?? null,
      };
    }),
    changes: await changesSince(here, db, template, shop),
  };
}

async function changesSince(here: Here, db: Db, { snapshot }: TemplateRow, shop: Shop): Promise<TemplateChange[]> {
  const rows = await listRecipes(db, here.workshopId, {
    materialIds: snapshot.document.steps.flatMap((step) => step.materialId ?? []),
  });
  return snapshot.document.steps.flatMap((step, position): TemplateChange[] => {
    const changes: TemplateChange[] = [];
    const add = (kind: TemplateChange['kind'], say: string) => changes.push({ step: position + 1, kind, say });
    const then = snapshot.recipes.find((recipe) => recipe.stepId === step.id);
    const machine = shop.machines.get(step.machineId);
    const material = step.materialId ? shop.materials.get(step.materialId) : undefined;
    const tool = shop.tools.get(step.toolId);
    if (!machine || machine.isArchived) add('machine-gone', `${machine?.name ?? 'The machine'} is put away`);
    if (!tool || tool.isArchived) add('tool-gone', `${tool?.name ?? 'The tool'} is put away`);
    else if (then?.toolLife !== null && then?.toolLife !== undefined && tool.lifeNumber !== then.toolLife)
      add('tool-replaced', `${tool.name} was replaced: the new one is sharper`);
    if (material && (material.isArchived || !material.pieces.some((piece) => !piece.isArchived && piece.count > 0)))
      add('material-out', `${material.name} is out of stock`);
    if (then?.recipeId && machine) {
      const row = rows.find((r) => r.id === then.recipeId);
      if (!row) add('recipe-gone', 'The recipe is put away');
      else {
        const now = recipeSummary(row);
        if (then.settings && !step.nudge && !sameSettings(now.settings, then.settings))
          add(
            'recipe-revised',
            `The recipe was changed: ${differences(then.settings, now.settings)
              .map((difference) => sayDifference(difference))
              .join(', ')}`,
          );
        const bad = hasGoneBad(now.temper.tally) ? sayWrong(now.temper.tally) : null;
        if (then.temper && TEMPERS.indexOf(now.temper.temper) < TEMPERS.indexOf(then.temper))
          add('recipe-worse', `The recipe was ${then.temper} and is ${now.temper.temper} now${bad ? `: ${bad}` : ''}`);
      }
    }
    return changes;
  });
}

/** Puts a template away, or takes it out again. */
export async function putTemplateAway(
  here: Here,
  pool: Pool,
  id: string,
  isArchived: boolean,
): Promise<TemplateSummary[]> {
  if (!(await archiveTemplate(pool, here.workshopId, id, isArchived))) throw notFound('That template');
  return listTemplates(pool, here.workshopId);
}

/** Fills a new job as a template has it; its drawings are copied with their readings, and its steps take the recipes as they are now. */
export async function fillFromTemplate(here: Here, db: Db, jobId: string, templateId: string): Promise<void> {
  const template = await findTemplate(db, here.workshopId, templateId);
  if (!template) throw notFound('That template');
  const { document, notes } = template.snapshot;
  const fresh = (id: string) => uuidv5(id, jobId);
  for (const { id, name } of document.drawings)
    if (!(await copyArtwork(db, here.workshopId, id, { id: fresh(id), jobId })))
      throw refused(`“${name}” of “${template.name}” is not in this workshop any more.`, 'templateId');
  const next = copiedDocument(document, fresh);
  await writeDifference(db, here.workshopId, jobId, differenceOf(EMPTY_JOB, next), next);
  for (const note of notes) await insertNote(db, here.workshopId, jobId, { ...note, id: randomUUID() });
  if (next.isOrderByHand) await updateOrderByHand(db, here.workshopId, jobId, true);
}
