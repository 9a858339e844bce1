import {
  endpoints,
  type MaterialChange,
  type MaterialFields,
  type MaterialView,
  type StockPieceChange,
  type StockPieceFields,
  type StockPieceView,
} from '@keen-anvil/contract';
import type { QueryClient } from '@tanstack/react-query';
import { ask, keyOf, useSend, useWrite } from '../api/ask';
import { useRecordChange } from '../shop/queries';
import { materialFields, pieceFields } from '../shop/record-fields';

const materialIn = (client: QueryClient, id: string) =>
  client.getQueryData<MaterialView>(keyOf(endpoints.material, { id }));
const putMaterial = (id: string) => (body: MaterialChange) => ask(endpoints.changeMaterial, { id }, { body });
const putPiece = (id: string) => (body: StockPieceChange) => ask(endpoints.changePiece, { id }, { body });
const pieceIn = (material: MaterialView | undefined, id: string) => material?.pieces.find((piece) => piece.id === id);

/** Writes a material as it was before, or as it was made again. */
export const turnMaterial = (id: string) => async (fields: MaterialFields, version: number) =>
  (await putMaterial(id)({ ...fields, version })).version;
/** Writes a piece as it was before, or as it was made again. */
export const turnPiece = (id: string) => async (fields: StockPieceFields, version: number) =>
  pieceIn(await putPiece(id)({ ...fields, version }), id)!.version;

export const useCreateMaterial = () => useSend(endpoints.addMaterial, {});
export const useChangeMaterial = (id: string) =>
  useRecordChange<MaterialChange, MaterialView, MaterialView>({
    kind: 'material',
    seenAs: 'material',
    put: putMaterial(id),
    rowIn: (material) => material,
    rowBefore: (client) => materialIn(client, id),
    fields: materialFields,
  });
export const useAddPiece = (materialId: string) => useSend(endpoints.addPiece, { id: materialId });
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
  useWrite(endpoints.photographMaterial, {
    asked: ({ version }: { photo: Blob; version: number }) => ({ id, version }),
    body: ({ photo }) => photo,
  });
