import type { RunView } from '@keen-anvil/contract';
import { View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Body } from '../../ui/type';
import { OutcomeKeys } from '../book/outcome-keys';
import { useScoreRun } from '../jobs/run-queries';

/** How did it come out? What the stand-in saw is marked, the maker has the last word. */
export function Verdict({ run }: { run: RunView }) {
  const { rust } = useTokens();
  const score = useScoreRun();
  return (
    <View style={{ gap: SPACE.small }}>
      <Body>Look before you unload. How did it come out?</Body>
      <OutcomeKeys
        process={run.process}
        colour={run.colour}
        seen={run.seenOutcome}
        isBusy={score.isPending}
        onChoose={(outcome) => score.mutate({ id: run.id, outcome })}
      />
      {score.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {score.error.message}
        </Body>
      ) : null}
    </View>
  );
}
