import type { MachineView, TrialShapeView, TuningView } from '@keen-anvil/contract';
import { Leaf } from '../../ui/leaf';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { Aside, Body, Heading } from '../../ui/type';
import { OutcomeKeys } from '../book/outcome-keys';
import { useScoreTrial, verdictTakenBack } from './queries';
import { TrialPhoto } from './trial-photo';
import { saidChanges, saidFault, saidOutcome } from './trial-words';

/** How did a trial come out? The maker has the last word. */
export function ScoreTrial({
  tuning,
  shape,
  machine,
}: {
  tuning: TuningView;
  shape: TrialShapeView;
  machine: MachineView;
}) {
  const { rust, quench } = useTokens();
  const score = useScoreTrial();
  const { process, material } = tuning.recipe;
  const takenBack = verdictTakenBack(shape.id);
  return (
    <Leaf edge={quench} testID="score">
      <Heading>How did trial {shape.number} come out?</Heading>
      <Aside>{saidChanges(machine, process, shape.settings, {})}</Aside>
      {shape.onTopOf.length ? (
        <Aside>
          on top of {shape.onTopOf.map((earlier) => saidChanges(machine, process, earlier, {})).join(', then ')}
        </Aside>
      ) : null}
      <OutcomeKeys
        process={process}
        colour={material.colour}
        seen={shape.seenOutcome}
        where={saidFault(shape)}
        isBusy={score.isPending}
        onChoose={(outcome) => score.mutate({ shapeId: shape.id, outcome })}
      />
      {takenBack ? (
        <TextKey
          title={`Do again: ${saidOutcome(process, takenBack)}`}
          icon="redo"
          isDisabled={score.isPending}
          onPress={() => score.mutate({ shapeId: shape.id, outcome: takenBack })}
        />
      ) : null}
      {score.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {score.error.message}
        </Body>
      ) : null}
      <TrialPhoto shape={shape} />
    </Leaf>
  );
}
