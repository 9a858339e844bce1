import type { JobDetail, Nudge, StepChange, StepMerge, StepsChange } from '@keen-anvil/contract';
import { createHash } from 'node:crypto';
import { contourBounds, joinBounds, type Bounds } from '@keen-anvil/core/geometry';
import { cuttableArea } from '@keen-anvil/core/machines';
import { firstPlace, movedAlong, shareSheet, type PartOnPiece } from '@keen-anvil/core/layout';
import { orderSteps, TEMPERS } from '@keen-anvil/core/recipes';
import type { Pool } from 'pg';
import { v5 as uuidv5 } from 'uuid';
import { notFound, refused, stale } from '../problem';
import { findJobOfStep, insertStep, listSteps, removeStep, updateJob, updateStep, type StepRow } from '../queries/jobs';
import { listParts, movePlacements, updateParts, type PartRow } from '../queries/parts';
import { listRecipes } from '../queries/recipes';
import { editJob, type OpenJob } from './job-edit';
import { jobDetail } from './job-views';
import { pieceOf } from './machine-files';
import { partShapes, stepBox } from './part-shapes';
import { recipeSummary } from './recipe-views';
import { loadShop, materialsOf, type Shop } from './shop';
import { applyChange, checkNudge, startingPlace } from './step-choices';
import { matchRecipes } from './step-match';

/** Changes what is done in one step; what follows from it (process, piece, mirroring, order) follows by itself. */
export async function changeStep(pool: Pool, workshopId: string, id: string, change: StepChange): Promise<JobDetail> {
  return editStep(pool, workshopId, id, labelOf(change), async (open, step) => {
    if (step.version !== change.version) throw stale('This step', await jobDetail(open.db, workshopId, open.job.id));
    const shop = await loadShop(open.db, workshopId, [change.materialId ?? null, ...materialsOf(open.steps)]);
    const changed = withFoilOnSheet(
      await withProvenPlace(open, applyChange(step, change, shop), change, shop),
      open.steps,
      shop,
    );
    if (change.nudge)
      checkNudge(
        changed,
        (await matchRecipes(open.db, workshopId, [{ ...changed, nudge: null }], shop)).get(id)!.settings,
        shop,
      );
    await updateStep(open.db, changed);
    for (const other of open.steps.filter((s) => s.id !== id)) {
      const moved = withFoilOnSheet(other, [changed, ...open.steps.filter((s) => s.id !== id)], shop);
      if (moved.stockPieceId !== other.stockPieceId) await updateStep(open.db, moved);
    }
    if (
      changed.materialId !== step.materialId ||
      changed.stockPieceId !== step.stockPieceId ||
      changed.machineId !== step.machineId ||
      changed.onCarrier !== step.onCarrier
    )
      await placeAfresh(open, changed, shop);
    else if (changed.mirrored !== step.mirrored) await turnOver(open, changed);
    await renumber(open);
  });
}

function labelOf(change: StepChange): string {
  if (change.nudge !== undefined) return 'nudging a step';
  if (change.isSkipped !== undefined) return change.isSkipped ? 'leaving a step out' : 'taking a step in again';
  return change.materialId ? 'choosing a material' : 'changing a step';
}

/** Moves some parts of a step on its sheet, with what lies on the same sheet in other steps unless it is to be alone. */
export async function nudge(pool: Pool, workshopId: string, stepId: string, by: Nudge): Promise<JobDetail> {
  const group = `nudge ${stepId} ${createHash('sha256')
    .update([...by.partIds].sort().join())
    .digest('hex')} ${by.alone ?? false}`;
  return editStep(
    pool,
    workshopId,
    stepId,
    'moving parts',
    async ({ db, steps, parts, artworks }) => {
      const own = new Set(parts.filter((part) => part.stepId === stepId).map((part) => part.id));
      const known = by.partIds.filter((id) => own.has(id));
      if (known.length !== by.partIds.length)
        throw refused(
          `${by.partIds.length} parts were to be nudged, ${known.length} of them are in this step.`,
          'partIds',
        );
      const isAlone =
        by.alone ||
        !steps.some(
          (step) =>
            step.id !== stepId &&
            shareSheet(
              step,
              steps.find(({ id }) => id === stepId)!,
            ),
        );
      await movePlacements(db, isAlone ? known : movedAlong(stepId, known, steps, laidParts(artworks, parts, steps)), {
        x: by.dxMm,
        y: by.dyMm,
      });
    },
    group,
  );
}

