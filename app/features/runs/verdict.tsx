import type { RunView } from '@keen-anvil/contract';
import { OUTCOMES, processOf } from '@keen-anvil/core/recipes';
import { Pressable, View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import { useScoreRun } from './queries';

/** How did it come out? In the words of the process; what the stand-in saw is marked, the maker has the last word. */
export function Verdict({ run }: { run: RunView }) {
  const { rule, ink, moss, rust, quench } = useTokens();
  const score = useScoreRun(run.jobId);
  const words = processOf(run.process).outcomes;
  return (
    <View style={{ gap: SPACE.small }}>
      <Body>Look before you unload. How did it come out?</Body>
      <View role="group" aria-label="Outcome" style={{ gap: SPACE.small }}>
        {OUTCOMES.map((outcome) => {
          const isSeen = outcome === run.seenOutcome;
          return (
            <Pressable
              key={outcome}
              role="button"
              aria-label={words[outcome]}
              disabled={score.isPending}
              onPress={() => score.mutate({ id: run.id, outcome })}
              style={{ minHeight: 52, flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between', paddingHorizontal: SPACE.base, borderWidth: isSeen ? 2 : 1, borderColor: isSeen ? quench : rule, borderLeftWidth: 6, borderLeftColor: outcome === 'right' ? moss : rust, borderRadius: 3 }}
            >
              <Strong style={{ color: ink }}>{words[outcome]}</Strong>
              {isSeen ? <Aside>the stand-in saw this</Aside> : null}
            </Pressable>
          );
        })}
      </View>
      {score.isError ? <Body style={{ color: rust }}>{score.error.message}</Body> : null}
    </View>
  );
}
