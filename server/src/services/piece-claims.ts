import type { Here } from '../here';
import { sayClaim } from '@keen-anvil/core/preflight';
import { formatNumber } from '@keen-anvil/core/units';
import type { Db } from '../db/db';
import { Problem } from '../problem';
import { listClaims, lockPieces, spokenFor } from '../queries/claims';

/** What a job takes from its pieces when it is started. */
export interface Taking {
  stockPieceId: string | null;
  /** Which sheet of the job it is; what is done on one sheet is taken once. */
  sheetId: string | null;
  usedLengthMm: number;
}

/**
 * Refuses a start on a piece that other work has its hand on, or of which nothing is left: nobody would take from what is
 * not there. A maker who knows better may start all the same, unless the piece is on a machine at this moment.
 * @throws Problem 409 `piece-taken` or `nothing-left`
 */
export async function refuseTakenPieces(
  here: Here,
  db: Db,
  jobId: string,
  takings: readonly Taking[],
  knowing: boolean,
): Promise<void> {
  const ids = [...new Set(takings.flatMap(({ stockPieceId }) => stockPieceId ?? []))];
  const pieces = await lockPieces(db, here.workshopId, ids);
  const claims = await listClaims(db, here.workshopId, ids, jobId);
  const running = claims.find(({ state }) => state === 'running');
  if (running)
    throw new Problem(
      409,
      'piece-on-machine',
      `${capital(sayClaim(running))}. Wait until it is done, or choose another piece.`,
    );
  if (knowing) return;
  const waiting = claims.find(({ state }) => state === 'waiting');
  if (waiting)
    throw new Problem(409, 'piece-taken', `${capital(sayClaim(waiting))}. Choose another piece, or run all the same.`);
  const reserved = await spokenFor(db, here.workshopId, ids, jobId);
  for (const piece of pieces) {
    const bySheet = new Map<string | null, number>();
    for (const { stockPieceId, sheetId, usedLengthMm } of takings)
      if (stockPieceId === piece.id) bySheet.set(sheetId, Math.max(usedLengthMm, bySheet.get(sheetId) ?? 0));
    if (piece.kind !== 'roll' && piece.count > 0 && piece.count < bySheet.size)
      throw new Problem(
        409,
        'nothing-left',
        `This job takes ${bySheet.size} of ${piece.name}, and ${piece.count} are in stock. Choose another piece for some of its sheets, or run all the same.`,
      );
    if (piece.count <= 0)
      throw new Problem(
        409,
        'nothing-left',
        `Nothing is left of ${piece.name} in stock: the run would take from what is not there. Choose another piece, or run all the same.`,
      );
    if (piece.kind !== 'roll') continue;
    const wanted = [...bySheet.values()].reduce((sum, mm) => sum + mm, 0);
    const free = piece.lengthMm - (reserved.get(piece.id) ?? 0);
    if (wanted > free)
      throw new Problem(
        409,
        'piece-taken',
        `${piece.name} has ${formatNumber(piece.lengthMm, 0)} mm left, of which ${formatNumber(piece.lengthMm - free, 0)} mm are spoken for by other work; this takes ${formatNumber(wanted, 0)} mm. Choose another piece, or run all the same.`,
      );
  }
}

const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
