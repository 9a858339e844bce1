import { endpoints, type JobDetail, type RunView, type StockPieceView } from '@keen-anvil/contract';
import { turnMarksOf, worksOf, type StepWork } from '@keen-anvil/core/steps';
import type { Point } from '@keen-anvil/core/geometry';
import { turnedSheet, type SheetTurn } from '@keen-anvil/core/layout';
import { expectedErrorMm, type Correction } from '@keen-anvil/core/registration';
import { readMarks, seedFromId, turnedByHand } from '@keen-anvil/core/standins';
import { formatNumber } from '@keen-anvil/core/units';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { Columns } from '../../ui/columns';
import { Button } from '../../ui/elements';
import { Leaf } from '../../ui/leaf';
import { Page } from '../../ui/page';
import { useTokens } from '../../ui/theme';
import { Aside, Body, Strong } from '../../ui/type';
import { ask } from '../api/ask';
import { bedOfMachine, marksToSend, ReadMarks, useReadMarks } from '../jobs/read-marks';
import { useRuns, runsKey } from '../jobs/run-queries';
import { StepSheets } from '../jobs/step-sheets';
import { TurnedPicture } from './turned-picture';

const TITLE = 'Turned over';

/** A sheet that was turned over in the middle of its job: where its marks lie now, so that the back comes behind its front. */
export function TurnPage({ jobId }: { jobId: string }) {
  const runs = useRuns(jobId);
  return (
    <StepSheets title={TITLE} jobId={jobId}>
      {(job, materials, machines) => {
        const run = runs.data?.find(({ progress, holdFor }) => progress.state === 'holding' && holdFor?.turnOver);
        const step = job.steps.find(({ id }) => id === run?.stepId);
        const work = step && worksOf(step).find(({ sheet }) => sheet?.id === run?.sheetId);
        const piece = materials.flatMap(({ pieces }) => pieces).find(({ id }) => id === work?.stockPieceId);
        if (!run || !work?.sheet || !work.turned || !piece)
          return { title: 'Nothing to turn over', why: 'No step of this job waits for its sheet to be turned over.' };
        const turned = { ...work, turned: work.turned };
        const marks = turnMarksOf(job, { ...work.sheet, ...sizeOf(piece), turned: work.turned });
        if (!marks)
          return {
            title: 'No marks to turn by',
            why: 'Lay the sheet against its stops, and go on. For the next one, put marks to turn by on its sheet.',
          };
        const machine = machines.find(({ id }) => id === run.machineId);
        const bed = machine ? bedOfMachine(machine) : null;
        return <TurnSheet key={run.id} job={job} run={run} work={turned} piece={piece} marks={marks} bed={bed} />;
      }}
    </StepSheets>
  );
}

const sizeOf = ({ widthMm, lengthMm }: StockPieceView) => ({ widthMm, lengthMm });

interface TurnSheetProps {
  job: JobDetail;
  run: RunView;
  work: StepWork & { turned: SheetTurn };
  piece: StockPieceView;
  marks: Point[];
  bed: ReturnType<typeof bedOfMachine> | null;
}

function TurnSheet({ job, run, work, piece, marks: drawn, bed }: TurnSheetProps) {
  const router = useRouter();
  const client = useQueryClient();
  const { rust } = useTokens();
  const [look, setLook] = useState(0);
  const marks = useReadMarks(drawn, true);
  const size = useMemo(() => sizeOf(piece), [piece]);
  const over = useMemo(() => turnedSheet(work.turned, size), [work.turned, size]);
  const back = { label: job.name, href: { pathname: '/jobs/[id]/run', params: { id: job.id } } } as const;
  const tell = useMutation({
    mutationFn: () => ask(endpoints.readMarks, { id: run.id }, { body: { read: marksToSend(marks) } }),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: runsKey(job.id) });
      router.replace(back.href);
    },
  });
  const letStandInLook = () => {
    // How the hand has laid it nobody knows but the stand-in.
    const lies = turnedByHand(size, seedFromId(run.id));
    marks.take(readMarks(drawn, { lies, noiseMm: 0.1, glare: 0.05, missing: 0.02, seed: seedFromId(run.id) + look }));
    setLook(look + 1);
  };
  const way = work.turned === 'left-right' ? 'left to right' : 'top to bottom';
  return (
    <Page
      title={TITLE}
      maxWidth={1100}
      back={back}
      aside={`Step ${run.stepNumber}, ${piece.name}, ${formatNumber(size.widthMm, 1)} × ${formatNumber(size.lengthMm, 1)} mm`}
      foot={
        <>
          {tell.isError ? (
            <Body role="alert" style={{ color: rust }}>
              {tell.error.message}
            </Body>
          ) : null}
          <Button
            title="Bring the back behind its front"
            disabled={!marks.correction}
            loading={tell.isPending}
            onPress={() => tell.mutate()}
          />
        </>
      }
    >
      <Columns
        first={
          <TurnedPicture
            job={job}
            work={work}
            size={size}
            over={over}
            marks={drawn}
            affine={marks.correction?.affine ?? null}
          />
        }
        second={
          <Leaf>
            <Strong>{`Turn it over, ${way}`}</Strong>
            <Body>
              Lay it where it lay, its back up. Then let the camera look for the four holes, or bring the head over the
              middle of each and type what the machine shows.
            </Body>
            <ReadMarks marks={marks} bed={bed} onLook={letStandInLook} />
            {marks.correction ? <Aside testID="front-to-back">{sayError(marks.correction)}</Aside> : null}
          </Leaf>
        }
      />
    </Page>
  );
}

function sayError(correction: Correction): string {
  const mm = expectedErrorMm(correction);
  return mm === null
    ? 'Two marks bring the back behind its front, but cannot say how well: read a third one.'
    : `Front and back come to lie within about ${formatNumber(mm, 2)} mm of each other.`;
}
