import type { MachineView } from '@keen-anvil/contract';
import { createContext, useContext, useMemo, type PropsWithChildren } from 'react';
import { useMachines } from './queries';

const MachinesContext = createContext<ReadonlyMap<string, MachineView>>(new Map());

/** Asks for the machines once for everything below it: their words and units stand in every row of a long list. */
export function MachinesProvider({ children }: PropsWithChildren) {
  const machines = useMachines().data;
  const byId = useMemo(() => new Map(machines?.map((machine) => [machine.id, machine])), [machines]);
  return <MachinesContext.Provider value={byId}>{children}</MachinesContext.Provider>;
}

/** The machine of this id, once it is known. */
export const useMachineOf = (id: string): MachineView | undefined => useContext(MachinesContext).get(id);
