import type { JobDetail, MachineView, MaterialView, StepView } from '@keen-anvil/contract';
import { cuttableArea } from '@keen-anvil/core/machines';
import { useQueries, useQueryClient, type QueryClient, type UseQueryResult } from '@tanstack/react-query';
import type { Inspection, InspectionRequest } from '../../workers/inspection';
import { useMachines, useMaterials } from '../shop/queries';
import { inspectInWorker } from './inspect';

/** The sheet and machine that a step is laid on. */
export interface StepBed {
  machine: MachineView;
  material: MaterialView;
  piece: MaterialView['pieces'][number];
}

/** Where a step lies, once it has a material and a piece of it. */
export function bedOf(step: StepView, machines: MachineView[], materials: MaterialView[]): StepBed | null {
  const machine = machines.find((m) => m.id === step.machineId);
  const material = materials.find((m) => m.id === step.materialId);
  const piece = material?.pieces.find((p) => p.id === step.stockPieceId);
  return machine && material && piece ? { machine, material, piece } : null;
}

/** What the worker needs to know of a step; null until it has its material. */
export function inspectionRequest(job: JobDetail, step: StepView, bed: StepBed | null): InspectionRequest | null {
  if (!bed || !job.artwork || !job.widthMm) return null;
  const { machine, material, piece } = bed;
  return {
    step: {
      machine,
      process: step.process,
      settings: step.match.settings ?? step.match.suggestion?.settings ?? { passes: 1 },
      holder: step.holder,
      parts: step.parts.map(({ id, name, contours, place }) => ({ id, name, contours, place, colour: step.colour })),
      scale: job.widthMm / job.artwork.drawnWidthMm,
      mirrored: step.mirrored,
    },
    check: {
      sheet: { name: piece.name, widthMm: piece.widthMm, lengthMm: piece.lengthMm },
      cuttable: cuttableArea(machine, piece, step.onCarrier),
      machineName: machine.name,
      material: { name: material.name, smallestDetailMm: material.smallestDetailMm, mirrored: material.mirrored },
      mirrored: step.mirrored,
    },
  };
}

/** A step with its bed and what the worker found. */
export interface InspectedStep {
  step: StepView;
  bed: StepBed | null;
  inspection: UseQueryResult<Inspection>;
}

/** What was found of a step last, whatever it looked like then. */
function latestInspection(client: QueryClient, stepId: string): Inspection | undefined {
  const known = client.getQueryCache().findAll({ queryKey: ['inspection', stepId] });
  known.sort((a, b) => b.state.dataUpdatedAt - a.state.dataUpdatedAt);
  return known[0]?.state.data as Inspection | undefined;
}

/** Inspects every step of a job in workers; only a step that changed is inspected again. */
export function useInspections(job: JobDetail): InspectedStep[] {
  const client = useQueryClient();
  const machines = useMachines().data ?? [];
  const materials = useMaterials().data ?? [];
  const beds = job.steps.map((step) => bedOf(step, machines, materials));
  const requests = job.steps.map((step, i) => inspectionRequest(job, step, beds[i]));
  const inspections = useQueries({
    queries: requests.map((request, i) => ({
      queryKey: ['inspection', job.steps[i].id, request && { ...request, step: { ...request.step, parts: request.step.parts.map(({ id, place }) => ({ id, place })) } }],
      queryFn: ({ signal }: { signal: AbortSignal }) => inspectInWorker(request!, signal),
      enabled: request !== null && !job.steps[i].isSkipped,
      staleTime: Infinity,
      // While a change is checked, the sheet stays as it was.
      placeholderData: () => latestInspection(client, job.steps[i].id),
      retry: false,
    })),
  });
  return job.steps.map((step, i) => ({ step, bed: beds[i], inspection: inspections[i] }));
}
