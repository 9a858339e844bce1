import {
  paths,
  type MaterialChange,
  type MaterialFields,
  type MaterialView,
  type NewMaterial,
  type NewStockPiece,
  type StockPieceChange,
  type StockPieceFields,
  type StockPieceView,
} from '@keen-anvil/contract';
import { call } from '../api/client';
import type { QueryClient } from '@tanstack/react-query';
import { materialKey } from '../shop/materials';
import { useRecordChange, useShopChange } from '../shop/queries';
import { materialFields, pieceFields } from '../shop/record-fields';

const materialIn = (client: QueryClient, id: string) => client.getQueryData<MaterialView>(materialKey(id));
const putMaterial = (id: string) => (body: MaterialChange) =>
  call<MaterialView>(paths.material(id), { method: 'PUT', body });
const putPiece = (id: string) => (body: StockPieceChange) =>
  call<MaterialView>(paths.piece(id), { method: 'PUT', body });
const pieceIn = (material: MaterialView | undefined, id: string) => material?.pieces.find((piece) => piece.id === id);

/** Writes a material as it was before, or as it was made again. */
export const turnMaterial = (id: string) => async (fields: MaterialFields, version: number) =>
  (await putMaterial(id)({ ...fields, version })).version;
/** Writes a piece as it was before, or as it was made again. */
export const turnPiece = (id: string) => async (fields: StockPieceFields, version: number) =>
  pieceIn(await putPiece(id)({ ...fields, version }), id)!.version;

export const useCreateMaterial = () =>
  useShopChange('material', (body: NewMaterial) => call<MaterialView>(paths.materials, { method: 'POST', body }));
export const useChangeMaterial = (id: string) =>
  useRecordChange<MaterialChange, MaterialView, MaterialView>({
    kind: 'material',
    seenAs: 'material',
    put: putMaterial(id),
    rowIn: (material) => material,
    rowBefore: (client) => materialIn(client, id),
    fields: materialFields,
  });
export const useAddPiece = (materialId: string) =>
  useShopChange('material', (body: NewStockPiece) =>
    call<MaterialView>(paths.pieces(materialId), { method: 'POST', body }),
  );
export const useChangePiece = (materialId: string, id: string) =>
  useRecordChange<StockPieceChange, MaterialView, StockPieceView>({
    kind: 'piece',
    seenAs: 'material',
    put: putPiece(id),
    rowIn: (material) => pieceIn(material, id)!,
    rowBefore: (client) => pieceIn(materialIn(client, materialId), id),
    fields: pieceFields,
  });
export const usePhotograph = (id: string) =>
  useShopChange('material', ({ photo, version }: { photo: Blob; version: number }) =>
    call<MaterialView>(paths.materialPhoto(id, version), { method: 'PUT', body: photo }),
  );
