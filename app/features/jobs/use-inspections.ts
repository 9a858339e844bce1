import type { JobDetail, MachineView, MaterialView, StepView, ToolView } from '@keen-anvil/contract';
import { kerfFor } from '@keen-anvil/core/materials';
import {
  checkedStep,
  checkedAround,
  isOnlyPrinted,
  worksOf,
  type StepBed,
  type StepWork,
} from '@keen-anvil/core/steps';
import { useQueries, useQueryClient, type QueryClient, type UseQueryResult } from '@tanstack/react-query';
import type { Inspection, InspectionRequest } from '../../workers/inspection';
import { useMachines, useTools } from '../shop/queries';
import { inspectInWorker, numberOf } from './inspect';
import { useMaterialsOf } from '../shop/materials';

export type { StepBed };

/** Where a step lies, once it has a material and a piece; foil lies over a sheet of another material. */
export function bedOf(
  step: Pick<StepView, 'machineId' | 'materialId' | 'stockPieceId' | 'toolId' | 'onMaterialId'>,
  machines: MachineView[],
  materials: MaterialView[],
  tools: ToolView[],
): StepBed | null {
  const machine = machines.find((m) => m.id === step.machineId);
  const material = materials.find((m) => m.id === step.materialId);
  const piece = materials.flatMap((m) => m.pieces).find((p) => p.id === step.stockPieceId);
  const tool = tools.find((t) => t.id === step.toolId);
  const ground = materials.find((m) => m.id === step.onMaterialId) ?? null;
  return machine && material && piece && tool ? { machine, material, piece, tool, ground } : null;
}

/** What the worker needs to know of a step; null until it has its material. */
export function inspectionRequest(
  step: StepWork,
  bed: StepBed | null,
  around: Parameters<typeof checkedStep>[2] = {},
): InspectionRequest | null {
  if (!bed) return null;
  return {
    step: {
      machine: bed.machine,
      process: step.process,
      settings: step.match.settings ?? step.match.suggestion?.settings ?? { passes: 1 },
      holder: step.holder,
      fill: step.fill,
      tool: bed.tool,
      kerfMm: kerfFor(bed.material, bed.machine.id),
      ...(step.cut ? { cut: step.cut } : {}),
      // It is only looked at: what the machine gets is shortened further.
      effort: 'quick',
      parts: step.laid.map(({ id, name, contours, place, colour }) => ({ id, name, contours, place, colour })),
    },
    check: checkedStep(step, bed, around),
  };
}

/** What a step does on one sheet, with its bed and what the worker found. */
export interface InspectedStep {
  step: StepWork;
  bed: StepBed | null;
  inspection: UseQueryResult<Inspection>;
}

const marks = new WeakMap<StepWork, string>();

/** A step's parts with their lines and places, as one text: a key of thousands of places would be gone through at each look. */
function markOf(step: StepWork): string {
  const before = marks.get(step);
  if (before !== undefined) return before;
  // The same lines are the same list, under the same number.
  const mark = JSON.stringify(
    step.laid.map(({ id, contours, place: { x, y, angle, turnedOver } }) => [
      id,
      numberOf(contours),
      x,
      y,
      angle,
      turnedOver,
    ]),
  );
  marks.set(step, mark);
  return mark;
}

/** What a step's path depends on, as a key. */
export const pathKey = (step: StepWork, request: InspectionRequest | null): readonly unknown[] => [
  step.id,
  step.sheet?.id ?? null,
  request && { ...request.step, parts: markOf(step) },
];

/** The same request has the same key. */
const keyOf = (step: StepWork, request: InspectionRequest | null): readonly unknown[] => [
  'inspection',
  step.id,
  step.sheet?.id ?? null,
  request && { ...request, step: { ...request.step, parts: markOf(step) } },
];

/** What was found of a step on a sheet last, whatever it looked like then. */
function latestInspection(client: QueryClient, { id, sheet }: StepWork): Inspection | undefined {
  const known = client.getQueryCache().findAll({ queryKey: ['inspection', id, sheet?.id ?? null] });
  known.sort((a, b) => b.state.dataUpdatedAt - a.state.dataUpdatedAt);
  return known[0]?.state.data as Inspection | undefined;
}

/** Inspects every step of a job on each of its sheets in workers; only what changed is inspected again. */
export function useInspections(job: JobDetail): InspectedStep[] {
  const client = useQueryClient();
  const machines = useMachines().data ?? [];
  const materials =
    useMaterialsOf(job.steps.flatMap(({ materialId, onMaterialId }) => [materialId, onMaterialId])).data ?? [];
  const tools = useTools().data ?? [];
  const works = job.steps.flatMap(worksOf);
  const beds = works.map((step) => bedOf(step, machines, materials, tools));
  const requests = works.map((step, i) => inspectionRequest(step, beds[i], checkedAround(job, step)));
  const inspections = useQueries({
    queries: requests.map((request, i) => ({
      queryKey: keyOf(works[i], request),
      queryFn: ({ signal }: { signal: AbortSignal }) => inspectInWorker(request!, signal),
      enabled: request !== null && (!works[i].isSkipped || isOnlyPrinted(works[i])),
      staleTime: Infinity,
      structuralSharing: false,
      // While a change is checked, the sheet stays as it was.
      placeholderData: () => latestInspection(client, works[i]),
      retry: false,
    })),
  });
  return works.map((step, i) => ({ step, bed: beds[i], inspection: inspections[i] }));
}
