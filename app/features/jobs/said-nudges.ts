import type { StepView } from '@keen-anvil/contract';
import { sayChanges } from '@keen-anvil/core/recipes';

/** What is dialled otherwise than the recipe says, with whose nudge it is and why; undefined where nothing is. */
export function saidNudges({ match: { variant }, nudge }: Pick<StepView, 'match' | 'nudge'>): string | undefined {
  const said = [
    variant
      ? `nudged ${sayChanges(variant.changes)} for ${variant.forName}${variant.reason ? `: ${variant.reason}` : ''}`
      : '',
    nudge ? `in this job ${sayChanges(nudge.changes)}${nudge.reason ? `: ${nudge.reason}` : ''}` : '',
  ].filter(Boolean);
  return said.length ? said.join('; ') : undefined;
}
