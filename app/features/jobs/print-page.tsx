import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { useMaterialsOf } from '../shop/materials';
import { PRINT_TITLE as TITLE, PrintSheet } from './print-sheet';
import { useJob } from './queries';

/** A sheet that is printed before it is cut: its page, and where its marks came to lie. */
export function PrintPage({ jobId, sheetId }: { jobId: string; sheetId: string | null }) {
  const job = useJob(jobId);
  const materials = useMaterialsOf(job.data?.steps.map(({ materialId }) => materialId) ?? []);
  const back = {
    label: job.data?.name ?? 'Job',
    href: { pathname: '/jobs/[id]', params: { id: jobId, tab: 'Sheet' } },
  } as const;
  const failed = [job, materials].find(({ isError }) => isError);
  if (failed?.error)
    return (
      <Page title={TITLE} back={back}>
        <Trouble error={failed.error} retry={() => void failed.refetch()} />
      </Page>
    );
  if (!job.data || !materials.data)
    return (
      <Page title={TITLE} back={back}>
        <Waiting />
      </Page>
    );
  const sheets = job.data.steps.flatMap((step) => step.sheets);
  const sheet = sheets.find(({ id }) => id === sheetId) ?? sheets.at(0);
  const piece = materials.data.flatMap(({ pieces }) => pieces).find(({ id }) => id === sheet?.stockPieceId);
  if (!sheet || !piece || piece.kind === 'roll')
    return (
      <Page title={TITLE} back={back}>
        <Nothing title="No page to print">
          {piece
            ? 'A roll is no page: choose a sheet of a size that the printer takes.'
            : 'Choose the material of this step first.'}
        </Nothing>
      </Page>
    );
  return <PrintSheet key={sheet.id} job={job.data} sheet={sheet} piece={piece} />;
}
