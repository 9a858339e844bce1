import type { Here } from '../here';
import type { BookMaterial, BookRecipe } from '@keen-anvil/contract';
import { differences, processOf, recipeProblem, sayDifference, type Settings } from '@keen-anvil/core/recipes';
import { familyOf, FAMILY_NAMES, type FamilyName } from '@keen-anvil/core/materials';
import type { BookCsvRecipe } from '@keen-anvil/core/exchange';
import { v5 as uuidv5 } from 'uuid';
import type { Shop } from '../services/shop';
import { newest, NOW, placeOf, type ImportPlan } from './planned';
import type { ReadBook } from './read-file';

/** So many rows are planned before others are answered. */
const AT_A_TIME = 250;

/** Finds the rows of a name that are not put away. */
function byNames<T extends { name: string; isArchived: boolean }>(rows: Iterable<T>): (name: string) => T[] {
  const groups = new Map<string, T[]>();
  for (const row of rows) {
    if (row.isArchived) continue;
    const name = row.name.toLowerCase();
    groups.set(name, [...(groups.get(name) ?? []), row]);
  }
  return (name) => groups.get(name.toLowerCase()) ?? [];
}

/** Works out what a table of recipes would do, line by line; machines, tools and materials are named, and looked up. */
export async function planCsv(
  here: Here,
  shop: Shop,
  known: BookRecipe[],
  rows: Extract<ReadBook, { kind: 'csv' }>['rows'],
): Promise<ImportPlan> {
  const plan: ImportPlan = { machines: [], tools: [], materials: [], recipes: [] };
  const materialsByName = new Map<string, BookMaterial>();
  const places = new Map(known.filter((recipe) => !recipe.isArchived).map((recipe) => [placeOf(recipe), recipe]));
  const taken = new Set<string>();
  const [machines, tools, shopMaterials] = [
    byNames(shop.machines.values()),
    byNames(shop.tools.values()),
    byNames(shop.materials.values()),
  ];
  for (const [i, { line, recipe, problem }] of rows.entries()) {
    // Others are answered meanwhile.
    if (i % AT_A_TIME === AT_A_TIME - 1) await new Promise((resolve) => setImmediate(resolve));
    const where = `line ${line}`;
    const refuse = (sentence: string) =>
      void plan.recipes.push({
        where,
        name: recipe?.material ?? '',
        kind: 'recipe',
        fate: 'refused',
        says: [sentence],
        value: null,
        before: null,
      });
    if (!recipe) {
      refuse(problem);
      continue;
    }
    const at = `Line ${line}, column`;
    const machine = onlyOne(machines(recipe.machine), recipe.machine, `${at} machine`, 'machine');
    if (typeof machine === 'string') {
      refuse(machine);
      continue;
    }
    const tool = onlyOne(
      tools(recipe.tool).filter((t) => t.machineId === null || t.machineId === machine.id),
      recipe.tool,
      `${at} tool`,
      'tool',
    );
    const material =
      materialsByName.get(recipe.material.toLowerCase()) ??
      onlyOne(shopMaterials(recipe.material), recipe.material, `${at} material`, 'material', () =>
        newMaterial(here, recipe),
      );
    if (typeof tool === 'string' || typeof material === 'string') {
      refuse([tool, material].find((found) => typeof found === 'string') as string);
      continue;
    }
    const isNewMaterial = !shop.materials.has(material.id);
    const wanted = {
      machineId: machine.id,
      toolId: tool.id,
      materialId: material.id,
      process: recipe.process,
      settings: recipe.settings,
    };
    const checkedShop: Shop = isNewMaterial
      ? { ...shop, materials: new Map([[material.id, material as never]]) }
      : shop;
    const wrong = recipeProblem(checkedShop, wanted);
    if (wrong) {
      refuse(`Line ${line}${columnOf(wrong.field)}: ${wrong.message}`);
      continue;
    }
    const place = placeOf(wanted);
    if (taken.has(place)) {
      refuse(`Line ${line}: the same machine, tool, material and process stand in an earlier line.`);
      continue;
    }
    taken.add(place);
    if (isNewMaterial && !materialsByName.has(recipe.material.toLowerCase())) {
      materialsByName.set(recipe.material.toLowerCase(), material as BookMaterial);
      plan.materials.push({
        where,
        name: recipe.material,
        kind: 'material',
        fate: 'new',
        says: [`${familyOf(recipe.family).label}, ${recipe.thicknessMm} mm; the rest is to be filled in`],
        value: material as BookMaterial,
        before: null,
      });
    }
    const before = places.get(place) ?? null;
    const revision = {
      settings: recipe.settings,
      typed: {},
      source: recipe.source,
      reason: recipe.reason,
      createdAt: NOW,
    };
    const value: BookRecipe = before
      ? { ...before, note: recipe.note || before.note, revisions: [...before.revisions, revision] }
      : {
          id: uuidv5(place, here.workshopId),
          ...wanted,
          note: recipe.note,
          nail: null,
          createdAt: NOW,
          isArchived: false,
          revisions: [revision],
          evidence: [],
          variants: [],
        };
    delete (value as { settings?: Settings }).settings;
    const says = before
      ? [
          ...differences(newest(before).settings, recipe.settings).map(sayDifference),
          ...(value.note === before.note ? [] : ['note']),
        ]
      : [];
    plan.recipes.push({
      where,
      name: `${processOf(recipe.process).label} on ${recipe.material}`,
      kind: 'recipe',
      fate: before ? (says.length ? 'changed' : 'same') : 'new',
      says,
      value,
      before,
    });
  }
  return plan;
}

