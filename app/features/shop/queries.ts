import { endpoints } from '@keen-anvil/contract';
import type { TurnedRecord } from '@keen-anvil/core/records';
import { useQuery } from '@tanstack/react-query';
import { keyOf, questionOf, useAsked, useSend, useWrite } from '../api/ask';

export const machinesQuery = questionOf(endpoints.machines, {});
export const useMachines = () => useQuery(machinesQuery);
export const useTools = () => useAsked(endpoints.tools, {}, { refetchOnMount: 'always' });
export const workshopsQuery = questionOf(endpoints.workshops, {});
export const useWorkshops = () => useQuery(workshopsQuery);

/** Recipes that a machine cannot dial in as it is. */
export const useMisfits = (id: string) => useAsked(endpoints.misfits, { id }, { refetchOnMount: 'always' });

export const useCreateMachine = () => useSend(endpoints.addMachine, {});
export const useChangeMachine = (id: string) => useSend(endpoints.changeMachine, { id });
export const useCreateTool = () => useSend(endpoints.addTool, {});
export const useChangeTool = (id: string) => useSend(endpoints.changeTool, { id });
export const useReplaceTool = (id: string) => useSend(endpoints.replaceTool, { id });

export const useCreateWorkshop = () => useSend(endpoints.startWorkshop, {});
export const useEnterWorkshop = () => useWrite(endpoints.enterWorkshop, { asked: (id: string) => ({ id }) });
export const usePutWorkshopAway = () =>
  useWrite(endpoints.putWorkshopAway, {
    asked: ({ id }: { id: string; isArchived: boolean }) => ({ id }),
    body: ({ isArchived }) => ({ isArchived }),
  });

/** What of a record can be taken back on this device, and done again. */
export const useRecordTurns = (kind: TurnedRecord, id: string) => useAsked(endpoints.recordTurns, { kind, id });
export const useTurnRecord = (kind: TurnedRecord, id: string) =>
  useSend(endpoints.turnRecord, { kind, id }, () => keyOf(endpoints.recordTurns, { kind, id }));

type PutAwayEndpoint = (typeof endpoints)[
  'putMachineAway' | 'putToolAway' | 'putMaterialAway' | 'putPieceAway' | 'putRecipeAway'];

/** Puts a row away or takes it out again; both can be undone by the other. */
export const useArchive = (endpoint: PutAwayEndpoint, id: string) => useSend(endpoint, { id });
