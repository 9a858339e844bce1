import {
  paths,
  type MachineChange,
  type MachineFields,
  type MachineView,
  type NewMachine,
  type NewTool,
  type NewWorkshop,
  type RecipeSummary,
  type ToolChange,
  type ToolFields,
  type ToolReplacement,
  type ToolView,
  type WorkshopView,
} from '@keen-anvil/contract';
import { useMutation, useQuery, useQueryClient, type QueryClient, queryOptions } from '@tanstack/react-query';
import { call } from '../api/client';
import { touched, type Touched } from '../api/touched';
import { machineFields, toolFields } from './record-fields';
import { changedFields, rememberTurn } from './record-turns';

export const machinesQuery = queryOptions({
  queryKey: ['machines'],
  queryFn: ({ signal }) => call<MachineView[]>(paths.machines, { signal }),
});
export const useMachines = () => useQuery(machinesQuery);
export const useTools = () =>
  useQuery({
    queryKey: ['tools'],
    queryFn: ({ signal }) => call<ToolView[]>(paths.tools, { signal }),
    refetchOnMount: 'always',
  });
export const workshopsQuery = queryOptions({
  queryKey: ['workshops'],
  queryFn: ({ signal }) => call<WorkshopView[]>(paths.workshops, { signal }),
});
export const useWorkshops = () => useQuery(workshopsQuery);

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
  useQuery({
    queryKey: ['machines', machineId, 'misfits'],
    queryFn: ({ signal }) => call<Misfit[]>(paths.machineMisfits(machineId), { signal }),
    refetchOnMount: 'always',
  });

/** A change of the shop: where it is seen, what was fetched before is asked for anew; in another workshop all is another. */
export function useShopChange<Body, Answer>(seenAs: Touched | 'workshop', change: (body: Body) => Promise<Answer>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: () => (seenAs === 'workshop' ? client.invalidateQueries() : touched(client, seenAs)),
  });
}

interface Versioned {
  id: string;
  version: number;
}

interface RecordWrite<Body, Answer, Row extends Versioned> {
  put: (body: Body) => Promise<Answer>;
  /** The row as the server has it after the change. */
  rowIn: (answer: Answer) => Row;
  /** The row as it was before, where it was read at all. */
  rowBefore: (client: QueryClient) => Row | undefined;
  /** What of it is written. */
  fields: (row: Row) => object;
  kind: string;
  seenAs: Touched;
}

/** A change of one record, kept so that it can be taken back and done again. */
export function useRecordChange<Body extends { version: number }, Answer, Row extends Versioned>({
  put,
  rowIn,
  rowBefore,
  fields,
  kind,
  seenAs,
}: RecordWrite<Body, Answer, Row>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (body: Body) => {
      const before = rowBefore(client);
      const answer = await put(body);
      const after = rowIn(answer);
      if (before && before.version === body.version) {
        const [was, is] = [fields(before), fields(after)];
        rememberTurn(
          `${kind} ${after.id}`,
          { label: changedFields(was, is) || kind, before: was, after: is },
          before.version,
          after.version,
        );
      }
      return answer;
    },
    onSuccess: () => touched(client, seenAs),
  });
}

const putMachine = (id: string) => (body: MachineChange) =>
  call<ChangedMachine>(paths.machine(id), { method: 'PUT', body });
const putTool = (id: string) => (body: ToolChange) => call<ToolView>(paths.tool(id), { method: 'PUT', body });

/** Writes a machine as it was before, or as it was made again. */
export const turnMachine = (id: string) => async (fields: MachineFields, version: number) =>
  (await putMachine(id)({ ...fields, version })).machine.version;
/** Writes a tool as it was before, or as it was made again. */
export const turnTool = (id: string) => async (fields: ToolFields, version: number) =>
  (await putTool(id)({ ...fields, version })).version;

export const useCreateMachine = () =>
  useShopChange('machine', (body: NewMachine) => call<ChangedMachine>(paths.machines, { method: 'POST', body }));
export const useChangeMachine = (id: string) =>
  useRecordChange<MachineChange, ChangedMachine, MachineView>({
    kind: 'machine',
    seenAs: 'machine',
    put: putMachine(id),
    rowIn: ({ machine }) => machine,
    rowBefore: (client) => client.getQueryData<MachineView[]>(['machines'])?.find((row) => row.id === id),
    fields: machineFields,
  });
export const useCreateTool = () =>
  useShopChange('tool', (body: NewTool) => call<ToolView>(paths.tools, { method: 'POST', body }));
export const useChangeTool = (id: string) =>
  useRecordChange<ToolChange, ToolView, ToolView>({
    kind: 'tool',
    seenAs: 'tool',
    put: putTool(id),
    rowIn: (tool) => tool,
    rowBefore: (client) => client.getQueryData<ToolView[]>(['tools'])?.find((row) => row.id === id),
    fields: toolFields,
  });
export const useReplaceTool = (id: string) =>
  useShopChange('tool', (body: ToolReplacement) => call<ToolView>(paths.toolReplacement(id), { method: 'POST', body }));
export const useCreateWorkshop = () =>
  useShopChange('workshop', (body: NewWorkshop) => call<WorkshopView[]>(paths.workshops, { method: 'POST', body }));
export const useEnterWorkshop = () =>
  useShopChange('workshop', (id: string) => call<WorkshopView[]>(paths.workshopEntry(id), { method: 'POST' }));

export const usePutWorkshopAway = () =>
  useShopChange('workshop', ({ id, isArchived }: { id: string; isArchived: boolean }) =>
    call<WorkshopView[]>(paths.workshopArchive(id), { method: 'POST', body: { isArchived } }),
  );

/** Puts a row away or takes it out again; both can be undone by the other. */
export const useArchive = (seenAs: Touched, path: string) =>
  useShopChange(seenAs, (body: { version: number; isArchived: boolean }) =>
    call<unknown>(path, { method: 'POST', body }),
  );
