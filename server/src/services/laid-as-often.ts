import type { JobAnswer, JobDetail } from '@keen-anvil/contract';
import { jobView } from '@keen-anvil/core/steps';
import {
  closePiece,
  isAidIn,
  layAction,
  nestGroup,
  piecesAround,
  piecesOf,
  usesHoles,
  usualFor,
  type NestGroup,
} from '@keen-anvil/core/steps';
import type { JobDocument } from '@keen-anvil/core/jobs';
import { MOST_COPIES, type CloseLaying, type CloseWish } from '@keen-anvil/core/layout';
import { processOf } from '@keen-anvil/core/recipes';
import { v5 as uuidv5 } from 'uuid';
import { refused } from '../problem';
import { changedDocument, seeDocument, type Bench } from './job-document';
import { shopFor } from './job-shop';
import type { Shop } from './shop';

/** A document with its work laid so often, and what of it found no room. */
export interface LaidOften {
  document: JobDocument;
  /** The materials whose pieces are too small, and how many pieces of work they are short of. */
  short: { material: string; count: number }[];
}

/**
 * Lays what a job makes so often on the sheets that it is cut from: row by row by its true outline, its parts in their places to each
 * other; first on the pieces that its steps have, then on any of their material. What helps to lay it, such as a ruler, stays once.
 * @throws Problem where more are wanted than are laid at once
 */
export async function laidAsOften(
  bench: Bench,
  answer: JobAnswer,
  document: JobDocument,
  shop: Shop,
  count: number,
): Promise<LaidOften> {
  if (count > MOST_COPIES)
    throw refused(`At most ${MOST_COPIES} of one width are laid in one go; ${count} came. Count fewer.`, 'counts');
  const job = jobView({ ...answer, document }, await seeDocument(bench, document));
  const short: LaidOften['short'] = [];
  let next = document;
  for (const group of groupsOf(job, shop)) {
    const aids = new Set(
      group.steps.flatMap(({ parts }) => parts.filter((part) => isAidIn(job, part))).map(({ id }) => id),
    );
    const laying = await roomFor(bench, group, aids, count);
    if (!laying) continue;
    const missing = Math.max(0, ...laying.unplaced.map((left) => left.count));
    if (missing > 0) short.push({ material: group.material.name, count: missing });
    // Nothing of it fits: it stays as it lies, and the checks say why.
    if (laying.lies.length === 0) continue;
    const action = { id: uuidv5(`${group.steps[0].id} ${count}`, job.id), ...layAction(group, laying) };
    next = (await changedDocument(bench, next, action, await shopFor(bench.here, bench.db, next, action))).document;
  }
  return { document: next, short };
}

/** What is laid out together, each once: what has a material and goes through a machine. */
function groupsOf(job: JobDetail, { materials, machines }: Shop): NestGroup[] {
  const done = new Set<string>();
  return job.steps.flatMap(({ id, position, process, isSkipped }) => {
    if (isSkipped || done.has(id) || processOf(process).path === 'none') return [];
    const group = nestGroup(job, position + 1, [...materials.values()], [...machines.values()]);
    for (const step of group?.steps ?? []) done.add(step.id);
    return group && group.parts.length > 0 ? [group] : [];
  });
}

/** The laying that has room for most of it; null where the machine reaches no piece. */
async function roomFor(
  { here, heavy }: Bench,
  group: NestGroup,
  aids: ReadonlySet<string>,
  count: number,
): Promise<CloseLaying | null> {
  const present = new Set(group.steps.flatMap(({ sheets }) => sheets.map(({ stockPieceId }) => stockPieceId)));
  const pieces = piecesOf(group).flatMap((piece) => closePiece(piece, group) ?? []);
  const parts = group.parts.filter(({ id }) => !aids.has(id));
  let best: CloseLaying | null = null;
  for (const on of [pieces.filter(({ id }) => present.has(id)), pieces]) {
    if (on.length === 0 || parts.length === 0) continue;
    const wish: CloseWish = {
      parts,
      turnedOver: group.turnedOver,
      asOne: true,
      copies: count,
      pieces: on.flatMap((piece) => piecesAround(piece, group, aids)),
      ...usualFor(group),
      mayTurnOver: false,
      usesHoles: usesHoles(group),
      seed: 1,
      millis: 0,
    };
    const laying = await heavy.layClosely(here, wish);
    if (!best || laying.lies.length > best.lies.length) best = laying;
    if (laying.unplaced.length === 0) break;
  }
  return best;
}
