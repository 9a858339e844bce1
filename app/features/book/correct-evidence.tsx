import type { EvidenceView, RecipeDetail } from '@keen-anvil/contract';
import { View } from 'react-native';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body } from '../../ui/type';
import { OutcomeKeys } from './outcome-keys';
import { sayVerdicts } from './say-verdicts';
import { useCorrectEvidence } from './queries';

/** Corrects what came out of a run or a trial, or takes it out; what was said before is kept. */
export function CorrectEvidence({
  recipe,
  event,
  onDone,
}: {
  recipe: RecipeDetail;
  event: EvidenceView;
  onDone: () => void;
}) {
  const { rust } = useTokens();
  const correct = useCorrectEvidence();
  return (
    <View style={{ gap: SPACE.small }}>
      <Aside>{event.jobName ?? 'Trial'}</Aside>
      <OutcomeKeys
        process={recipe.process}
        colour={recipe.material.colour}
        seen={null}
        chosen={event.outcome}
        isBusy={correct.isPending}
        onChoose={(outcome) => correct.mutate({ id: event.id, outcome }, { onSuccess: onDone })}
      />
      {event.earlier.length ? <Aside>{`Before: ${sayVerdicts(recipe.process, event.earlier)}`}</Aside> : null}
      {correct.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {correct.error.message}
        </Body>
      ) : null}
      <TextKey
        title="It does not count: take it out"
        icon="eraser"
        isRisky
        isDisabled={correct.isPending}
        onPress={() => correct.mutate({ id: event.id, outcome: null }, { onSuccess: onDone })}
      />
    </View>
  );
}
