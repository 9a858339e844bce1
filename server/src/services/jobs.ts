import type { JobChange, JobDetail, NewJob, Nudge, StepChange, ToolView } from '@keen-anvil/contract';
import { contourBounds } from '@keen-anvil/core/geometry';
import { firstPlace } from '@keen-anvil/core/layout';
import { cuttableArea } from '@keen-anvil/core/machines';
import { orderSteps, processOf, type ProcessName } from '@keen-anvil/core/recipes';
import type { Pool } from 'pg';
import { v5 as uuidv5 } from 'uuid';
import { inTransaction, type Db } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { notFound, Problem, refused, stale } from '../problem';
import {
  findArtwork,
  findArtworkFile,
  insertArtwork,
  insertJob,
  insertParts,
  insertStep,
  listParts,
  listSteps,
  lockJob,
  lockStep,
  movePlacements,
  placeStep,
  touchJob,
  updateJob,
  updateStep,
  type StepRow,
} from '../queries/jobs';
import { listLastUsed } from '../queries/recipes';
import { listOpenRuns } from '../queries/runs';
import { jobDetail } from './job-views';
import { loadShop, type Shop } from './shop';

/** Writes a new, empty job. */
export async function createJob(pool: Pool, workshopId: string, job: NewJob): Promise<JobDetail> {
  return inTransaction(pool, async (db) => {
    if (!(await insertJob(db, workshopId, job))) throw new Problem(409, 'exists', 'There is a job with this id already.');
    return jobDetail(db, workshopId, job.id);
  });
}

/** Changes a job's name or the width of its drawing. */
export async function changeJob(pool: Pool, workshopId: string, id: string, change: JobChange): Promise<JobDetail> {
  return inTransaction(pool, async (db) => {
    const job = await lockJob(db, workshopId, id);
    if (!job) throw notFound('That job');
    if (job.version !== change.version) throw stale('This job', await jobDetail(db, workshopId, id));
    if (change.widthMm !== undefined) {
      if (!(await findArtwork(db, workshopId, id))) throw refused('Bring in a drawing before you set its width.', 'widthMm');
      await refuseWhileRunning(db, workshopId, id);
    }
    await updateJob(db, id, { name: change.name ?? job.name, widthMm: change.widthMm ?? job.widthMm });
    return jobDetail(db, workshopId, id);
  });
}

export interface IncomingFile {
  id: string;
  fileName: string;
  bytes: Buffer;
}

/** Brings a drawing into a job: the bytes are kept, the drawing is read, and each colour becomes a step. */
export async function bringIn(pool: Pool, heavy: HeavyPool, workshopId: string, jobId: string, file: IncomingFile): Promise<JobDetail> {
  if (!/\.(svg|dxf)$/i.test(file.fileName)) throw refused(`An SVG or DXF drawing was expected; “${file.fileName}” came.`, 'file');
  if (file.bytes.length === 0) throw refused(`“${file.fileName}” is empty.`, 'file');
  const answer = await heavy.readArtwork({ bytes: file.bytes, fileName: file.fileName });
  if (answer.refusal !== null) throw refused(answer.refusal, 'file');
  const { reading, drawn } = answer;
  if (!drawn || reading.parts.length === 0) {
    const why = reading.notices.map((notice) => notice.message).join('; ');
    throw refused(`“${file.fileName}” holds nothing that could be cut or drawn${why ? `: ${why}` : ''}.`, 'file');
  }
  return inTransaction(pool, async (db) => {
    if (!(await lockJob(db, workshopId, jobId))) throw notFound('That job');
    if (await findArtwork(db, workshopId, jobId)) throw new Problem(409, 'exists', 'This job has its drawing. Start a new job for another one.');
    const shop = await loadShop(db, workshopId);
    await insertArtwork(db, workshopId, {
      ...file,
      jobId,
      reading,
      drawnWidthMm: drawn.maxX - drawn.minX,
      drawnHeightMm: drawn.maxY - drawn.minY,
    });
    const start = await startingPlace(db, workshopId, shop);
    const colours = [...new Set(reading.parts.map((part) => part.colour))];
    const stepIds = new Map(colours.map((colour) => [colour, uuidv5(`step ${colour}`, file.id)]));
    for (const [position, colour] of colours.entries()) {
      const step = { id: stepIds.get(colour)!, jobId, position, colour, ...start, materialId: null, stockPieceId: null, mirrored: false, onCarrier: false, isSkipped: false };
      await insertStep(db, workshopId, step);
    }
    const parts = reading.parts.map((part, partIndex) => ({ id: uuidv5(`part ${partIndex}`, file.id), stepId: stepIds.get(part.colour)!, partIndex }));
    await insertParts(db, workshopId, file.id, parts);
    await touchJob(db, jobId);
    return jobDetail(db, workshopId, jobId);
  });
}

