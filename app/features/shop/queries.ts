import { paths, type MachineChange, type MachineView, type MaterialView, type NewMachine, type NewTool, type NewWorkshop, type RecipeSummary, type ToolChange, type ToolReplacement, type ToolView, type WorkshopView } from '@keen-anvil/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call } from '../api/client';

export const useMachines = () => useQuery({ queryKey: ['machines'], queryFn: ({ signal }) => call<MachineView[]>(paths.machines, { signal }) });
export const useTools = () => useQuery({ queryKey: ['tools'], queryFn: ({ signal }) => call<ToolView[]>(paths.tools, { signal }), refetchOnMount: 'always' });
export const useMaterials = () => useQuery({ queryKey: ['materials'], queryFn: ({ signal }) => call<MaterialView[]>(paths.materials, { signal }), refetchOnMount: 'always' });
export const useWorkshops = () => useQuery({ queryKey: ['workshops'], queryFn: ({ signal }) => call<WorkshopView[]>(paths.workshops, { signal }) });

export interface Misfit {
  recipe: RecipeSummary;
  problem: string;
}
export interface ChangedMachine {
  machine: MachineView;
  misfits: Misfit[];
}

/** Recipes that a machine cannot dial in as it is. */
export const useMisfits = (machineId: string) =>
  useQuery({ queryKey: ['machines', machineId, 'misfits'], queryFn: ({ signal }) => call<Misfit[]>(paths.machineMisfits(machineId), { signal }), refetchOnMount: 'always' });

/** A change of the shop: what was fetched before is asked for anew, as names and numbers stand in many places. */
export function useShopChange<Body, Answer>(change: (body: Body) => Promise<Answer>) {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSuccess: () => client.invalidateQueries() });
}

export const useCreateMachine = () => useShopChange((body: NewMachine) => call<ChangedMachine>(paths.machines, { method: 'POST', body }));
export const useChangeMachine = (id: string) => useShopChange((body: MachineChange) => call<ChangedMachine>(paths.machine(id), { method: 'PUT', body }));
export const useCreateTool = () => useShopChange((body: NewTool) => call<ToolView>(paths.tools, { method: 'POST', body }));
export const useChangeTool = (id: string) => useShopChange((body: ToolChange) => call<ToolView>(paths.tool(id), { method: 'PUT', body }));
export const useReplaceTool = (id: string) => useShopChange((body: ToolReplacement) => call<ToolView>(paths.toolReplacement(id), { method: 'POST', body }));
export const useCreateWorkshop = () => useShopChange((body: NewWorkshop) => call<WorkshopView[]>(paths.workshops, { method: 'POST', body }));
export const useEnterWorkshop = () => useShopChange((id: string) => call<WorkshopView[]>(paths.workshopEntry(id), { method: 'POST' }));

export const usePutWorkshopAway = () => useShopChange(({ id, isArchived }: { id: string; isArchived: boolean }) => call<WorkshopView[]>(paths.workshopArchive(id), { method: 'POST', body: { isArchived } }));

/** Puts a row away or takes it out again; both can be undone by the other. */
export const useArchive = (path: string) => useShopChange((body: { version: number; isArchived: boolean }) => call<unknown>(path, { method: 'POST', body }));
