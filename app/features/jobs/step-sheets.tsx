import type { JobDetail, MachineView, MaterialView } from '@keen-anvil/contract';
import type { ReactElement } from 'react';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { useMaterialsOf } from '../shop/materials';
import { useMachines } from '../shop/queries';
import { useJob } from './queries';

/** Why a page has nothing to show. */
export interface NothingHere {
  title: string;
  why: string;
  /** The way out, where there is one. */
  wayOut?: ReactElement;
}

interface StepSheetsProps {
  title: string;
  jobId: string;
  /** What stands on the page once all of it is there, or why it cannot. */
  children: (job: JobDetail, materials: MaterialView[], machines: MachineView[]) => ReactElement | NothingHere;
}

const isNothing = (drawn: ReactElement | NothingHere): drawn is NothingHere => 'why' in drawn;

/** A page about a job's sheets: with its job, its materials and the machines, once they are there. */
export function StepSheets({ title, jobId, children }: StepSheetsProps) {
  const job = useJob(jobId);
  const machines = useMachines();
  const materials = useMaterialsOf(job.data?.steps.map(({ materialId }) => materialId) ?? []);
  const failed = [job, machines, materials].find(({ isError }) => isError);
  const drawn =
    job.data && machines.data && materials.data && !failed ? children(job.data, materials.data, machines.data) : null;
  if (drawn && !isNothing(drawn)) return drawn;
  const back = {
    label: job.data?.name ?? 'Job',
    href: { pathname: '/jobs/[id]', params: { id: jobId, tab: 'Sheet' } },
  } as const;
  return (
    <Page title={title} back={back}>
      {failed?.error ? (
        <Trouble error={failed.error} retry={() => void failed.refetch()} />
      ) : drawn ? (
        <>
          <Nothing title={drawn.title}>{drawn.why}</Nothing>
          {drawn.wayOut}
        </>
      ) : (
        <Waiting />
      )}
    </Page>
  );
}
