import type { JobDetail, PartAction } from '@keen-anvil/contract';
import { composeAffine } from '@keen-anvil/core/geometry';
import { planeOnSheet } from '@keen-anvil/core/layout';
import { bridgeInDrawing, putTogether, takenApart, type Piece } from '@keen-anvil/core/parts';
import type { Pool } from 'pg';
import { v5 as uuidv5 } from 'uuid';
import { refused } from '../problem';
import { insertStep, showStep } from '../queries/jobs';
import { deleteParts, insertParts, updateParts, type PartRow } from '../queries/parts';
import { editJob, type OpenJob } from './job-edit';
import { artworkPlane, contourOf, partShapes } from './part-shapes';
import { loadShop } from './shop';
import { startingPlace } from './step-choices';
import { settleSteps } from './steps';

const LABELS: Readonly<Record<PartAction['action'], string>> = {
  role: 'what is processed',
  step: 'moving parts to a step',
  'new-step': 'a new step',
  apart: 'taking apart',
  together: 'putting together',
  outline: 'an outline',
  bridges: 'bridges',
};

/** Does something to some parts of a job. @throws Problem where they are not of this job, or it cannot be done to them */
export async function actOnParts(pool: Pool, workshopId: string, jobId: string, act: PartAction): Promise<JobDetail> {
  return editJob(pool, workshopId, jobId, LABELS[act.action], async (open) => {
    const wanted = new Set(act.partIds);
    const chosen = open.parts.filter((part) => wanted.has(part.id));
    if (chosen.length !== wanted.size)
      throw refused(`${wanted.size} parts were chosen; ${chosen.length} of them are in this job.`, 'partIds');
    await ACTIONS[act.action](open, chosen, act);
    await settleSteps(open);
  });
}

type Action = (open: OpenJob, chosen: PartRow[], act: PartAction) => Promise<void>;

const ACTIONS: Readonly<Record<PartAction['action'], Action>> = {
  role: changeRole,
  step: moveTo,
  'new-step': newStep,
  apart: takeApart,
  together,
  outline: drawOutline,
  bridges: putBridges,
};

/** Parts that are processed again go back to the step they are in, to one of their colour, or to a new one. */
async function changeRole(open: OpenJob, chosen: PartRow[], { role }: PartAction): Promise<void> {
  const { db, workshopId, job, steps, parts, artworks } = open;
  if (role !== 'process')
    return updateParts(
      db,
      chosen.map((part) => ({ ...part, role: role! })),
    );
  const shapes = partShapes(artworks, parts, steps);
  const stepOf = new Map(steps.map((step) => [step.colour, step.id]));
  const start = await startingPlace(db, workshopId, await loadShop(db, workshopId));
  const moved: PartRow[] = [];
  for (const part of chosen) {
    const { colour } = shapes.get(part.id)!;
    if (part.role === 'out' && part.stepId) stepOf.set(colour, part.stepId);
    if (!stepOf.has(colour)) {
      const id = uuidv5(`again ${colour}`, part.id);
      if (!(await showStep(db, job.id, id)))
        await insertStep(db, workshopId, {
          ...start,
          id,
          jobId: job.id,
          position: steps.length + moved.length,
          colour,
          materialId: null,
          stockPieceId: null,
          mirrored: false,
          onCarrier: false,
          isSkipped: false,
          isProcessGuessed: false,
          nudge: null,
        });
      stepOf.set(colour, id);
    }
    moved.push({ ...part, role: 'process', stepId: stepOf.get(colour)! });
  }
  await updateParts(db, moved);
}

async function moveTo({ db, steps }: OpenJob, chosen: PartRow[], { stepId }: PartAction): Promise<void> {
  if (!steps.some((step) => step.id === stepId)) throw refused('That step is not in this job.', 'stepId');
  await updateParts(
    db,
    chosen.map((part) => ({ ...part, stepId: stepId!, role: 'process' })),
  );
}

/** Splits parts off into a step of their own, done as the step they come from. */
async function newStep(
  { db, workshopId, job, steps, parts, artworks }: OpenJob,
  chosen: PartRow[],
  { stepId }: PartAction,
): Promise<void> {
  const from = steps.find((step) => step.id === chosen[0].stepId);
  const { colour } = partShapes(artworks, parts, steps).get(chosen[0].id)!;
  const start = from ?? {
    ...(await startingPlace(db, workshopId, await loadShop(db, workshopId))),
    materialId: null,
    stockPieceId: null,
    mirrored: false,
    onCarrier: false,
  };
  // Right behind where it comes from, so that a hand-made order stays sensible.
  await insertStep(db, workshopId, {
    ...start,
    id: stepId!,
    jobId: job.id,
    position: steps.length,
    colour,
    isSkipped: false,
    isProcessGuessed: false,
    nudge: null,
  });
  await updateParts(
    db,
    chosen.map((part) => ({ ...part, stepId: stepId!, role: 'process' })),
  );
}

