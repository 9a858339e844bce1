import { endpoints } from '@keen-anvil/contract';
import { useAsked, useSend, useWrite } from '../api/ask';

export const useCreateMaterial = () => useSend(endpoints.addMaterial, {});
export const useChangeMaterial = (id: string) => useSend(endpoints.changeMaterial, { id });
export const useAddPiece = (materialId: string) => useSend(endpoints.addPiece, { id: materialId });
export const useChangePiece = (id: string) => useSend(endpoints.changePiece, { id });
/** Pieces of a material of which a change can be taken back here. */
export const useChangedPieces = (id: string) => useAsked(endpoints.changedPieces, { id });
export const usePhotograph = (id: string) =>
  useWrite(endpoints.photographMaterial, {
    asked: ({ version }: { photo: Blob; version: number }) => ({ id, version }),
    body: ({ photo }) => photo,
  });
