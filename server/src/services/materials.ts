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
import { inTransaction, type Db } from '../db/pool';
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
export async function createMaterial(
  pool: Pool,
  workshopId: string,
  { id, ...fields }: NewMaterial,
): Promise<MaterialView> {
  refuseBadMaterial(fields);
  return inTransaction(pool, async (db) => {
    const { material, spreadMm } = withReadings(fields);
    if (!(await insertMaterial(db, workshopId, id, material, spreadMm)))
      throw new Problem(409, 'exists', 'There is a material with this id already.');
    return materialOf(db, workshopId, id);
  });
}

/** Changes a material. */
export async function changeMaterial(
  pool: Pool,
  workshopId: string,
  id: string,
  { version, ...fields }: MaterialChange,
): Promise<MaterialView> {
  refuseBadMaterial(fields);
  return inTransaction(pool, async (db) => {
    await refuseStale(db, workshopId, id, version);
    const { material, spreadMm } = withReadings(fields);
    await updateMaterial(db, workshopId, id, material, spreadMm);
    await refreshCardsOf(db, workshopId, { materialId: id });
    return materialOf(db, workshopId, id);
  });
}

/** Puts a material away, or takes it out again. */
export async function archiveMaterial(
  pool: Pool,
  workshopId: string,
  id: string,
  { version, isArchived }: Archiving,
): Promise<MaterialView> {
  return inTransaction(pool, async (db) => {
    await refuseStale(db, workshopId, id, version);
    await setArchived(db, 'material', workshopId, id, isArchived);
    return materialOf(db, workshopId, id);
  });
}

/** Keeps a photo of a material's pattern, made small enough for a phone and without where it was taken. */
export async function photographMaterial(
  pool: Pool,
  heavy: HeavyPool,
  workshopId: string,
  id: string,
  version: number,
  bytes: Buffer,
): Promise<MaterialView> {
  const photo = await readPhoto(heavy, bytes);
  return inTransaction(pool, async (db) => {
    await refuseStale(db, workshopId, id, version);
    const photoId = await keepPhoto(db, workshopId, photo);
    await setMaterialPhoto(db, workshopId, id, photoId);
    return materialOf(db, workshopId, id);
  });
}

/** Puts a piece of a material into stock. */
export async function addPiece(
  pool: Pool,
  workshopId: string,
  materialId: string,
  { id, ...piece }: NewStockPiece,
): Promise<MaterialView> {
  return inTransaction(pool, async (db) => {
    await materialOf(db, workshopId, materialId);
    await refuseMissingPhotos(db, workshopId, piece.photo ? [piece.photo.photoId] : []);
    if (!(await insertPiece(db, workshopId, materialId, id, withOutline(piece))))
      throw new Problem(409, 'exists', 'There is a piece with this id already.');
    return materialOf(db, workshopId, materialId);
  });
}

/** Changes a piece in stock. */
export async function changePiece(
  pool: Pool,
  workshopId: string,
  id: string,
  { version, ...piece }: StockPieceChange,
): Promise<MaterialView> {
  return inTransaction(pool, async (db) => {
    const { materialId } = await lockedPiece(db, workshopId, id, version);
    await refuseMissingPhotos(db, workshopId, piece.photo ? [piece.photo.photoId] : []);
    await updatePiece(db, workshopId, id, withOutline(piece));
    return materialOf(db, workshopId, materialId);
  });
}

/** Takes a piece out of stock, or puts it back. */
export async function archivePiece(
  pool: Pool,
  workshopId: string,
  id: string,
  { version, isArchived }: Archiving,
): Promise<MaterialView> {
  return inTransaction(pool, async (db) => {
    const { materialId } = await lockedPiece(db, workshopId, id, version);
    await setArchived(db, 'stock_piece', workshopId, id, isArchived);
    return materialOf(db, workshopId, materialId);
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

async function refuseStale(db: Db, workshopId: string, id: string, version: number): Promise<void> {
  const now = await lockVersion(db, 'material', workshopId, id);
  if (now === null) throw notFound('That material');
  if (now !== version) throw stale('This material', await materialOf(db, workshopId, id));
}

async function lockedPiece(db: Db, workshopId: string, id: string, version: number) {
  const piece = await lockPiece(db, workshopId, id);
  if (!piece) throw notFound('That piece');
  if (piece.version !== version) throw stale('This piece', piece);
  return piece;
}

/** One material with its pieces. @throws Problem where it is not in this workshop */
export async function materialOf(db: Db, workshopId: string, id: string): Promise<MaterialView> {
  const [material] = await findMaterials(db, workshopId, [id]);
  if (!material) throw notFound('That material');
  return material;
}