/** The original file of a drawing. */
export async function originalFile(db: Db, workshopId: string, id: string): Promise<{ fileName: string; bytes: Buffer }> {
  const file = await findArtworkFile(db, workshopId, id);
  if (!file) throw notFound('That drawing');
  return file;
}

/** Changes what is done in one step; what follows from it (process, piece, mirroring, order) follows by itself. */
export async function changeStep(pool: Pool, workshopId: string, id: string, change: StepChange): Promise<JobDetail> {
  return inTransaction(pool, async (db) => {
    const step = await lockStep(db, workshopId, id);
    if (!step) throw notFound('That step');
    if (step.version !== change.version) throw stale('This step', await jobDetail(db, workshopId, step.jobId));
    await refuseWhileRunning(db, workshopId, step.jobId);
    const shop = await loadShop(db, workshopId);
    const changed = applyChange(step, change, shop);
    await updateStep(db, changed);
    if (changed.materialId !== step.materialId || changed.stockPieceId !== step.stockPieceId || changed.machineId !== step.machineId || changed.onCarrier !== step.onCarrier) {
      await placeAfresh(db, workshopId, changed, shop);
    }
    await renumber(db, workshopId, step.jobId);
    await touchJob(db, step.jobId);
    return jobDetail(db, workshopId, step.jobId);
  });
}

/** Moves some parts of a step on its sheet. */
export async function nudge(pool: Pool, workshopId: string, stepId: string, by: Nudge): Promise<JobDetail> {
  return inTransaction(pool, async (db) => {
    const step = await lockStep(db, workshopId, stepId);
    if (!step) throw notFound('That step');
    await refuseWhileRunning(db, workshopId, step.jobId);
    const moved = await movePlacements(db, stepId, by.partIds, { x: by.dxMm, y: by.dyMm });
    if (moved !== by.partIds.length) throw refused(`${by.partIds.length} parts were to be nudged, ${moved} of them are in this step.`, 'partIds');
    await touchJob(db, step.jobId);
    return jobDetail(db, workshopId, step.jobId);
  });
}

function applyChange(step: StepRow, change: StepChange, shop: Shop): StepRow {
  const next: StepRow = { ...step, isSkipped: change.isSkipped ?? step.isSkipped, onCarrier: change.onCarrier ?? step.onCarrier };
  if (change.materialId !== undefined && change.materialId !== step.materialId) {
    const material = shop.materials.get(change.materialId);
    if (!material) throw refused('That material is not in this workshop.', 'materialId');
    next.materialId = material.id;
    next.stockPieceId = material.pieces.find((piece) => !piece.isArchived && piece.count > 0)?.id ?? null;
    next.process = material.defaultProcess;
    next.mirrored = material.mirrored;
  }
  if (change.stockPieceId !== undefined) {
    const material = next.materialId ? shop.materials.get(next.materialId) : undefined;
    if (!material?.pieces.some((piece) => piece.id === change.stockPieceId)) throw refused("That piece is not of this step's material.", 'stockPieceId');
    next.stockPieceId = change.stockPieceId;
  }
  if (change.process !== undefined) next.process = change.process;
  if (change.mirrored !== undefined) next.mirrored = change.mirrored;
  if (change.machineId !== undefined) {
    const machine = shop.machines.get(change.machineId);
    if (!machine) throw refused('That machine is not in this workshop.', 'machineId');
    const process = processOf(next.process);
    if (!process.machineKinds.includes(machine.kind)) throw refused(`${process.label} cannot be done on ${machine.name}.`, 'machineId');
    next.machineId = machine.id;
  } else {
    next.machineId = suitableMachine(next.process, next.machineId, shop);
  }
  if (change.toolId !== undefined) {
    const tool = shop.tools.get(change.toolId);
    if (!tool) throw refused('That tool is not in this workshop.', 'toolId');
    const process = processOf(next.process);
    if (!process.toolKinds.includes(tool.kind)) throw refused(`${tool.name} cannot do ${process.label.toLowerCase()}.`, 'toolId');
    if (tool.machineId && tool.machineId !== next.machineId) throw refused(`${tool.name} belongs to another machine.`, 'toolId');
    next.toolId = tool.id;
  } else {
    next.toolId = suitableTool(next.process, next.machineId, next.toolId, shop);
  }
  next.holder = holderFor(next.toolId, next.machineId, shop);
  return next;
}

