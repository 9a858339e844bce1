import { machineProblem, toolProblem } from '@keen-anvil/core/machines';
import type { BookMachine, BookMaterial, BookRecipe, BookTool, ImportRow, RowFate } from '@keen-anvil/contract';
import {
  differences,
  processOf,
  quantityOf,
  sayDifference,
  settingProblems,
  type Settings,
  recipeProblem,
} from '@keen-anvil/core/recipes';
import { familyOf, FAMILY_NAMES, type FamilyName, materialProblem } from '@keen-anvil/core/materials';
import type { BookCsvRecipe } from '@keen-anvil/core/exchange';
import { v5 as uuidv5 } from 'uuid';
import type { Db } from '../db/pool';
import type { Shop } from '../services/shop';
import { bookMachine, bookTool, exportBook } from './export-book';
import type { ReadBook, ReadRecord } from './read-file';

/** One record of a file with what is to be done with it. */
export interface Planned<T> extends ImportRow {
  value: T | null;
  /** The record as it stands in the book now. */
  before: T | null;
}

export interface ImportPlan {
  machines: Planned<BookMachine>[];
  tools: Planned<BookTool>[];
  materials: Planned<BookMaterial>[];
  recipes: Planned<BookRecipe>[];
}

/** Works out what a file would do to the book as it stands; writes nothing. */
export async function planImport(
  db: Db,
  workshopId: string,
  shop: Shop,
  book: Exclude<ReadBook, { kind: 'refused' }>,
): Promise<ImportPlan> {
  const known = await exportBook(db, workshopId);
  return book.kind === 'csv' ? planCsv(workshopId, shop, known.recipes, book.rows) : planJson(shop, known, book);
}

function planJson(
  shop: Shop,
  known: { materials: BookMaterial[]; recipes: BookRecipe[] },
  book: Extract<ReadBook, { kind: 'json' }>,
): ImportPlan {
  const byId = <T extends { id: string }>(rows: Iterable<T>) => new Map([...rows].map((row) => [row.id, row]));
  const machinesBefore = byId([...shop.machines.values()].map(bookMachine));
  const machines = planEach(
    'machine',
    book.machines,
    machinesBefore,
    (machine) => machineProblem(machine)?.message ?? null,
  );
  const machineNow = new Map<string, BookMachine>([...machinesBefore, ...accepted(machines)]);
  const kinds = new Map([...machineNow].map(([id, machine]) => [id, machine.kind]));
  const toolsBefore = byId([...shop.tools.values()].map(bookTool));
  const tools = planEach('tool', book.tools, toolsBefore, (tool, before) =>
    before && before.kind !== tool.kind
      ? `it is a ${before.kind} in this book, and recipes rest on that`
      : (toolProblem(tool, kinds)?.message ?? null),
  );
  const materialsBefore = byId(known.materials);
  const pieceOwner = new Map(
    known.materials.flatMap((material) => material.pieces.map((piece) => [piece.id, material.id] as const)),
  );
  const materials = planEach('material', book.materials, materialsBefore, (material) => {
    const stray = material.pieces.find((piece) => (pieceOwner.get(piece.id) ?? material.id) !== material.id);
    return stray
      ? `its piece ${stray.name} belongs to another material in this book`
      : (materialProblem(material)?.message ?? null);
  });
  const toolIds = new Set([...toolsBefore.keys(), ...accepted(tools).keys()]);
  const materialNow = new Map<string, BookMaterial>([...materialsBefore, ...accepted(materials)]);
  const pieces = new Set([...materialNow.values()].flatMap((material) => material.pieces.map((piece) => piece.id)));
  const places = new Map(
    known.recipes.filter((recipe) => !recipe.isArchived).map((recipe) => [placeOf(recipe), recipe.id]),
  );
  const recipes = planEach('recipe', book.recipes, byId(known.recipes), (recipe, before) => {
    if (!machineNow.has(recipe.machineId)) return 'its machine is neither in the file nor in this book';
    if (!toolIds.has(recipe.toolId)) return 'its tool is neither in the file nor in this book';
    if (!materialNow.has(recipe.materialId)) return 'its material is neither in the file nor in this book';
    if (before && placeOf(before) !== placeOf(recipe))
      return 'it stands for another machine, tool, material or process in this book';
    const wrong = recipe.revisions.flatMap((revision) => unknownQuantity(recipe, revision.settings))[0];
    if (wrong) return wrong;
    const stray = recipe.variants.find(
      (variant) =>
        (variant.toolId === null) === (variant.stockPieceId === null) ||
        (variant.toolId ? !toolIds.has(variant.toolId) : !pieces.has(variant.stockPieceId!)),
    );
    if (stray) return `its nudge “${stray.reason}” is for a tool or piece that is nowhere`;
    if (recipe.isArchived) return null;
    const there = places.get(placeOf(recipe));
    if (there && there !== recipe.id) return 'another recipe stands for the same machine, tool, material and process';
    places.set(placeOf(recipe), recipe.id);
    return null;
  });
  for (const row of recipes) {
    if (!row.value) continue;
    row.name = `${processOf(row.value.process).label} on ${materialNow.get(row.value.materialId)?.name ?? 'an unknown material'}`;
    if (row.fate === 'new' || row.fate === 'changed')
      row.says.push(...misfit(machineNow.get(row.value.machineId)!, row.value));
  }
  return { machines, tools, materials, recipes };
}