function columnOf(field: string): string {
  const columns: Record<string, string> = { machineId: 'machine', toolId: 'tool', materialId: 'material' };
  return `, column ${columns[field] ?? field}`;
}

function onlyOne<T extends { name: string; isArchived: boolean }>(
  rows: T[],
  name: string,
  at: string,
  what: string,
  otherwise?: () => BookMaterial | string,
): T | BookMaterial | string;
function onlyOne<T extends { name: string; isArchived: boolean }>(
  rows: T[],
  name: string,
  at: string,
  what: string,
): T | string;
function onlyOne<T extends { name: string; isArchived: boolean }>(
  rows: T[],
  name: string,
  at: string,
  what: string,
  otherwise?: () => BookMaterial | string,
): T | BookMaterial | string {
  if (rows.length === 1) return rows[0];
  if (rows.length > 1)
    return `${at}: ${rows.length} of them are called “${name}”, so it is not clear which ${what} is meant.`;
  const made = otherwise?.() ?? `there is no ${what} called “${name}” in this workshop.`;
  return typeof made === 'string' ? `${at}: ${made}` : made;
}

/** A material that a table names and the workshop has not: made from what the table says. */
function newMaterial(here: Here, { material, family, thicknessMm }: BookCsvRecipe): BookMaterial | string {
  const known = FAMILY_NAMES.find((name) => name === family.toLowerCase());
  if (!known || thicknessMm === null)
    return `there is no material called “${material}” in this workshop. To make it, the row has to say its family (one of ${FAMILY_NAMES.join(', ')}) and its thickness in mm.`;
  const { isMirrored, process } = familyOf(known);
  return {
    id: uuidv5(`material ${material.toLowerCase()}`, here.workshopId),
    name: material,
    family: known as FamilyName,
    finish: '',
    colour: '#9a9a9a',
    thicknessMm,
    readingsMm: [],
    smallestDetailMm: 1,
    mirrored: isMirrored,
    facing: '',
    heatLimitC: null,
    supplierCard: null,
    priceCents: null,
    pricePer: 'm2',
    notes: '',
    details: {},
    defaultProcess: process,
    typed: {},
    photo: null,
    isArchived: false,
    pieces: [],
  };
}