async function takeApart({ db, workshopId, job, artworks }: OpenJob, chosen: PartRow[]): Promise<void> {
  if (chosen.every((part) => part.pieces.length < 2))
    throw refused('These parts are single lines already: there is nothing to take apart.', 'partIds');
  const fresh: PartRow[] = [];
  for (const part of chosen.filter((p) => p.pieces.length > 1)) {
    const artwork = artworks.find((a) => a.id === part.artworkId)!;
    const [first, ...rest] = takenApart(part.pieces, (piece) => contourOf(artwork, piece)!);
    await updateParts(db, [{ ...part, pieces: first, bridges: [] }]);
    rest.forEach((pieces, i) =>
      fresh.push({
        ...part,
        id: uuidv5(`piece ${JSON.stringify(pieces)} ${i}`, part.id),
        name: `${part.name}, inside ${i + 1}`,
        pieces,
        bridges: [],
      }),
    );
  }
  await insertParts(db, workshopId, job.id, fresh);
}

async function together({ db, parts, artworks }: OpenJob, chosen: PartRow[]): Promise<void> {
  const [first] = chosen;
  if (chosen.length < 2) throw refused('Choose two parts or more to put together.', 'partIds');
  if (chosen.some((part) => part.artworkId !== first.artworkId))
    throw refused('Only parts of one drawing can be put together.', 'partIds');
  if (chosen.some((part) => part.offsetOf))
    throw refused('An outline that is made from another part stays for itself.', 'partIds');
  const artwork = artworks.find((a) => a.id === first.artworkId)!;
  const pieces: Piece[] = putTogether(
    chosen.map((part) => part.pieces),
    (piece) => contourOf(artwork, piece)!,
  );
  // The outermost gives its name and its place.
  const [[outerPart, outerContour]] = pieces;
  const host = chosen.find((part) => part.pieces.some(([p, c]) => p === outerPart && c === outerContour))!;
  const gone = new Set(chosen.filter((part) => part !== host).map((part) => part.id));
  if (parts.some((part) => part.offsetOf && gone.has(part.offsetOf)))
    throw refused('One of these parts has an outline that is made from it. Take the outline away first.', 'partIds');
  await updateParts(db, [{ ...host, pieces, bridges: chosen.flatMap((part) => part.bridges) }]);
  await deleteParts(db, [...gone]);
}

/** Bridges come as they lie on the sheet, and are kept as they lie in the drawing, so that they go with it. */
async function putBridges({ db, steps, artworks }: OpenJob, chosen: PartRow[], { bridges }: PartAction): Promise<void> {
  if (chosen.some((part) => part.offsetOf))
    throw refused('An outline that is made from another part has no bridges of its own.', 'partIds');
  await updateParts(
    db,
    chosen.map((part) => {
      const artwork = artworks.find((a) => a.id === part.artworkId)!;
      const mirrored = steps.find((step) => step.id === part.stepId)?.mirrored ?? false;
      const toSheet = composeAffine(artworkPlane(artwork, mirrored), planeOnSheet(part.place, mirrored));
      return { ...part, bridges: [...part.bridges, ...bridges!.map((bridge) => bridgeInDrawing(bridge, toSheet))] };
    }),
  );
}

/** An outline round each part at an exact distance; it is made anew whenever the part is scaled. */
async function drawOutline(
  { db, workshopId, job, steps, parts, artworks }: OpenJob,
  chosen: PartRow[],
  { distanceMm }: PartAction,
): Promise<void> {
  if (distanceMm === 0) throw refused('The distance of an outline must not be 0 mm.', 'distanceMm');
  const fresh = chosen.map((part): PartRow => ({
    ...part,
    id: uuidv5(`outline ${distanceMm} ${parts.length}`, part.id),
    name: `${part.name}, ${distanceMm! > 0 ? 'outline' : 'inner line'} at ${Math.abs(distanceMm!)} mm`,
    offsetOf: part.id,
    offsetMm: distanceMm!,
    bridges: [],
  }));
  const shapes = partShapes(artworks, [...parts, ...fresh], steps);
  const empty = fresh.find((part) => shapes.get(part.id)!.contours.length === 0);
  if (empty)
    throw refused(
      `“${parts.find((part) => part.id === empty.offsetOf)!.name}” has no outline at ${distanceMm} mm: it is an open line, or nothing is left of it.`,
      'distanceMm',
    );
  await insertParts(db, workshopId, job.id, fresh);
}