function planEach<T extends { id: string }>(
  kind: ImportRow['kind'],
  records: ReadRecord<T>[],
  before: Map<string, T>,
  problemOf: (value: T, before: T | null) => string | null,
): Planned<T>[] {
  const seen = new Set<string>();
  return records.map(({ where, name, value, problem }) => {
    const was = (value && before.get(value.id)) ?? null;
    const twice = value && seen.has(value.id) ? 'it stands twice in the file' : null;
    if (value) seen.add(value.id);
    const wrong = problem ?? twice ?? problemOf(value!, was);
    if (wrong)
      return {
        where,
        name,
        kind,
        fate: 'refused',
        says: [`${capital(where)}: ${wrong}${/[.!?)]$/.test(wrong) ? '' : '.'}`],
        value,
        before: was,
      };
    const changes = was ? changesBetween(was, value!) : [];
    const fate: RowFate = !was ? 'new' : changes.length ? 'changed' : 'same';
    return { where, name, kind, fate, says: changes, value, before: was };
  });
}

const accepted = <T extends { id: string }>(rows: Planned<T>[]): Map<string, T> =>
  new Map(rows.flatMap((row) => (row.value && row.fate !== 'refused' ? [[row.value.id, row.value] as const] : [])));
const placeOf = (recipe: Pick<BookRecipe, 'machineId' | 'toolId' | 'materialId' | 'process'>): string =>
  [recipe.materialId, recipe.process, recipe.machineId, recipe.toolId].join(' ');
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** A recipe that no longer fits its machine is history, and is kept; but that is said. */
function misfit(machine: BookMachine, recipe: BookRecipe): string[] {
  const [problem] = settingProblems(
    { ...machine, dials: machine.dials.map((dial) => ({ ...dial, physicalUnit: quantityOf(dial.name).physicalUnit })) },
    recipe.process,
    newest(recipe).settings,
  );
  return problem ? [`It does not fit the machine as it is: ${problem.message}`] : [];
}

function unknownQuantity({ process }: BookRecipe, settings: Settings): string[] {
  const { required, optional, label } = processOf(process);
  const known: readonly string[] = [...required, ...optional];
  return Object.keys(settings)
    .filter((name) => !known.includes(name))
    .map((name) => `${label} has no ${name}`);
}

export const newest = (recipe: BookRecipe): BookRecipe['revisions'][number] =>
  recipe.revisions[recipe.revisions.length - 1];

/** The same text for the same record, whatever the order of its keys. */
function canonical(value: unknown): string {
  return JSON.stringify(value, (_key, part: unknown) =>
    part && typeof part === 'object' && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
      : part,
  );
}

/** What a record of the file changes, in words. */
function changesBetween<T extends object>(before: T, after: T): string[] {
  if (canonical(before) === canonical(after)) return [];
  const changes: string[] = [];
  const names = Object.keys(after) as (keyof T & string)[];
  for (const name of names.filter((key) => canonical(before[key]) !== canonical(after[key]))) {
    const [was, is] = [before[name], after[name]];
    if (name === 'revisions') {
      const [from, to] = [before, after].map((recipe) => newest(recipe as unknown as BookRecipe).settings);
      changes.push(...differences(from, to).map(sayDifference));
    } else if (name === 'evidence' || name === 'variants') {
      const known = new Set((was as { id: string }[]).map((row) => row.id));
      const more = (is as { id: string }[]).filter((row) => !known.has(row.id)).length;
      if (more) changes.push(name === 'evidence' ? `${more} more outcomes` : `${more} more nudges`);
      else if (name === 'variants') changes.push('nudges that ended');
    } else
      changes.push(
        typeof is === 'object' || typeof was === 'object' ? name : `${name}: ${String(was)} → ${String(is)}`,
      );
  }
  return changes;
}

async function planCsv(
  workshopId: string,
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
        newMaterial(workshopId, recipe),
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
          id: uuidv5(place, workshopId),
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

/** Stands for the moment at which a table is written down: a table says nothing of when. */
export const NOW = 'now';

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
function newMaterial(workshopId: string, { material, family, thicknessMm }: BookCsvRecipe): BookMaterial | string {
  const known = FAMILY_NAMES.find((name) => name === family.toLowerCase());
  if (!known || thicknessMm === null)
    return `there is no material called “${material}” in this workshop. To make it, the row has to say its family (one of ${FAMILY_NAMES.join(', ')}) and its thickness in mm.`;
  const { isMirrored, process } = familyOf(known);
  return {
    id: uuidv5(`material ${material.toLowerCase()}`, workshopId),
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
