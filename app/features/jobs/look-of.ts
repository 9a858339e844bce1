import type { StepBed } from '@keen-anvil/contract/work';

/** The colour that a step's work will have: the pen's ink, or the material's. */
export function lookOf({ tool, material }: Pick<StepBed, 'tool' | 'material'>): string {
  const { ink } = tool.details;
  return tool.kind === 'pen' && typeof ink === 'string' && /^#[0-9a-f]{6}$/i.test(ink) ? ink : material.colour;
}
