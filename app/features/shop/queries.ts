import { paths, type MachineView, type MaterialView, type ToolView } from '@keen-anvil/contract';
import { useQuery } from '@tanstack/react-query';
import { call } from '../api/client';

export const useMachines = () => useQuery({ queryKey: ['machines'], queryFn: ({ signal }) => call<MachineView[]>(paths.machines, { signal }) });
export const useTools = () => useQuery({ queryKey: ['tools'], queryFn: ({ signal }) => call<ToolView[]>(paths.tools, { signal }) });
export const useMaterials = () => useQuery({ queryKey: ['materials'], queryFn: ({ signal }) => call<MaterialView[]>(paths.materials, { signal }) });
