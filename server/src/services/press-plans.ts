import type { Here } from '../here';
import type { JobDetail, PressLayerView, PressPlanView, StepView, UnknownLayer } from '@keen-anvil/contract';
import { boundsOf, knownBounds } from '@keen-anvil/core/geometry';
import { dialOf, machineKindOf, type Machine } from '@keen-anvil/core/machines';
import { familyOf, type FamilyName } from '@keen-anvil/core/materials';
import type { Prepared } from '@keen-anvil/core/preparation';
import {
  atPlate,
  isInReason,
  liesOverOf,
  PEELS,
  planPhases,
  planPress,
  planSeconds,
  platePlaces,
  pressScale,
  windowOf,
  type FoundPlan,
  type Ground,
  type Handling,
  type HeatLayer,
} from '@keen-anvil/core/press';
import { givesPrint, heatRate, processOf, TEMPERS, type Settings } from '@keen-anvil/core/recipes';
import type { Pool } from 'pg';
import type { HeavyPool } from '../heavy/pool';
import { Problem, refused } from '../problem';
import { listEvidence, type EvidenceRow } from '../queries/evidence';
import { findDocument } from '../queries/documents';
import { jobDetail } from './job-views';
import { loadShop, materialsOf, type Shop } from './shop';
import { matchRecipes } from './step-match';

/** What is pressed onto: a cloth or a blank. */
type PressGround = Ground & { family: FamilyName; isOpenWeave: boolean };

/** Something to press, with what it is pressed by. */
interface Pressed {
  step: StepView;
  settings: Settings;
  layer: HeatLayer;
  evidence: number;
  /** Of the film, or of the ink that comes off its paper. */
  colour: string;
}

/** How all that is pressed in a job is pressed, by the numbers and the evidence of the book. @throws Problem where there is nothing to press, or no numbers for it */
export async function pressPlanOf(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  jobId: string,
  isWarm: boolean,
): Promise<{ view: PressPlanView; jobName: string; machine: Machine; prepared: Prepared[] }> {
  const job = await jobDetail(here, pool, heavy, jobId);
  const shop = await loadShop(here, pool, materialsOf(job.steps));
  const steps = asDrawn(
    await pressSteps(here, pool, job, shop),
    (await findDocument(pool, here.workshopId, jobId))?.document.parts ?? [],
  );
  const machine = shop.machines.get(steps[0].machineId)!;
  const recipeIds = steps.flatMap(({ match }) => match.recipe?.id ?? []);
  const evidence = await listEvidence(pool, here.workshopId, recipeIds);
  const pressed = steps.map((step) => pressedIn(step, machine, shop, evidence));
  const ground = groundOf(steps, shop);
  const design = designOf(steps);
  const { places, overlaps } = platePlaces(design, { widthMm: machine.workWidthMm, lengthMm: machine.workLengthMm });
  const { plan, none } = planPress({
    layers: pressed.map(({ layer }) => layer),
    ground: ground ?? { id: 'ground', name: 'what it goes on', heatLimitC: null },
    press: pressScale(machine),
    overlaps,
    liesOver: liesOverOf(
      pressed.map(({ step, layer }) => ({
        id: layer.id,
        side: layer.side,
        parts: step.parts,
        // All colours of a print are on one sheet.
        carrier: givesPrint(step.process) ? `paper ${step.materialId} ${layer.side}` : undefined,
      })),
    ),
  });
  const isOpenWeave = ground?.isOpenWeave ?? false;
  const phases = plan
    ? planPhases(plan, {
        kind: machine.kind,
        handling: pressed.map(handlingOf),
        places: places.length,
        isOpenWeave,
        isWarm,
      })
    : [];
  return {
    jobName: job.name,
    machine,
    prepared: pressed.map(({ step, settings }) => ({
      process: processOf(step.process),
      settings,
      machine,
      kind: machineKindOf(machine.kind),
      tool: shop.tools.get(step.toolId)!,
      holder: step.holder,
      material: shop.materials.get(step.materialId!)!,
      onCarrier: false,
      isFromBack: false,
      ground,
    })),
    view: {
      machineId: machine.id,
      machineName: machine.name,
      unit: dialOf(machine, 'temperature')?.unit ?? '°C',
      ground: ground ? { id: ground.id, name: ground.name } : null,
      isOpenWeave,
      layers: pressed.map((one) => layerView(one, plan)),
      plan,
      none,
      design,
      places,
      overlaps,
      phases,
      seconds: planSeconds(phases),
    },
  };
}

