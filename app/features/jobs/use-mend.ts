import type { JobDetail, StepView } from '@keen-anvil/contract';
import type { Fix } from '@keen-anvil/core/preflight';
import { useActOnParts, useChangeStep, useChangeSteps, useNudge } from './queries';

/** Does what a finding offers. */
export function useMend(
  job: JobDetail,
  step?: StepView,
): { mend: (fix: Fix) => void; isPending: boolean; error: Error | null } {
  const act = useActOnParts(job.id);
  const change = useChangeStep();
  const order = useChangeSteps(job.id);
  const nudge = useNudge();
  const mend = (fix: Fix) => {
    if (fix.kind === 'leave-out') act.mutate({ action: 'role', role: 'out', partIds: fix.partIds });
    else if (fix.kind === 'bridges') act.mutate({ action: 'bridges', partIds: [fix.partId], bridges: fix.bridges });
    else if (fix.kind === 'order-by-rules') order.mutate({ order: [] });
    else if (fix.kind === 'together')
      nudge.mutate({ stepId: fix.stepId, partIds: fix.partIds, dxMm: fix.dxMm, dyMm: fix.dyMm, alone: true });
    else if (!step) return;
    else if (fix.kind === 'mirror') change.mutate({ stepId: step.id, version: step.version, mirrored: fix.mirrored });
    else nudge.mutate({ stepId: step.id, partIds: step.parts.map((part) => part.id), dxMm: fix.dxMm, dyMm: fix.dyMm });
  };
  return {
    mend,
    isPending: act.isPending || change.isPending || order.isPending || nudge.isPending,
    error: act.error ?? change.error ?? order.error ?? nudge.error,
  };
}
