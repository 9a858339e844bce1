import type { JobDetail, StepView } from '@keen-anvil/contract';
import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { Button } from '../../ui/elements';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Body } from '../../ui/type';
import { useAct } from './queries';

/** The ways out of a piece of which the machine reaches nothing: on a carrier sheet its margins fall away, or another piece. */
export function CarrierKey({ job, step, isOfUse }: { job: JobDetail; step: StepView; isOfUse: boolean }) {
  const { rust } = useTokens();
  const router = useRouter();
  const act = useAct(job.id);
  return (
    <View style={{ gap: SPACE.small }}>
      {act.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {act.error.message}
        </Body>
      ) : null}
      {isOfUse ? (
        <Button
          title="Put it on a carrier sheet"
          loading={act.isPending}
          onPress={() => act.mutate({ do: 'change-step', stepId: step.id, onCarrier: true })}
        />
      ) : null}
      <Button
        title="Choose another piece"
        type="outline"
        onPress={() => router.push({ pathname: '/jobs/[id]', params: { id: job.id, tab: 'Steps' } })}
      />
    </View>
  );
}