/** What is pressed in the order in which it is drawn: what is drawn later lies higher. */
function asDrawn(steps: readonly StepView[], drawn: readonly { id: string }[]): StepView[] {
  const turns = new Map(drawn.map(({ id }, i) => [id, i]));
  const first = ({ parts }: StepView) => Math.min(...parts.map(({ id }) => turns.get(id) ?? Infinity));
  return [...steps].sort((a, b) => first(a) - first(b));
}

/** What of a job is pressed: steps at a press, and films that are cut in it, on the press that the book knows best for them. @throws Problem where there is nothing */
async function pressSteps(here: Here, pool: Pool, { steps }: JobDetail, shop: Shop): Promise<StepView[]> {
  const done = steps.filter((step) => !step.isSkipped && step.parts.length > 0);
  const pressed = done.filter((step) => processOf(step.process).path === 'none');
  const films = done.filter(
    ({ process, materialId }) =>
      processOf(process).path !== 'none' &&
      materialId !== null &&
      familyOf(shop.materials.get(materialId)!.family).goesOnByHeat === true &&
      !pressed.some((other) => other.materialId === materialId),
  );
  if (pressed.length + films.length === 0)
    throw refused('Nothing in this job is pressed: a film, or a step with a heat press was expected.', 'steps');
  const [first] = pressed;
  const other = pressed.find(({ machineId }) => machineId !== first.machineId);
  if (other)
    throw refused(
      `One press was expected for all that goes onto one blank; steps ${first.position + 1} and ${other.position + 1} are on two.`,
      'machineId',
    );
  return [...pressed, ...(await atThePress(here, pool, films, first?.machineId ?? null, shop))].sort(
    (a, b) => a.position - b.position,
  );
}

/** Films as they stand at a press, each with what the book says for it there. @param machineId null for the press that is known best */
async function atThePress(
  here: Here,
  pool: Pool,
  films: readonly StepView[],
  machineId: string | null,
  shop: Shop,
): Promise<StepView[]> {
  if (films.length === 0) return [];
  const presses = [...shop.machines.values()].filter(
    (machine) => !machine.isArchived && machineKindOf(machine.kind).does === 'heat',
  );
  const asked = machineId ? presses.filter(({ id }) => id === machineId) : presses;
  let best: { steps: StepView[]; proven: number } | null = null;
  for (const press of asked) {
    const plate = [...shop.tools.values()].find((tool) => tool.machineId === press.id);
    if (!plate) continue;
    const at = films.map((step) => ({
      ...step,
      process: 'heat-press' as const,
      machineId: press.id,
      toolId: plate.id,
      nudge: null,
    }));
    const matches = await matchRecipes(here, pool, at, shop);
    const steps = at.map((step) => ({ ...step, match: matches.get(step.id)! }));
    const proven = steps.reduce(
      (sum, { match }) => sum + (match.recipe ? 1 + TEMPERS.indexOf(match.recipe.temper.temper) : 0),
      0,
    );
    if (!best || proven > best.proven) best = { steps, proven };
  }
  if (!best)
    throw new Problem(422, 'no-press', 'There is no heat press in the shop to press these films with. Add one first.', {
      field: 'machineId',
    });
  return best.steps;
}

