import type { Here } from '../here';
import type { JobDetail, MarkRead, MarksRead } from '@keen-anvil/contract';
import { laidOn, type StepWork } from '@keen-anvil/core/steps';
import type { Affine, Point } from '@keen-anvil/core/geometry';
import { planeAt } from '@keen-anvil/core/layout';
import { correctionFrom, marksFor, marksOf, MarksRefusedError } from '@keen-anvil/core/registration';
import type { Db } from '../db/db';
import type { HeavyPool } from '../heavy/pool';
import { notFound, refused } from '../problem';
import { type PrintedPart } from '../print/print-page';
import { printedPicture } from './drawing-files';
import { pieceOf } from './machine-files';
import type { Shop } from './shop';

/** Where a printed sheet really lies, by the marks that were read of it; null where none were. @throws Problem where they make no sense */
export function correctionOn(work: StepWork, shop: Shop, marks: readonly MarksRead[]): Affine | null {
  const read = marks.find(({ sheetId }) => sheetId === work.sheet?.id)?.read;
  const piece = pieceOf(work, shop);
  // Where it lies once it is turned over nobody knows yet.
  if (!read || !piece || work.turned) return null;
  return correctionBy(
    marksOf({ widthMm: piece.widthMm, heightMm: piece.lengthMm }, marksFor(shop.machines.get(work.machineId))),
    read,
  );
}

/** Where a sheet lies by its marks as they were drawn and read. @param keepsShape it is a board that nothing stretches @throws Problem where they make no sense */
export function correctionBy(drawn: readonly Point[], read: readonly MarkRead[], keepsShape = false): Affine {
  try {
    return correctionFrom(
      drawn,
      drawn.map((_, i) => read.find(({ mark }) => mark === i) ?? null),
      keepsShape,
    ).affine;
  } catch (error) {
    if (error instanceof MarksRefusedError) throw refused(error.message, 'marks');
    throw error;
  }
}

/** The page that is printed for a sheet, at true size. @param stretch how much longer the printer makes things, along and across, as shares */
export async function printOfSheet(
  here: Here,
  db: Db,
  heavy: HeavyPool,
  job: JobDetail,
  sheetId: string,
  shop: Shop,
  stretch: { x: number; y: number },
): Promise<Buffer> {
  const sheet = job.steps.flatMap(({ sheets }) => sheets).find(({ id }) => id === sheetId);
  const piece = sheet && pieceOf(sheet, shop);
  if (!sheet || !piece) throw notFound('That sheet');
  if (piece.kind === 'roll') throw refused('A roll is no page: choose a sheet of a size that the printer takes.');
  const parts = [...job.steps.flatMap((step) => step.parts), ...job.otherParts]
    .filter(({ print, role }) => print !== null && role !== 'out')
    .flatMap((part): PrintedPart[] =>
      laidOn(part, sheet).map(({ place }) => ({ contours: part.contours, print: part.print!, matrix: planeAt(place) })),
    );
  if (parts.length === 0) throw refused('Nothing on this sheet is printed.');
  const ids = [...new Set(parts.flatMap(({ print }) => print.picture?.drawingId ?? []))];
  const pictures = new Map<string, Buffer>();
  for (const id of ids) pictures.set(id, await printedPicture(here, db, id));
  const cut = job.steps.find(({ sheets }) => sheets.some(({ id }) => id === sheetId));
  return heavy.paper(
    here,
    'printPage',
    marksFor(cut && shop.machines.get(cut.machineId)),
    { title: `${job.name}, sheet ${sheet.number}`, widthMm: piece.widthMm, heightMm: piece.lengthMm },
    parts,
    pictures,
    stretch,
  );
}
