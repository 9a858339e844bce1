import type { MachineView, RunView } from '@keen-anvil/contract';
import { machineKindOf } from '@keen-anvil/core/machines';
import { useQuery } from '@tanstack/react-query';
import { fileOfRun } from '../cable/run-over-cable';
import { followFile } from './follow-path';

/** What the machine of a run does with its file; nothing for a press. */
export const useRunPath = (run: RunView | undefined, machine: MachineView | undefined) =>
  useQuery({
    queryKey: ['run path', run?.id, run?.nudge, run?.isBrought, run?.settings, machine?.version],
    queryFn: async ({ signal }) =>
      followFile(
        { machine: machine!, file: await fileOfRun(run!.id), settings: run!.settings, zero: run!.zero },
        signal,
      ),
    enabled: run !== undefined && machine !== undefined && machineKindOf(machine.kind).does !== 'heat',
    staleTime: Infinity,
    structuralSharing: false,
    retry: false,
  });
