import { PRINT_TITLE, PrintSheet } from './print-sheet';
import { StepSheets } from './step-sheets';

/** A sheet that is printed before it is cut: its page, and where its marks came to lie. */
export function PrintPage({ jobId, sheetId }: { jobId: string; sheetId: string | null }) {
  return (
    <StepSheets title={PRINT_TITLE} jobId={jobId}>
      {(job, materials, machines) => {
        const sheets = job.steps.flatMap((step) => step.sheets);
        const sheet = sheets.find(({ id }) => id === sheetId) ?? sheets.at(0);
        const piece = materials.flatMap(({ pieces }) => pieces).find(({ id }) => id === sheet?.stockPieceId);
        if (!sheet || !piece) return { title: 'No page to print', why: 'Choose the material of this step first.' };
        if (piece.kind === 'roll')
          return {
            title: 'No page to print',
            why: 'A roll is no page: choose a sheet of a size that the printer takes.',
          };
        const cut = job.steps.find(({ sheets: own }) => own.some(({ id }) => id === sheet.id));
        const machine = machines.find(({ id }) => id === cut?.machineId);
        return <PrintSheet key={sheet.id} job={job} sheet={sheet} piece={piece} machine={machine} />;
      }}
    </StepSheets>
  );
}
