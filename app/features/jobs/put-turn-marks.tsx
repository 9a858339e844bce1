import type { JobDetail, StepView } from '@keen-anvil/contract';
import { isTurnMarkIn } from '@keen-anvil/core/steps';
import { processOf } from '@keen-anvil/core/recipes';
import { View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { Aside, Body } from '../../ui/type';
import { useAct, useAddMeasured } from './queries';
import type { InspectedStep } from './use-inspections';

/** From the edges of the sheet, or of what the machine reaches, to the marks, in mm. */
const INSET_MM = 12;
const HOLE_MM = 3;
/** A smaller sheet has no room for marks and work. */
const LEAST_MM = 60;

/** A key that puts marks to turn by onto a sheet that is worked on both sides, where it has none yet. */
export function PutTurnMarks({ job, inspected: { step, bed } }: { job: JobDetail; inspected: InspectedStep }) {
  const { rust } = useTokens();
  const add = useAddMeasured(job.id);
  const act = useAct(job.id);
  const onSheet = ({ sheets }: StepView) => sheets.some(({ id }) => id === step.sheet?.id);
  const cut = job.steps.find((other) => onSheet(other) && processOf(other.process).parts);
  const isTurned = job.steps.some((other) => onSheet(other) && other.turned);
  const isMarked = job.steps.some((other) => onSheet(other) && other.parts.some((part) => isTurnMarkIn(job, part)));
  if (!bed || !isTurned || isMarked) return null;
  const { piece, machine, material } = bed;
  const width = Math.min(piece.widthMm, machine.workWidthMm) - 2 * INSET_MM;
  const height = Math.min(piece.lengthMm, machine.workLengthMm ?? piece.lengthMm) - 2 * INSET_MM;
  const put = () =>
    add.mutate(
      { id: uuid(), measured: { shape: 'turn-marks', measures: { width, height, hole: HOLE_MM } } },
      {
        onSuccess: (after) => {
          const marks = after.steps.find(({ parts }) => parts.some((part) => isTurnMarkIn(after, part)));
          if (!marks) return;
          act.mutate({
            do: 'change-step',
            stepId: marks.id,
            materialId: material.id,
            stockPieceId: piece.id,
            ...(cut ? { process: cut.process, machineId: cut.machineId, toolId: cut.toolId } : {}),
          });
        },
      },
    );
  if (Math.min(width, height) < LEAST_MM)
    return <Aside>This sheet is too small for marks to turn by: lay it against stops.</Aside>;
  return (
    <View>
      <TextKey title="Put marks to turn by on it" icon="target" isDisabled={add.isPending} onPress={put} />
      <Aside>Four small holes, cut with the front; the back is brought to them once the sheet is turned over.</Aside>
      {add.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {add.error.message}
        </Body>
      ) : null}
    </View>
  );
}
