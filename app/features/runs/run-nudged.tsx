import type { RunView } from '@keen-anvil/contract';
import { useTokens } from '../../ui/theme';
import { Aside } from '../../ui/type';
import { useJob } from '../jobs/queries';
import { saidNudges } from '../jobs/said-nudges';

/** What of the numbers is a nudge, and whose. */
export function Nudged({ run }: { run: RunView }) {
  const { ember } = useTokens();
  const step = useJob(run.jobId).data?.steps.find(({ id }) => id === run.stepId);
  const said = step && !run.onTopOf ? saidNudges(step) : undefined;
  return said ? <Aside style={{ color: ember }}>{said}</Aside> : null;
}
