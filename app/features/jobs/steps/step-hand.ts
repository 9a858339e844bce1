import type { JobDetail } from '@keen-anvil/contract';
import type { ChangeStep } from '@keen-anvil/core/jobs';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { useAct } from '../queries';
import type { InspectedStep } from '../use-inspections';

/** What is asked of the maker about a step. */
export type Asked =
  'material' | 'process' | 'machine' | 'tool' | 'holder' | 'piece' | 'new-piece' | 'nudge' | 'merge' | 'ground' | null;

/** A step as it is in the hand: what it is, what is asked of it, and how it is changed. */
export interface StepHand extends Pick<InspectedStep, 'step' | 'bed' | 'inspection'> {
  job: JobDetail;
  asked: Asked;
  ask: (asked: Asked) => void;
  /** Changes the step; what was asked is answered. */
  send: (body: Omit<ChangeStep, 'do' | 'stepId'>) => void;
  /** Why the last change was refused; null where it was not. */
  refusal: string | null;
  /** Opens a page of the job that is about this step. */
  open: (page: 'path' | 'ways' | 'dial') => void;
}

const PAGES = { path: '/jobs/[id]/path', ways: '/jobs/[id]/ways', dial: '/jobs/[id]/dial' } as const;

export function useStepHand(job: JobDetail, { step, bed, inspection }: InspectedStep): StepHand {
  const router = useRouter();
  const [asked, ask] = useState<Asked>(null);
  const change = useAct(job.id);
  return {
    job,
    step,
    bed,
    inspection,
    asked,
    ask,
    send: (body) => {
      ask(null);
      change.mutate({ do: 'change-step', stepId: step.id, ...body });
    },
    refusal: change.error?.message ?? null,
    open: (page) =>
      router.push({
        pathname: PAGES[page],
        params: {
          id: job.id,
          step: String(step.position + 1),
          ...(page === 'path' && step.sheet ? { sheet: step.sheet.id } : {}),
        },
      }),
  };
}
