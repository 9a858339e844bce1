import type { Here } from '../here';
import type {
  BookFile,
  BookMachine,
  BookMaterial,
  BookRecipe,
  BookTool,
  MachineView,
  MaterialView,
  ToolView,
} from '@keen-anvil/contract';
import { BOOK_FORMAT, BOOK_VERSION } from '@keen-anvil/contract/checks';
import { bookCsvHead, bookCsvLines } from '@keen-anvil/core/exchange';
import type { Db } from '../db/db';
import {
  listBookEvidence,
  listBookPhotos,
  listBookRecipes,
  listBookRevisions,
  listBookVariants,
} from '../queries/exchange';
import type { Pool } from 'pg';
import { atOneMoment } from '../db/at-one-moment';
import { listRecipes, listRecipesAfter, type RecipeRow } from '../queries/recipes';
import { listAllMaterials } from '../queries/materials';
import { loadShop } from '../services/shop';

/** Rows in the order of their ids: the same book is always the same file. */
const byId = <T extends { id: string }>(rows: Iterable<T>): T[] => [...rows].sort((a, b) => (a.id < b.id ? -1 : 1));

/** The whole book, or some recipes with everything that they stand on. */
export async function exportBook(here: Here, db: Db, recipeIds: string[] | null = null): Promise<BookFile> {
  const recipes = await exportRecipes(here, db, recipeIds);
  const shop = await loadShop(here, db);
  const materials = await listAllMaterials(db, here.workshopId);
  const photos = new Map(
    (await listBookPhotos(db, here.workshopId)).map((photo) => [
      photo.materialId,
      { id: photo.id, mediaType: photo.mediaType, base64: photo.base64 },
    ]),
  );
  const isWanted = (key: 'machineId' | 'toolId' | 'materialId') => {
    const wanted = recipeIds && new Set(recipes.map((recipe) => recipe[key]));
    return ({ id }: { id: string }) => !wanted || wanted.has(id);
  };
  const tools = byId(shop.tools.values()).filter(isWanted('toolId'));
  const machineOfTool = new Set(tools.map((tool) => tool.machineId));
  return {
    format: BOOK_FORMAT,
    version: BOOK_VERSION,
    machines: byId(shop.machines.values())
      .filter((machine) => isWanted('machineId')(machine) || machineOfTool.has(machine.id))
      .map(bookMachine),
    tools: tools.map(bookTool),
    materials: byId(materials)
      .filter(isWanted('materialId'))
      .map((material) => bookMaterial(material, photos.get(material.id) ?? null)),
    recipes,
  };
}

/** The file's text: one record a line, so that two books can be compared line by line. */
export function bookText({ format, version, ...lists }: BookFile): string {
  const list = (name: keyof typeof lists) =>
    `"${name}":[\n${(lists[name] as object[]).map((row) => JSON.stringify(row)).join(',\n')}\n]`;
  return `{"format":"${format}","version":${version},\n${(['machines', 'tools', 'materials', 'recipes'] as const).map(list).join(',\n')}\n}\n`;
}

/** So many recipes are read and written at a time. */
const CSV_BLOCK = 1000;

/** The recipes as they stand at this moment, as a table, piece by piece: of a large book the first line comes at once. */
export async function* exportCsv(here: Here, pool: Pool, recipeIds: string[] | null = null): AsyncGenerator<string> {
  yield bookCsvHead();
  if (recipeIds) {
    yield csvOf(await listRecipes(pool, here.workshopId, { ids: recipeIds }));
    return;
  }
  yield* atOneMoment(pool, async function* (db) {
    for (let after: RecipeRow | null = null; ;) {
      const rows: RecipeRow[] = await listRecipesAfter(db, here.workshopId, after?.id ?? null, CSV_BLOCK);
      yield csvOf(rows);
      after = rows.at(-1) ?? null;
      if (rows.length < CSV_BLOCK) return;
    }
  });
}

const csvOf = (rows: readonly RecipeRow[]): string =>
  bookCsvLines(
    rows.map(({ material, machine, tool, process, settings, source, reason, note, temper }) => ({
      material: material.name,
      family: material.family,
      thicknessMm: material.thicknessMm,
      machine: machine.name,
      tool: tool.name,
      process,
      settings,
      source,
      reason,
      note,
      temper,
    })),
  );

