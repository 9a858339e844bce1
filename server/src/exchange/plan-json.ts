import { machineProblem, toolProblem } from '@keen-anvil/core/machines';
import type { BookMachine, BookMaterial, BookRecipe, ImportRow, RowFate } from '@keen-anvil/contract';
import { processOf, quantityOf, settingProblems, type Settings } from '@keen-anvil/core/recipes';
import { materialProblem } from '@keen-anvil/core/materials';
import type { Shop } from '../services/shop';
import { bookMachine, bookTool } from './export-book';
import { newest, placeOf, type ImportPlan, type Planned } from './planned';
import type { ReadBook, ReadRecord } from './read-file';
import { changesBetween } from './record-changes';

/** Works out what a book's file would do, record by record; what one record stands on may be in the file or in the book. */
export function planJson(
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
