import type { JobDetail } from '@keen-anvil/contract';
import { closePiece, nestGroup } from '@keen-anvil/core/steps';
import { CarrierKey } from './carrier-key';
import { LayByHand } from './lay-by-hand';
import { StepSheets } from './step-sheets';

/** The sheet of a step as it is laid by hand. @param sheetId which of its sheets; its first where none is named */
export function LayPage({ jobId, number, sheetId }: { jobId: string; number: number; sheetId: string | null }) {
  return (
    <StepSheets title="Lay by hand" jobId={jobId}>
      {(job, materials, machines) => {
        const group = nestGroup(job, number, materials, machines);
        const sheet = sheetOfStep(job, number, sheetId);
        const piece = group?.material.pieces.find(({ id }) => id === sheet?.stockPieceId);
        if (!group || !sheet || !piece)
          return { title: 'No sheet yet', why: 'Choose the material of this step, and its sheet lies here.' };
        // Marks to turn by are things here like all others.
        const close = closePiece(piece, { ...group, held: [], clear: [] });
        if (!close) {
          const step = stepOf(job, number)!;
          const isOfUse = closePiece(piece, { ...group, onCarrier: true, held: [], clear: [] }) !== null;
          return {
            title: 'Out of reach',
            why: isOfUse
              ? `${piece.name} is so small that the machine’s margins take all of it. On a carrier sheet it reaches more.`
              : `The machine reaches nothing of ${piece.name}, on a carrier sheet neither: choose another piece.`,
            wayOut: <CarrierKey job={job} step={step} isOfUse={isOfUse} />,
          };
        }
        return (
          <LayByHand key={sheet.id} job={job} group={group} number={number} sheet={sheet} piece={piece} close={close} />
        );
      }}
    </StepSheets>
  );
}

const stepOf = (job: JobDetail, number: number) => job.steps.find(({ position }) => position + 1 === number);

const sheetOfStep = (job: JobDetail, number: number, sheetId: string | null) => {
  const sheets = stepOf(job, number)?.sheets ?? [];
  return sheets.find(({ id }) => id === sheetId) ?? sheets.at(0) ?? null;
};
