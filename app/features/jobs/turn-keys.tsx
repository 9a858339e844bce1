import type { JobDetail, StepView } from '@keen-anvil/contract';
import { View } from 'react-native';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Body } from '../../ui/type';
import { useAct } from './queries';

/** Puts a step before or after its neighbour by hand, or lets the rules order all of them again. */
export function TurnKeys({ job, step }: { job: JobDetail; step: StepView }) {
  const { rust } = useTokens();
  const change = useAct(job.id);
  const order = job.steps.map(({ id }) => id);
  const move = (by: number) => {
    const next = [...order];
    next.splice(step.position, 1);
    next.splice(step.position + by, 0, step.id);
    change.mutate({ do: 'order-steps', order: next });
  };
  return (
    <View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
        <TextKey
          title="Earlier"
          icon="arrow-up"
          label={`Earlier: step ${step.position + 1}`}
          isDisabled={step.position === 0}
          onPress={() => move(-1)}
        />
        <TextKey
          title="Later"
          icon="arrow-down"
          label={`Later: step ${step.position + 1}`}
          isDisabled={step.position === job.steps.length - 1}
          onPress={() => move(1)}
        />
        {job.isOrderByHand ? (
          <TextKey
            title="Order by the rules"
            icon="sort"
            onPress={() => change.mutate({ do: 'order-steps', order: [] })}
          />
        ) : null}
      </View>
      {change.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {change.error.message}
        </Body>
      ) : null}
    </View>
  );
}