/** The parts that are processed, with what they take up. */
function laidParts(artworks: OpenJob['artworks'], parts: readonly PartRow[], steps: readonly StepRow[]): PartOnPiece[] {
  const shapes = partShapes(artworks, parts, steps);
  return parts.flatMap(({ id, stepId, role, place }) => {
    const bounds = role === 'process' ? contourBounds(shapes.get(id)!.contours, 0.1) : null;
    return bounds ? [{ id, stepId, bounds, place }] : [];
  });
}

/** Puts the parts of one step into another, which stays as it is; the first is gone. */
export async function mergeSteps(
  pool: Pool,
  workshopId: string,
  id: string,
  { intoId }: StepMerge,
): Promise<JobDetail> {
  return editStep(pool, workshopId, id, 'merging steps', async (open, step) => {
    const into = open.steps.find((s) => s.id === intoId);
    if (!into || into.id === step.id) throw refused('The step to merge into is not another one of this job.', 'intoId');
    await updateParts(
      open.db,
      open.parts.filter((part) => part.stepId === id).map((part) => ({ ...part, stepId: intoId })),
    );
    await removeStep(open.db, id);
    await placeAfresh(open, into, await loadShop(open.db, workshopId, [into.materialId]));
    await renumber(open);
  });
}

/** Makes the steps of a job anew by colour or layer, or puts them in an order by hand (empty: by the rules). */
export async function changeSteps(
  pool: Pool,
  workshopId: string,
  jobId: string,
  change: StepsChange,
): Promise<JobDetail> {
  return editJob(
    pool,
    workshopId,
    jobId,
    change.by ? `making steps by ${change.by}` : 'putting steps in order',
    async (open) => {
      if (change.by) await regroup(open, change.by);
      if (change.order) await reorder(open, change.order);
    },
  );
}

async function reorder(open: OpenJob, order: string[]): Promise<void> {
  const byHand = order.length > 0;
  if (
    byHand &&
    (order.length !== open.steps.length ||
      new Set(order).size !== order.length ||
      open.steps.some((step) => !order.includes(step.id)))
  )
    throw refused('Every step of the job was expected once in the order.', 'order');
  await updateJob(open.db, open.job.id, { name: open.job.name, isOrderByHand: byHand });
  open.job.isOrderByHand = byHand;
  for (const step of open.steps)
    if (byHand && order.indexOf(step.id) !== step.position)
      await updateStep(open.db, { ...step, position: order.indexOf(step.id) });
  if (!byHand) await renumber(open);
}

/** A step for each colour or layer of what is processed; steps whose parts agree on one stay as they are. */
async function regroup(open: OpenJob, by: 'colour' | 'layer'): Promise<void> {
  const { db, workshopId, job, steps, parts, artworks } = open;
  const shapes = partShapes(artworks, parts, steps);
  const keyOf = (id: string) => (by === 'colour' ? shapes.get(id)!.colour : (shapes.get(id)!.layer ?? 'no layer'));
  const start = await startingPlace(db, workshopId, await loadShop(db, workshopId));
  const taken = new Map<string, string>();
  for (const step of steps) {
    const keys = [
      ...new Set(
        parts.filter((part) => part.stepId === step.id && part.role === 'process').map((part) => keyOf(part.id)),
      ),
    ];
    const free = keys.find((key) => !taken.has(key));
    if (free !== undefined) taken.set(free, step.id);
    else await removeStep(db, step.id);
  }
  const moved = [];
  let position = steps.length;
  for (const part of parts.filter((p) => p.role === 'process')) {
    const key = keyOf(part.id);
    if (!taken.has(key)) {
      const id = uuidv5(`${by} ${key} ${position}`, job.id);
      const { colour } = shapes.get(part.id)!;
      await insertStep(db, workshopId, {
        id,
        jobId: job.id,
        position: position++,
        colour,
        ...start,
        materialId: null,
        stockPieceId: null,
        mirrored: false,
        onCarrier: false,
        isSkipped: false,
        isProcessGuessed: false,
        nudge: null,
      });
      taken.set(key, id);
    }
    if (part.stepId !== taken.get(key)) moved.push({ ...part, stepId: taken.get(key)! });
  }
  await updateParts(db, moved);
  await settleSteps(open);
}

