import type { RunView } from '@keen-anvil/contract';
import { processOf, sayTemper, type Outcome } from '@keen-anvil/core/recipes';
import { formatDuration, formatNumber } from '@keen-anvil/core/units';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { Decision } from '../../ui/choice';
import { Button } from '../../ui/elements';
import { Leaf } from '../../ui/leaf';
import { Swatch, TemperMark } from '../../ui/marks';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading, Strong } from '../../ui/type';
import { OutcomeKeys } from '../book/outcome-keys';
import { useRecipe } from '../book/queries';
import { sayVerdicts } from '../book/say-verdicts';
import { useScoreRun } from '../jobs/run-queries';
import { HowItLooks } from './how-it-looks';
import { doneWord, isPressed, stepOf } from './run-words';
import { Verdict } from './verdict';

/** A step that is over: how it came out, part by part where that differs, and what that made of its recipe. */
export function Finished({ run }: { run: RunView }) {
  const { moss, rust, ember, quench } = useTokens();
  const router = useRouter();
  const recipe = useRecipe(run.recipeId);
  const score = useScoreRun();
  const [isCorrecting, setCorrecting] = useState(false);
  const words = processOf(run.process).outcomes;
  const edge = run.outcome === null ? ember : run.outcome === 'right' ? moss : rust;
  const takenBack = run.outcome === null ? run.earlier[0]?.outcome : null;
  const say = (outcome: Outcome | null) =>
    score.mutate({ id: run.id, outcome }, { onSuccess: () => setCorrecting(false) });
  return (
    <Leaf edge={edge} testID={`finished-${run.position + 1}`}>
      <View style={{ flexDirection: 'row', gap: SPACE.base, alignItems: 'center' }}>
        <Swatch colour={run.colour} />
        <View style={{ flex: 1 }}>
          <Heading>{run.materialName}</Heading>
          <Aside>{`${stepOf(run)}: ${processOf(run.process).label.toLowerCase()}`}</Aside>
        </View>
      </View>
      {run.onTopOf ? <Aside>gone over again in its place; the first pass counts in</Aside> : null}
      <Aside>
        {run.driver === 'by-hand'
          ? `done by hand, reckoned ${formatDuration(run.estimateSeconds)}`
          : `took ${formatDuration(run.measuredSeconds ?? 0)}, reckoned ${formatDuration(run.estimateSeconds)}`}
        {isPressed(run) ? '' : ` · ${formatNumber(run.progress.cutMm / 1000, 2)} m ${doneWord(run.process)}`}
      </Aside>
      {run.outcome === null ? (
        <>
          <Verdict run={run} />
          {takenBack ? (
            <TextKey
              title={`Do again: ${words[takenBack]}`}
              icon="redo"
              isDisabled={score.isPending}
              onPress={() => say(takenBack)}
            />
          ) : null}
        </>
      ) : (
        <>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: SPACE.wide }}>
            <Strong style={{ color: edge }}>{words[run.outcome]}</Strong>
            <TextKey
              title="Undo"
              icon="undo"
              label={`Undo: ${words[run.outcome]}`}
              isDisabled={score.isPending}
              onPress={() => say(null)}
            />
            <TextKey
              title="Correct it"
              icon="pencil-outline"
              label={`Correct it: the verdict on ${run.materialName}`}
              onPress={() => setCorrecting(true)}
            />
          </View>
          {recipe.data && !run.onTopOf ? (
            <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.small, flexWrap: 'wrap' }}>
              <Body>The recipe is now</Body>
              <TemperMark temper={recipe.data.temper.temper} />
              <Aside>{sayTemper(recipe.data.temper.tally).join('; ')}</Aside>
            </View>
          ) : null}
          <Button
            title="See it in the book"
            type="outline"
            titleStyle={{ color: quench }}
            onPress={() => router.push({ pathname: '/book/[id]', params: { id: run.recipeId } })}
          />
        </>
      )}
      {run.outcome !== null ? <HowItLooks run={run} /> : null}
      {run.earlier.length ? <Aside>{`Said before: ${sayVerdicts(run.process, run.earlier)}`}</Aside> : null}
      {score.isError ? (
        <View role="alert">
          <Body style={{ color: rust }}>{score.error.message}</Body>
        </View>
      ) : null}
      <Decision title="How did it come out?" isOpen={isCorrecting} onClose={() => setCorrecting(false)}>
        <OutcomeKeys
          process={run.process}
          colour={run.colour}
          seen={run.seenOutcome}
          chosen={run.outcome}
          isBusy={score.isPending}
          onChoose={say}
        />
      </Decision>
    </Leaf>
  );
}
