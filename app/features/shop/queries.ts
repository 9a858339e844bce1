import {
  endpoints,
  type AnswerOf,
  type AskedOf,
  type ChangedMachine,
  type Endpoint,
  type MachineChange,
  type MachineFields,
  type MachineView,
  type SEEN_IN,
  type ToolChange,
  type ToolFields,
  type ToolView,
} from '@keen-anvil/contract';
import { useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { ask, keyOf, questionOf, touched, useAsked, useSend, useWrite } from '../api/ask';
import { machineFields, toolFields } from './record-fields';
import { changedFields, rememberTurn } from './record-turns';

/** The records of which a change is seen elsewhere. */
export type Touched = keyof typeof SEEN_IN;

export const machinesQuery = questionOf(endpoints.machines, {});
export const useMachines = () => useQuery(machinesQuery);
export const useTools = () => useAsked(endpoints.tools, {}, { refetchOnMount: 'always' });
export const workshopsQuery = questionOf(endpoints.workshops, {});
export const useWorkshops = () => useQuery(workshopsQuery);

/** Recipes that a machine cannot dial in as it is. */
export const useMisfits = (id: string) => useAsked(endpoints.misfits, { id }, { refetchOnMount: 'always' });

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

const putMachine = (id: string) => (body: MachineChange) => ask(endpoints.changeMachine, { id }, { body });
const putTool = (id: string) => (body: ToolChange) => ask(endpoints.changeTool, { id }, { body });

/** Writes a machine as it was before, or as it was made again. */
export const turnMachine = (id: string) => async (fields: MachineFields, version: number) =>
  (await putMachine(id)({ ...fields, version })).machine.version;
/** Writes a tool as it was before, or as it was made again. */
export const turnTool = (id: string) => async (fields: ToolFields, version: number) =>
  (await putTool(id)({ ...fields, version })).version;

/** A record among those that were read. */
const rowAmong =
  <E extends Endpoint>(endpoint: E, id: string) =>
  (client: QueryClient) =>
    client
      .getQueryData<(AnswerOf<E> & Versioned[])[number][]>(keyOf(endpoint, {} as AskedOf<E>))
      ?.find((row) => row.id === id);

export const useCreateMachine = () => useSend(endpoints.addMachine, {});
export const useChangeMachine = (id: string) =>
  useRecordChange<MachineChange, ChangedMachine, MachineView>({
    kind: 'machine',
    seenAs: 'machine',
    put: putMachine(id),
    rowIn: ({ machine }) => machine,
    rowBefore: rowAmong(endpoints.machines, id),
    fields: machineFields,
  });
export const useCreateTool = () => useSend(endpoints.addTool, {});
export const useChangeTool = (id: string) =>
  useRecordChange<ToolChange, ToolView, ToolView>({
    kind: 'tool',
    seenAs: 'tool',
    put: putTool(id),
    rowIn: (tool) => tool,
    rowBefore: rowAmong(endpoints.tools, id),
    fields: toolFields,
  });
export const useReplaceTool = (id: string) => useSend(endpoints.replaceTool, { id });

export const useCreateWorkshop = () => useSend(endpoints.startWorkshop, {});
export const useEnterWorkshop = () => useWrite(endpoints.enterWorkshop, { asked: (id: string) => ({ id }) });
export const usePutWorkshopAway = () =>
  useWrite(endpoints.putWorkshopAway, {
    asked: ({ id }: { id: string; isArchived: boolean }) => ({ id }),
    body: ({ isArchived }) => ({ isArchived }),
  });

type PutAwayEndpoint = (typeof endpoints)[
  'putMachineAway' | 'putToolAway' | 'putMaterialAway' | 'putPieceAway' | 'putRecipeAway'];

/** Puts a row away or takes it out again; both can be undone by the other. */
export const useArchive = (endpoint: PutAwayEndpoint, id: string) => useSend(endpoint, { id });