/** After parts moved between steps: steps without any are gone, a step has the colour of its first part, and all lie afresh where they changed. */
export async function settleSteps(open: OpenJob): Promise<void> {
  const { db, workshopId, job, artworks } = open;
  const before = new Map(open.parts.map((part) => [part.id, part.stepId]));
  const parts = await listParts(db, workshopId, job.id);
  const steps = await listSteps(db, workshopId, job.id);
  const shop = await loadShop(db, workshopId, materialsOf(steps));
  const shapes = partShapes(artworks, parts, steps);
  for (const step of steps) {
    const own = parts.filter((part) => part.stepId === step.id);
    const processed = own.filter((part) => part.role === 'process');
    if (processed.length === 0) {
      await removeStep(db, step.id);
      await updateParts(
        db,
        own.map((part) => withoutStep(part, parts, step.id)),
      );
      continue;
    }
    const colours = new Set(processed.map((part) => shapes.get(part.id)!.colour));
    if (processed.length > 0 && !colours.has(step.colour)) await updateStep(db, { ...step, colour: [...colours][0] });
    const wasHere = new Set(open.parts.filter((part) => part.stepId === step.id).map((part) => part.id));
    // Parts that came from elsewhere lie where the step's others do.
    const [resident] = processed.filter((part) => wasHere.has(part.id));
    const incomers = own.filter((part) => before.get(part.id) !== step.id);
    if (incomers.length > 0 && resident)
      await updateParts(
        db,
        incomers.map((part) => ({ ...part, place: resident.place })),
      );
    else if (incomers.length > 0) await placeAfresh({ ...open, parts }, step, shop);
  }
  await renumber(open);
}

/** A step whose material or process was chosen goes to the machine and tool that have the best proven recipe for it, if those at hand have none. */
async function withProvenPlace(
  { db, workshopId }: OpenJob,
  step: StepRow,
  change: StepChange,
  shop: Shop,
): Promise<StepRow> {
  const isAsked = change.materialId !== undefined || change.process !== undefined;
  if (!isAsked || change.machineId || change.toolId || !step.materialId) return step;
  const known = (await listRecipes(db, workshopId, { materialIds: [step.materialId] })).filter(
    (row) =>
      row.process === step.process &&
      !shop.machines.get(row.machine.id)?.isArchived &&
      !shop.tools.get(row.tool.id)?.isArchived,
  );
  if (known.length === 0 || known.some((row) => row.machine.id === step.machineId && row.tool.id === step.toolId))
    return step;
  const grade = (row: (typeof known)[number]) =>
    TEMPERS.indexOf(recipeSummary(row).temper.temper) + (row.machine.id === step.machineId ? 0.5 : 0);
  const best = known.reduce((a, b) => (grade(b) > grade(a) ? b : a));
  return applyChange(step, { version: step.version, machineId: best.machine.id, toolId: best.tool.id }, shop);
}

/** Foil is laid over a sheet of another material on the same machine: its step lies on that sheet. */
function withFoilOnSheet(step: StepRow, steps: readonly StepRow[], shop: Shop): StepRow {
  const isFoil = (s: StepRow) => s.materialId !== null && shop.materials.get(s.materialId)?.family === 'foil';
  if (!isFoil(step)) return step;
  const under = steps.find(
    (s) => s.id !== step.id && s.machineId === step.machineId && s.stockPieceId && s.materialId && !isFoil(s),
  );
  return under ? { ...step, stockPieceId: under.stockPieceId, onCarrier: under.onCarrier } : step;
}