/** The machine at hand if it can do the process, otherwise the first in the shop that can. */
function suitableMachine(process: ProcessName, present: string | null, shop: Shop): string {
  const { machineKinds, label } = processOf(process);
  const now = present ? shop.machines.get(present) : undefined;
  if (now && machineKinds.includes(now.kind)) return now.id;
  const fitting = [...shop.machines.values()].find((machine) => machineKinds.includes(machine.kind) && !machine.isArchived);
  if (!fitting) throw refused(`There is no machine in the shop for ${label.toLowerCase()}.`, 'process');
  return fitting.id;
}

/** The tool at hand if it can do the process on this machine, otherwise the first in the shop that can. */
function suitableTool(process: ProcessName, machineId: string, present: string | null, shop: Shop): string {
  const { toolKinds, label } = processOf(process);
  const canBe = (tool: ToolView) => toolKinds.includes(tool.kind) && (tool.machineId === null || tool.machineId === machineId);
  const now = present ? shop.tools.get(present) : undefined;
  if (now && canBe(now)) return now.id;
  const fitting = [...shop.tools.values()].filter((tool) => canBe(tool) && !tool.isArchived);
  fitting.sort((a, b) => toolKinds.indexOf(a.kind) - toolKinds.indexOf(b.kind));
  if (fitting.length === 0) throw refused(`There is no tool in the shop for ${label.toLowerCase()}.`, 'process');
  return fitting[0].id;
}

/** Pens and wheels sit in the first holder, blades in the last. */
function holderFor(toolId: string, machineId: string, shop: Shop): number {
  const kind = shop.tools.get(toolId)?.kind;
  return kind === 'pen' || kind === 'scoring-wheel' ? 1 : (shop.machines.get(machineId)?.holders ?? 1);
}

/** Where a new step starts: the machine and tool of the recipe used last, or the first that can. */
async function startingPlace(db: Db, workshopId: string, shop: Shop): Promise<{ process: ProcessName; machineId: string; toolId: string; holder: number }> {
  const process: ProcessName = 'kiss-cut';
  const used = await listLastUsed(db, workshopId, 1, process);
  const machineId = used[0]?.machine.id ?? suitableMachine(process, null, shop);
  const toolId = suitableTool(process, machineId, used[0]?.tool.id ?? null, shop);
  return { process, machineId, toolId, holder: holderFor(toolId, machineId, shop) };
}

async function placeAfresh(db: Db, workshopId: string, step: StepRow, shop: Shop): Promise<void> {
  const piece = step.materialId ? shop.materials.get(step.materialId)?.pieces.find((p) => p.id === step.stockPieceId) : undefined;
  const machine = shop.machines.get(step.machineId);
  const artwork = await findArtwork(db, workshopId, step.jobId);
  const job = await lockJob(db, workshopId, step.jobId);
  if (!piece || !machine || !artwork || !job) return;
  const own = (await listParts(db, workshopId, step.jobId)).filter((part) => part.stepId === step.id);
  const box = contourBounds(own.flatMap((part) => artwork.reading.parts[part.partIndex].contours));
  if (!box) return;
  const scale = (job.widthMm ?? artwork.drawnWidthMm) / artwork.drawnWidthMm;
  const area = cuttableArea(machine, piece, step.onCarrier) ?? { minX: 0, minY: 0, maxX: piece.widthMm, maxY: piece.lengthMm };
  await placeStep(db, step.id, firstPlace(area, { widthMm: (box.maxX - box.minX) * scale, heightMm: (box.maxY - box.minY) * scale }));
}

/** Puts the steps of a job into the order in which they have to run. */
async function renumber(db: Db, workshopId: string, jobId: string): Promise<void> {
  const ordered = orderSteps(await listSteps(db, workshopId, jobId));
  for (const [position, step] of ordered.entries()) {
    if (step.position !== position) await updateStep(db, { ...step, position });
  }
}

/** What a machine is cutting now must not change under it. */
async function refuseWhileRunning(db: Db, workshopId: string, jobId: string): Promise<void> {
  const open = (await listOpenRuns(db, workshopId)).filter((run) => run.jobId === jobId && run.state !== 'finished');
  if (open.length > 0) throw new Problem(409, 'running', 'This job is on the machine. Cancel the run before you change it.');
}
