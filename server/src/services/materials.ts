import type { Here } from '../here';
import type {
  Archiving,
  MaterialChange,
  MaterialFields,
  MaterialView,
  NewMaterial,
  NewStockPiece,
  StockPieceChange,
} from '@keen-anvil/contract';
import { signedArea } from '@keen-anvil/core/geometry';
import { movedBounds } from '@keen-anvil/core/layout';
import { materialProblem, photoProblem, thicknessFrom } from '@keen-anvil/core/materials';
import type { Pool } from 'pg';
import type { Db } from '../db/db';
import { inTransaction } from '../db/pool';
import { notFound, Problem, refused, stale } from '../problem';
import { lockVersion, setArchived } from '../queries/archive';
import {
  insertMaterial,
  insertPiece,
  findMaterials,
  lockPiece,
  setMaterialPhoto,
  updateMaterial,
  updatePiece,
} from '../queries/materials';
import type { HeavyPool } from '../heavy/pool';
import { refuseMissingPhotos } from '../queries/photos';
import { keepPhoto, readPhoto } from './photos';
import { refreshCardsOf } from './cards';

/** The thickness and its spread that the readings say; the typed thickness where there are none. */
export function withReadings(material: MaterialFields): { material: MaterialFields; spreadMm: number | null } {
  if (material.readingsMm.length === 0) return { material, spreadMm: null };
  const { thicknessMm, spreadMm } = thicknessFrom(material.readingsMm);
  const { thicknessMm: _, ...typed } = material.typed;
  return { material: { ...material, thicknessMm, typed }, spreadMm };
}

/** Adds a material. */
export async function createMaterial(here: Here, pool: Pool, { id, ...fields }: NewMaterial): Promise<MaterialView> {
  refuseBadMaterial(fields);
  return inTransaction(here, pool, async (db) => {
    const { material, spreadMm } = withReadings(fields);
    if (!(await insertMaterial(db, here.workshopId, id, material, spreadMm)))
      throw new Problem(409, 'exists', 'There is a material with this id already.');
    return materialOf(here, db, id);
  });
}

/** Changes a material. */
export async function changeMaterial(
  here: Here,
  pool: Pool,
  id: string,
  { version, ...fields }: MaterialChange,
): Promise<MaterialView> {
  refuseBadMaterial(fields);
  return inTransaction(here, pool, async (db) => {
    await refuseStale(here, db, id, version);
    const { material, spreadMm } = withReadings(fields);
    await updateMaterial(db, here.workshopId, id, material, spreadMm);
    await refreshCardsOf(here, db, { materialId: id });
    return materialOf(here, db, id);
  });
}

/** Puts a material away, or takes it out again. */
export async function archiveMaterial(
  here: Here,
  pool: Pool,
  id: string,
  { version, isArchived }: Archiving,
): Promise<MaterialView> {
  return inTransaction(here, pool, async (db) => {
    await refuseStale(here, db, id, version);
    await setArchived(db, 'material', here.workshopId, id, isArchived);
    return materialOf(here, db, id);
  });
}

/** Keeps a photo of a material's pattern, made small enough for a phone and without where it was taken. */
export async function photographMaterial(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  id: string,
  version: number,
  bytes: Buffer,
): Promise<MaterialView> {
  const photo = await readPhoto(here, heavy, bytes);
  return inTransaction(here, pool, async (db) => {
    await refuseStale(here, db, id, version);
    const photoId = await keepPhoto(here, db, photo);
    await setMaterialPhoto(db, here.workshopId, id, photoId);
    return materialOf(here, db, id);
  });
}

/** Puts a piece of a material into stock. */
export async function addPiece(
  here: Here,
  pool: Pool,
  materialId: string,
  { id, ...piece }: NewStockPiece,
): Promise<MaterialView> {
  return inTransaction(here, pool, async (db) => {
    await materialOf(here, db, materialId);
    await refuseMissingPhotos(db, here.workshopId, piece.photo ? [piece.photo.photoId] : []);
    if (!(await insertPiece(db, here.workshopId, materialId, id, withOutline(piece))))
      throw new Problem(409, 'exists', 'There is a piece with this id already.');
    return materialOf(here, db, materialId);
  });
}

/** Changes a piece in stock. */
export async function changePiece(
  here: Here,
  pool: Pool,
  id: string,
  { version, ...piece }: StockPieceChange,
): Promise<MaterialView> {
  return inTransaction(here, pool, async (db) => {
    const { materialId } = await lockedPiece(here, db, id, version);
    await refuseMissingPhotos(db, here.workshopId, piece.photo ? [piece.photo.photoId] : []);
    await updatePiece(db, here.workshopId, id, withOutline(piece));
    return materialOf(here, db, materialId);
  });
}

/** Takes a piece out of stock, or puts it back. */
export async function archivePiece(
  here: Here,
  pool: Pool,
  id: string,
  { version, isArchived }: Archiving,
): Promise<MaterialView> {
  return inTransaction(here, pool, async (db) => {
    const { materialId } = await lockedPiece(here, db, id, version);
    await setArchived(db, 'stock_piece', here.workshopId, id, isArchived);
    return materialOf(here, db, materialId);
  });
}

/** An outline belongs to an offcut or a blank, encloses something, and sets its size; what goes with it goes by its corner. */
function withOutline<P extends Omit<NewStockPiece, 'id'>>(piece: P): P {
  const problem = piece.photo && photoProblem(piece.photo);
  if (problem) throw refused(problem, 'photo');
  if (piece.holes?.length && piece.kind === 'roll')
    throw refused('Of a roll only the rest of its length is kept.', 'holes');
  if (!piece.outline) return piece;
  if (piece.kind !== 'offcut' && piece.kind !== 'blank')
    throw refused(`A ${piece.kind} is a rectangle; only offcuts and blanks have an outline of their own.`, 'outline');
  const xs = piece.outline.map((point) => point.x);
  const ys = piece.outline.map((point) => point.y);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const moved = (ring: { x: number; y: number }[]) => ring.map((point) => ({ x: point.x - left, y: point.y - top }));
  const outline = moved(piece.outline);
  if (Math.abs(signedArea(outline)) < 1) throw refused('The outline encloses nothing.', 'outline');
  return {
    ...piece,
    outline,
    widthMm: Math.max(...xs) - left,
    lengthMm: Math.max(...ys) - top,
    ...(piece.holes ? { holes: piece.holes.map(moved) } : {}),
    ...(piece.photo ? { photo: { ...piece.photo, box: movedBounds(piece.photo.box, [1, 0, 0, 1, -left, -top]) } } : {}),
  };
}

function refuseBadMaterial(material: MaterialFields): void {
  const problem = materialProblem(material);
  if (problem) throw refused(problem.message, problem.field);
}

async function refuseStale(here: Here, db: Db, id: string, version: number): Promise<void> {
  const now = await lockVersion(db, 'material', here.workshopId, id);
  if (now === null) throw notFound('That material');
  if (now !== version) throw stale('This material', await materialOf(here, db, id));
}

async function lockedPiece(here: Here, db: Db, id: string, version: number) {
  const piece = await lockPiece(db, here.workshopId, id);
  if (!piece) throw notFound('That piece');
  if (piece.version !== version) throw stale('This piece', piece);
  return piece;
}

/** One material with its pieces. @throws Problem where it is not in this workshop */
export async function materialOf(here: Here, db: Db, id: string): Promise<MaterialView> {
  const [material] = await findMaterials(db, here.workshopId, [id]);
  if (!material) throw notFound('That material');
  return material;
}