/** A guide of a step that is gone shows on the sheet of another step of its drawing; what is left out lies nowhere. */
function withoutStep(part: PartRow, parts: readonly PartRow[], goneId: string): PartRow {
  const host =
    part.role === 'guide'
      ? parts.find(
          (other) =>
            other.artworkId === part.artworkId &&
            other.role === 'process' &&
            other.stepId !== null &&
            other.stepId !== goneId,
        )
      : undefined;
  return { ...part, stepId: host?.stepId ?? null, place: host?.place ?? part.place };
}

/** Lays a step in the first place of its sheet, together with all steps that are done on the same sheet. */
export async function placeAfresh(
  { db, workshopId, job, artworks }: OpenJob,
  step: StepRow,
  shop: Shop,
): Promise<void> {
  const piece = pieceOf(step, shop);
  const machine = shop.machines.get(step.machineId);
  if (!piece || !machine) return;
  const parts = await listParts(db, workshopId, job.id);
  const steps = await listSteps(db, workshopId, job.id);
  const shapes = partShapes(artworks, parts, steps);
  const together = steps.filter((s) => s.id === step.id || (shareSheet(s, step) && s.mirrored === step.mirrored));
  const ids = new Set(together.map((s) => s.id));
  // A guide shows where the blank lies: it comes to lie on the sheet with the rest.
  const boxes = together.flatMap((s) => stepBox(shapes, parts, s.id, true) ?? []);
  if (boxes.length === 0) return;
  const box = boxes.reduce(joinBounds);
  // What all of their machines reach.
  const areas = together.flatMap((s) => {
    const on = shop.machines.get(s.machineId);
    return (on && cuttableArea(on, piece, s.onCarrier)) ?? [];
  });
  const whole = { minX: 0, minY: 0, maxX: piece.widthMm, maxY: piece.lengthMm };
  const area = commonArea(areas) ?? cuttableArea(machine, piece, step.onCarrier) ?? whole;
  const place = firstPlace(area, box, step.mirrored);
  await updateParts(
    db,
    parts.filter((part) => part.stepId !== null && ids.has(part.stepId)).map((part) => ({ ...part, place })),
  );
}

/** The area that lies in all of them; null where there is none. */
function commonArea(areas: readonly Bounds[]): Bounds | null {
  if (areas.length === 0) return null;
  const common = areas.reduce((a, b) => ({
    minX: Math.max(a.minX, b.minX),
    minY: Math.max(a.minY, b.minY),
    maxX: Math.min(a.maxX, b.maxX),
    maxY: Math.min(a.maxY, b.maxY),
  }));
  return common.minX < common.maxX && common.minY < common.maxY ? common : null;
}

/** Turns a step over where it lies: its box stays, what was left in it is right. */
async function turnOver({ db, parts, artworks, steps }: OpenJob, step: StepRow): Promise<void> {
  const own = parts.filter((part) => part.stepId === step.id);
  const box = stepBox(partShapes(artworks, parts, steps), parts, step.id);
  if (!box) return;
  const shift = (box.minX + box.maxX) * (step.mirrored ? 1 : -1);
  await updateParts(
    db,
    own.map((part) => ({ ...part, place: { x: part.place.x + shift, y: part.place.y } })),
  );
}

/** Puts the steps of a job into the order in which they have to run, unless that is made by hand; then only gaps are closed. */
export async function renumber({ db, workshopId, job }: OpenJob): Promise<void> {
  const steps = await listSteps(db, workshopId, job.id);
  const ordered = job.isOrderByHand ? [...steps].sort((a, b) => a.position - b.position) : orderSteps(steps);
  for (const [position, step] of ordered.entries())
    if (step.position !== position) await updateStep(db, { ...step, position });
}

async function editStep(
  pool: Pool,
  workshopId: string,
  id: string,
  label: string,
  edit: (open: OpenJob, step: StepRow) => Promise<void>,
  groupKey: string | null = null,
): Promise<JobDetail> {
  const jobId = await findJobOfStep(pool, workshopId, id);
  if (!jobId) throw notFound('That step');
  return editJob(
    pool,
    workshopId,
    jobId,
    label,
    async (open) => {
      const step = open.steps.find((s) => s.id === id);
      if (!step) throw notFound('That step');
      await edit(open, step);
    },
    groupKey,
  );
}