async function exportRecipes(here: Here, db: Db, ids: string[] | null): Promise<BookRecipe[]> {
  const revisions = grouped(await listBookRevisions(db, here.workshopId, ids));
  const evidence = grouped(await listBookEvidence(db, here.workshopId, ids));
  const variants = grouped(await listBookVariants(db, here.workshopId, ids));
  return (await listBookRecipes(db, here.workshopId, ids)).map((recipe) => ({
    ...recipe,
    revisions: revisions.get(recipe.id) ?? [],
    evidence: evidence.get(recipe.id) ?? [],
    variants: variants.get(recipe.id) ?? [],
  }));
}

function grouped<T extends { recipeId: string }>(rows: T[]): Map<string, Omit<T, 'recipeId'>[]> {
  const groups = new Map<string, Omit<T, 'recipeId'>[]>();
  for (const { recipeId, ...row } of rows) {
    const group = groups.get(recipeId);
    if (group) group.push(row);
    else groups.set(recipeId, [row]);
  }
  return groups;
}

/** A machine as it stands in a file. */
export function bookMachine(m: MachineView): BookMachine {
  return {
    id: m.id,
    name: m.name,
    kind: m.kind,
    workWidthMm: m.workWidthMm,
    workLengthMm: m.workLengthMm,
    marginSideMm: m.marginSideMm,
    marginLeadMm: m.marginLeadMm,
    marginTailMm: m.marginTailMm,
    carrierSideMm: m.carrierSideMm,
    carrierLeadMm: m.carrierLeadMm,
    carrierTailMm: m.carrierTailMm,
    holders: m.holders,
    holderOffsets: m.holderOffsets ?? [],
    maxPasses: m.maxPasses,
    ratedPowerW: m.ratedPowerW,
    spotMm: m.spotMm,
    origin: m.origin,
    homes: m.homes,
    markInsetMm: m.markInsetMm ?? null,
    markLegMm: m.markLegMm ?? null,
    zero: m.zero ?? 'machine',
    lagMs: m.lagMs ?? null,
    pointPower: m.pointPower ?? null,
    driver: m.driver ?? 'stand-in',
    cableFlow: m.cableFlow ?? null,
    baud: m.baud ?? null,
    bufferCharacters: m.bufferCharacters ?? null,
    motion: m.motion,
    dials: m.dials.map((d) => ({
      name: d.name,
      label: d.label,
      unit: d.unit,
      min: d.min,
      max: d.max,
      step: d.step,
      isRated: d.isRated ?? false,
      calibration: d.calibration,
    })),
    isArchived: m.isArchived,
  };
}

/** A tool as it stands in a file. */
export function bookTool(t: ToolView): BookTool {
  const iso = (at: string) => new Date(at).toISOString();
  return {
    id: t.id,
    name: t.name,
    kind: t.kind,
    machineId: t.machineId,
    details: t.details,
    wear: t.wear,
    life: t.life,
    lifeNumber: t.lifeNumber,
    lifeBeganAt: iso(t.lifeBeganAt),
    lives: t.lives.map((life) => ({
      number: life.number,
      wear: life.wear,
      beganAt: iso(life.beganAt),
      endedAt: iso(life.endedAt),
      note: life.note,
    })),
    isArchived: t.isArchived,
  };
}

/** A material with its pieces as it stands in a file. */
export function bookMaterial(m: MaterialView, photo: BookMaterial['photo']): BookMaterial {
  return {
    id: m.id,
    name: m.name,
    family: m.family as BookMaterial['family'],
    finish: m.finish,
    colour: m.colour,
    thicknessMm: m.thicknessMm,
    readingsMm: m.readingsMm,
    smallestDetailMm: m.smallestDetailMm,
    mirrored: m.mirrored,
    facing: m.facing,
    heatLimitC: m.heatLimitC,
    supplierCard: m.supplierCard,
    priceCents: m.priceCents,
    pricePer: m.pricePer,
    notes: m.notes,
    details: m.details,
    defaultProcess: m.defaultProcess,
    typed: m.typed,
    patternWidthMm: m.patternWidthMm,
    kerfs: m.kerfs,
    photo,
    isArchived: m.isArchived,
    pieces: byId(m.pieces).map((p) => ({
      id: p.id,
      name: p.name,
      kind: p.kind,
      widthMm: p.widthMm,
      lengthMm: p.lengthMm,
      count: p.count,
      outline: p.outline,
      holes: p.holes,
      isArchived: p.isArchived,
    })),
  };
}
