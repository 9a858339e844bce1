import { randomUUID } from 'node:crypto';
import type { NewTemplate, TemplateChange, TemplateDetail, TemplateSummary } from '@keen-anvil/contract';
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
import { inTransaction, type Db } from '../db/pool';
import { notFound, Problem, refused } from '../problem';
import { listArtworks, updateArtwork, type ArtworkRow } from '../queries/artworks';
import { insertStep, listSteps, lockJob, updateJob } from '../queries/jobs';
import { insertNote, listNotes } from '../queries/notes';
import { insertParts, listParts } from '../queries/parts';
import { listRecipes } from '../queries/recipes';
import {
  archiveTemplate,
  copyArtwork,
  findTemplate,
  insertTemplate,
  listTemplates,
  type RecipeThen,
  type TemplateRow,
} from '../queries/templates';
import { recipeSummary } from './recipe-views';
import { loadShop, materialsOf, type Shop } from './shop';
import { matchRecipes } from './step-match';

/** Keeps a job as a template, with its recipes as they are now. */
export async function keepTemplate(
  pool: Pool,
  workshopId: string,
  jobId: string,
  wish: NewTemplate,
): Promise<TemplateSummary[]> {
  return inTransaction(pool, async (db) => {
    const job = await lockJob(db, workshopId, jobId);
    if (!job) throw notFound('That job');
    const [steps, parts, artworks] = [
      await listSteps(db, workshopId, jobId),
      await listParts(db, workshopId, jobId),
      await listArtworks(db, workshopId, jobId),
    ];
    const shop = await loadShop(db, workshopId, materialsOf(steps));
    if (artworks.length === 0) throw refused('A job without a drawing makes no template.');
    const matches = await matchRecipes(db, workshopId, steps, shop);
    const recipes = steps.map(({ id, toolId }): RecipeThen => {
      const match = matches.get(id)!;
      return {
        stepId: id,
        recipeId: match.recipe?.id ?? null,
        settings: match.settings,
        temper: match.recipe?.temper.temper ?? null,
        toolLife: shop.tools.get(toolId)?.lifeNumber ?? null,
      };
    });
    const notes = (await listNotes(db, workshopId, jobId)).map(({ kind, label, value }) => ({ kind, label, value }));
    const sizes = artworks.map(({ id, scaleX, scaleY, xMm, yMm, isSizeLocked, readsReversed, readingNumber }) => ({
      id,
      scaleX,
      scaleY,
      xMm,
      yMm,
      isSizeLocked,
      readsReversed,
      readingNumber,
    }));
    if (
      !(await insertTemplate(db, workshopId, {
        ...wish,
        jobId,
        snapshot: { isOrderByHand: job.isOrderByHand, steps, parts, artworks: sizes, recipes, notes },
      }))
    )
      throw new Problem(409, 'exists', 'There is a template with this id already.');
    return listTemplates(db, workshopId);
  });
}

/** A template with what is different now from when it was made. */
export async function templateDetail(db: Db, workshopId: string, id: string): Promise<TemplateDetail> {
  const template = await findTemplate(db, workshopId, id);
  if (!template) throw notFound('That template');
  const shop = await loadShop(db, workshopId, materialsOf(template.snapshot.steps));
  const { snapshot, ...summary } = template;
  return {
    ...summary,
    steps: snapshot.steps.map((step) => {
      const then = snapshot.recipes.find((recipe) => recipe.stepId === step.id);
      return {
        label: processOf(step.process).label,
        materialName: (step.materialId && shop.materials.get(step.materialId)?.name) || null,
        machineName: shop.machines.get(step.machineId)?.name ?? '',
        settings: then?.settings ?? null,
        temper: then?.temper ?? null,
      };
    }),
    changes: await changesSince(db, workshopId, template, shop),
  };
}

async function changesSince(
  db: Db,
  workshopId: string,
  { snapshot }: TemplateRow,
  shop: Shop,
): Promise<TemplateChange[]> {
  const rows = await listRecipes(db, workshopId, {
    materialIds: snapshot.steps.flatMap((step) => step.materialId ?? []),
  });
  return snapshot.steps.flatMap((step): TemplateChange[] => {
    const changes: TemplateChange[] = [];
    const add = (kind: TemplateChange['kind'], say: string) => changes.push({ step: step.position + 1, kind, say });
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

const goneReading = ({ name }: TemplateRow): Problem =>
  refused(
    `The drawing of “${name}” was read again since the template was kept, and how it was read then is not there any more. Keep the job as a template anew.`,
    'templateId',
  );

/** Parts are numbers of a reading: where one points at nothing, the reading is not the one they are of. */
function refuseForeignPieces(
  template: TemplateRow,
  copies: readonly ArtworkRow[],
  fresh: (id: string) => string,
): void {
  const readings = new Map(copies.map(({ id, reading }) => [id, reading]));
  const misses = template.snapshot.parts.some((part) =>
    part.pieces.some(([drawn, contour]) => !readings.get(fresh(part.artworkId))?.parts[drawn]?.contours[contour]),
  );
  if (misses) throw goneReading(template);
}

/** Puts a template away, or takes it out again. */
export async function putTemplateAway(
  pool: Pool,
  workshopId: string,
  id: string,
  isArchived: boolean,
): Promise<TemplateSummary[]> {
  if (!(await archiveTemplate(pool, workshopId, id, isArchived))) throw notFound('That template');
  return listTemplates(pool, workshopId);
}

/** Fills a new job as a template has it; its drawings are copied, and its steps take the recipes as they are now. */
export async function fillFromTemplate(db: Db, workshopId: string, jobId: string, templateId: string): Promise<void> {
  const template = await findTemplate(db, workshopId, templateId);
  if (!template) throw notFound('That template');
  const { snapshot } = template;
  const fresh = (id: string) => uuidv5(id, jobId);
  for (const artwork of snapshot.artworks) {
    if (!(await copyArtwork(db, workshopId, artwork.id, artwork.readingNumber ?? 1, { id: fresh(artwork.id), jobId })))
      throw goneReading(template);
  }
  const copies = await listArtworks(db, workshopId, jobId);
  refuseForeignPieces(template, copies, fresh);
  for (const row of copies) {
    const was = snapshot.artworks.find((artwork) => fresh(artwork.id) === row.id);
    if (was) await updateArtwork(db, { ...row, ...was, id: row.id, readingNumber: row.readingNumber });
  }
  for (const step of snapshot.steps) await insertStep(db, workshopId, { ...step, id: fresh(step.id), jobId });
  await insertParts(
    db,
    workshopId,
    jobId,
    snapshot.parts.map((part) => ({
      ...part,
      id: fresh(part.id),
      artworkId: fresh(part.artworkId),
      stepId: part.stepId && fresh(part.stepId),
      offsetOf: part.offsetOf && fresh(part.offsetOf),
    })),
  );
  for (const note of snapshot.notes) await insertNote(db, workshopId, jobId, { ...note, id: randomUUID() });
  const job = await lockJob(db, workshopId, jobId);
  if (job) await updateJob(db, jobId, { name: job.name, isOrderByHand: snapshot.isOrderByHand });
}
