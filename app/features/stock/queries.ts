import { paths, type MaterialChange, type MaterialView, type NewMaterial, type NewStockPiece, type StockPieceChange } from '@keen-anvil/contract';
import { call } from '../api/client';
import { useShopChange } from '../shop/queries';

export const useCreateMaterial = () => useShopChange((body: NewMaterial) => call<MaterialView>(paths.materials, { method: 'POST', body }));
export const useChangeMaterial = (id: string) => useShopChange((body: MaterialChange) => call<MaterialView>(paths.material(id), { method: 'PUT', body }));
export const useAddPiece = (materialId: string) => useShopChange((body: NewStockPiece) => call<MaterialView>(paths.pieces(materialId), { method: 'POST', body }));
export const useChangePiece = () => useShopChange(({ id, ...body }: StockPieceChange & { id: string }) => call<MaterialView>(paths.piece(id), { method: 'PUT', body }));
export const usePhotograph = (id: string) => useShopChange(({ photo, version }: { photo: Blob; version: number }) => call<MaterialView>(paths.materialPhoto(id, version), { method: 'PUT', body: photo }));
