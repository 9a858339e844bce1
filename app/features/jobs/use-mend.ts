import type { JobDetail, StepView } from '@keen-anvil/contract';
import type { Fix } from '@keen-anvil/core/preflight';
import { useAct } from './queries';

/** Does what a finding offers. */
export function useMend(
  job: JobDetail,
  step?: StepView,
): { mend: (fix: Fix) => void; isPending: boolean; error: Error | null } {
  const act = useAct(job.id);
  const mend = (fix: Fix) => {
    if (fix.kind === 'leave-out') act.mutate({ do: 'change-role', role: 'out', partIds: fix.partIds });
    else if (fix.kind === 'join') act.mutate({ do: 'make-part', partIds: fix.partIds, by: 'join', measures: {} });
    else if (fix.kind === 'bridges') act.mutate({ do: 'put-bridges', partIds: [fix.partId], bridges: fix.bridges });
    else if (fix.kind === 'order-by-rules') act.mutate({ do: 'order-steps', order: [] });
    else if (fix.kind === 'together') {
      const { stepId, partIds, dxMm, dyMm } = fix;
      act.mutate({ do: 'nudge-parts', stepId, partIds, dxMm, dyMm, alone: true });
    } else if (!step) return;
    else if (fix.kind === 'mirror') act.mutate({ do: 'change-step', stepId: step.id, mirrored: fix.mirrored });
    else if (fix.kind === 'carrier') act.mutate({ do: 'change-step', stepId: step.id, onCarrier: true });
    else act.mutate({ do: 'move-in', stepId: step.id, dxMm: fix.dxMm, dyMm: fix.dyMm });
  };
  return { mend, isPending: act.isPending, error: act.error };
}