function pressedIn(step: StepView, machine: Machine, shop: Shop, evidence: readonly EvidenceRow[]): Pressed {
  const { recipe, settings, suggestion } = step.match;
  const material = step.materialId ? shop.materials.get(step.materialId) : undefined;
  if (!material) throw refused(`Step ${step.position + 1}: choose its material first.`, 'materialId');
  const numbers = settings ?? suggestion?.settings;
  if (!numbers) {
    const unknown: UnknownLayer = {
      materialId: material.id,
      materialName: material.name,
      machineId: machine.id,
      toolId: step.toolId,
      process: step.process,
      match: { suggestion: null, refusal: step.match.refusal },
    };
    throw new Problem(
      422,
      'no-press-numbers',
      `Step ${step.position + 1}: there are no numbers yet for ${material.name} on ${machine.name}, and nothing to lean on. Write a recipe first.`,
      { field: 'recipe', current: unknown },
    );
  }
  // What was pressed on top of an earlier pressing tells of both together.
  const own = evidence.filter(({ recipeId, onTopOf = [] }) => recipeId === recipe?.id && onTopOf.length === 0);
  return {
    step,
    settings: numbers,
    evidence: own.length,
    colour: givesPrint(step.process) ? step.colour : material.colour,
    layer: {
      id: step.id,
      name: material.name,
      ...atPlate(machine, numbers),
      evidence: own.map(({ outcome, settings: was }) => ({ outcome, ...atPlate(machine, was) })),
      temper: recipe?.temper.temper ?? 'bare',
      heatLimitC: material.heatLimitC,
      side: step.turned ? 'back' : 'front',
      needsOwnHeat: givesPrint(step.process),
    },
  };
}

/** What the layers go onto; null where nobody has said. @throws Problem where it is not the same for all */
function groundOf(steps: readonly StepView[], shop: Shop): PressGround | null {
  const ids = [...new Set(steps.flatMap(({ onMaterialId }) => onMaterialId ?? []))];
  if (ids.length > 1)
    throw refused('All that is pressed in one go goes onto one cloth or blank; two were said.', 'onMaterialId');
  const material = ids[0] ? shop.materials.get(ids[0]) : undefined;
  return material
    ? {
        id: material.id,
        name: material.name,
        heatLimitC: material.heatLimitC,
        thicknessMm: material.thicknessMm,
        family: material.family,
        isOpenWeave: /open|loose/i.test(String(material.details.weave ?? '')),
      }
    : null;
}

/** What all of it takes up where it is drawn, mm. */
function designOf(steps: readonly StepView[]): { widthMm: number; heightMm: number } {
  const boxes = steps.flatMap(({ parts }) => parts.flatMap(({ contours }) => knownBounds(contours) ?? []));
  const box = boundsOf(
    boxes.flatMap(({ minX, minY, maxX, maxY }) => [
      { x: minX, y: minY },
      { x: maxX, y: maxY },
    ]),
  );
  if (!box) throw refused('What is pressed has no size: a drawing was expected in it.', 'parts');
  return { widthMm: Math.max(0.1, box.maxX - box.minX), heightMm: Math.max(0.1, box.maxY - box.minY) };
}

const handlingOf = ({ step, settings, layer }: Pressed): Handling => ({
  layerId: layer.id,
  side: layer.side,
  preheatSeconds: settings.preheat ?? 0,
  secondSeconds: settings.second ?? 0,
  // Paper lifts off while it is hot, before the ink sets where it must not.
  peel: givesPrint(step.process) ? 'hot' : (PEELS[settings.peel ?? 2] ?? 'cold'),
  cover: settings.cover ?? null,
  isPressedOnce: processOf(step.process).isPressedOnce === true,
});

const layerView = ({ step, layer, evidence, colour }: Pressed, plan: FoundPlan | null): PressLayerView => {
  const atC = plan?.pressings.find(({ layers }) => layers.includes(layer.id))?.celsius ?? layer.temperatureC;
  return {
    id: layer.id,
    stepNumber: step.position + 1,
    name: layer.name,
    colour,
    process: step.process,
    side: layer.side ?? 'front',
    recipeId: step.match.recipe?.id ?? null,
    temper: layer.temper,
    evidence,
    dwellSeconds: layer.dwellSeconds,
    temperatureC: layer.temperatureC,
    leftOut: layer.evidence.filter((one) => !isInReason(layer, one)).length,
    window: windowOf(layer),
    atC,
    rate: heatRate(atC),
  };
};
