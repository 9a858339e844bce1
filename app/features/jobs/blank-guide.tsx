import type { JobDetail, SheetOfStep, StepView } from '@keen-anvil/contract';
import { addresses } from '@keen-anvil/contract';
import { knownBounds } from '@keen-anvil/core/geometry';
import { gridPlaces, straightAt } from '@keen-anvil/core/layout';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { Chips } from '../../ui/chips';
import { Decision } from '../../ui/choice';
import { Button } from '../../ui/elements';
import { StepNumber } from '../../ui/step-number';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body } from '../../ui/type';
import { saveFile } from '../api/save-file';
import { useAct, useAddMeasured } from './queries';

interface BlankGuideProps {
  job: JobDetail;
  step: StepView;
  sheet: SheetOfStep;
}

const SHAPES = [
  { value: 'circle', label: 'Round' },
  { value: 'rectangle', label: 'Rectangle' },
] as const;

/** Keys that show where blanks lie on the sheet, one or several in a grid, and draw them on the carrier. */
export function BlankGuide(props: BlankGuideProps) {
  const { job, step, sheet } = props;
  const { rust } = useTokens();
  const [isOpen, setOpen] = useState(false);
  const file = useMutation({ mutationFn: () => saveFile(addresses.guideFile({ id: step.id, sheet: sheet.id })) });
  const isThere = job.otherParts.some(
    ({ role, stepId, places }) =>
      role === 'guide' && stepId === step.id && places.some(({ sheetId }) => sheetId === sheet.id),
  );
  return (
    <>
      <TextKey title="Where blanks lie" icon="target" onPress={() => setOpen(true)} />
      {isThere ? (
        <TextKey
          title="Draw the guides (file)"
          icon="download"
          isDisabled={file.isPending}
          onPress={() => file.mutate()}
        />
      ) : null}
      {file.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {file.error.message}
        </Body>
      ) : null}
      <Decision title="Where blanks lie" isOpen={isOpen} onClose={() => setOpen(false)}>
        {isOpen ? <GuideForm {...props} onDone={() => setOpen(false)} /> : null}
      </Decision>
    </>
  );
}

interface Guide {
  shape: (typeof SHAPES)[number]['value'];
  width: number;
  height: number;
  in: number;
  up: number;
  across: number;
  along: number;
  gap: number;
}

function GuideForm({ job, step, sheet, onDone }: BlankGuideProps & { onDone: () => void }) {
  const { rust } = useTokens();
  const put = usePutGuide(job, step, sheet, onDone);
  const [guide, setGuide] = useState<Guide>({
    shape: 'circle',
    width: 80,
    height: 80,
    in: 30,
    up: 20,
    across: 1,
    along: 1,
    gap: 10,
  });
  const number = (name: Exclude<keyof Guide, 'shape'>, label: string, unit: string, min: number, max: number) => (
    <StepNumber
      label={label}
      unit={unit}
      value={guide[name]}
      min={min}
      max={max}
      step={1}
      onChange={(value) => setGuide({ ...guide, [name]: unit === '' ? Math.round(value) : value })}
    />
  );
  return (
    <View style={{ gap: SPACE.small }}>
      <Aside>Shown to lay by, and to tape the blank to; never processed.</Aside>
      <Chips
        label="Shape of the blank"
        options={SHAPES}
        chosen={guide.shape}
        onChoose={(shape) => setGuide({ ...guide, shape })}
      />
      {number('width', guide.shape === 'circle' ? 'Diameter' : 'Width', 'mm', 5, 600)}
      {guide.shape === 'rectangle' ? number('height', 'Height', 'mm', 5, 600) : null}
      {number('in', 'In from the left edge', 'mm', 0, 1000)}
      {number('up', 'Up from the lead edge', 'mm', 0, 2000)}
      {number('across', 'Beside each other', '', 1, 30)}
      {number('along', 'Behind each other', '', 1, 30)}
      {guide.across > 1 || guide.along > 1 ? number('gap', 'Between them', 'mm', 0, 200) : null}
      {put.error ? (
        <Body role="alert" style={{ color: rust }}>
          {put.error.message}
        </Body>
      ) : null}
      <Button title="Show it on the sheet" loading={put.isPending} onPress={() => put.begin(guide)} />
    </View>
  );
}

/** Brings a measured shape in as a guide of a step, as often as it is wanted, exactly where it is wanted. */
function usePutGuide(job: JobDetail, step: StepView, sheet: SheetOfStep, onDone: () => void) {
  const add = useAddMeasured(job.id);
  const act = useAct(job.id);
  const begin = ({ shape, width, height, in: fromLeft, up, across, along, gap }: Guide) => {
    const id = uuid();
    const measures: Record<string, number> = shape === 'circle' ? { diameter: width } : { width, height };
    add.mutate(
      { id, measured: { shape, measures } },
      {
        onSuccess: (after) => {
          const part = after.steps.flatMap(({ parts }) => parts).find(({ artworkId }) => artworkId === id);
          if (!part) return;
          const bounds = knownBounds(part.contours)!;
          const grid = { inMm: fromLeft, upMm: up, across, along, gapMm: gap };
          const lies = gridPlaces(bounds, grid).map((at) => ({
            partId: part.id,
            sheet: 0,
            ...straightAt(at),
          }));
          act.mutate({ do: 'move-to-step', partIds: [part.id], stepId: step.id });
          act.mutate({ do: 'change-role', partIds: [part.id], role: 'guide' });
          act.mutate(
            {
              do: 'lay-parts',
              partIds: [part.id],
              sheets: [{ sheetId: sheet.id, stockPieceId: null, onCarrier: sheet.onCarrier }],
              lies,
            },
            { onSuccess: onDone },
          );
        },
      },
    );
  };
  return { begin, isPending: add.isPending || act.isPending, error: add.error ?? act.error };
}
