import { processOf, type ProcessName } from './process';

/** What decides a step's turn and the hold before it. */
export interface OrderedStep {
  process: ProcessName;
  materialId: string | null;
  toolId: string;
}

/**
 * Steps in the order in which they have to run: by the rank of their process (draw before score before kiss cut before
 * through cut); steps of equal rank keep the order in which they came.
 */
export function orderSteps<S extends { process: ProcessName }>(steps: S[]): S[] {
  return [...steps].sort((a, b) => processOf(a.process).rank - processOf(b.process).rank);
}

/** What has to happen at the machine between two steps. */
export type HoldReason = 'material' | 'tool' | 'material-and-tool' | null;

/** Why the machine stops between two steps: another material, another tool, both, or nothing. */
export function holdBetween(before: OrderedStep | undefined, step: OrderedStep): HoldReason {
  if (!before) return null;
  const material = before.materialId !== step.materialId || step.materialId === null;
  const tool = before.toolId !== step.toolId;
  if (material && tool) return 'material-and-tool';
  return material ? 'material' : tool ? 'tool' : null;
}
