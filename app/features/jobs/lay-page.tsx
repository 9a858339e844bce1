import type { JobDetail } from '@keen-anvil/contract';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { useMaterialsOf } from '../shop/materials';
import { useMachines } from '../shop/queries';
import { LayByHand } from './lay-by-hand';
import { closePiece, nestGroup } from './nest-wish';
import { useJob } from './queries';

const TITLE = 'Lay by hand';

/** The sheet of a step as it is laid by hand. @param sheetId which of its sheets; its first where none is named */
export function LayPage({ jobId, number, sheetId }: { jobId: string; number: number; sheetId: string | null }) {
  const job = useJob(jobId);
  const machines = useMachines();
  const materials = useMaterialsOf(job.data?.steps.map(({ materialId }) => materialId) ?? []);
  const back = { label: job.data?.name ?? 'Job', href: { pathname: '/jobs/[id]', params: { id: jobId } } } as const;
  const failed = [job, machines, materials].find(({ isError }) => isError);
  if (failed?.error)
    return (
      <Page title={TITLE} back={back}>
        <Trouble error={failed.error} retry={() => void failed.refetch()} />
      </Page>
    );
  if (!job.data || !machines.data || !materials.data)
    return (
      <Page title={TITLE} back={back}>
        <Waiting />
      </Page>
    );
  const group = nestGroup(job.data, number, materials.data, machines.data);
  const sheet = sheetOfStep(job.data, number, sheetId);
  const piece = group?.material.pieces.find(({ id }) => id === sheet?.stockPieceId);
  if (!group || !sheet || !piece)
    return (
      <Page title={TITLE} back={back}>
        <Nothing title="No sheet yet">Choose the material of this step, and its sheet lies here.</Nothing>
      </Page>
    );
  const close = closePiece(piece, group);
  if (!close)
    return (
      <Page title={TITLE} back={back}>
        <Nothing title="Out of reach">{`The machine reaches nothing of ${piece.name}: choose another piece.`}</Nothing>
      </Page>
    );
  return (
    <LayByHand key={sheet.id} job={job.data} group={group} number={number} sheet={sheet} piece={piece} close={close} />
  );
}

const sheetOfStep = (job: JobDetail, number: number, sheetId: string | null) => {
  const sheets = job.steps.find(({ position }) => position + 1 === number)?.sheets ?? [];
  return sheets.find(({ id }) => id === sheetId) ?? sheets.at(0) ?? null;
};
