import type { AdviceView, MachineView, TuningView } from '@keen-anvil/contract';
import { processOf } from '@keen-anvil/core/recipes';
import { formatNumber } from '@keen-anvil/core/units';
import { Button } from '../../ui/elements';
import { View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { Leaf } from '../../ui/leaf';
import { Trouble, Waiting } from '../../ui/states';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading, Strong } from '../../ui/type';
import { ChanceBar } from './chance-bar';
import { useAdvice, useLayOut } from './queries';
import { TrialNumbers } from './trial-numbers';
import { saidChanges } from './trial-words';
import { triedIn } from './tried';

/** A second time in the same place is offered from this chance on. */
const WORTH_REPEATING = 0.4;

/** What to try next, how likely it is right, and why; then what can be done in place, and how thick material is gone through. */
export function NextTrial({ tuning, machine }: { tuning: TuningView; machine: MachineView }) {
  const { moss, quench, ember } = useTokens();
  const answer = useAdvice(tuning);
  const words = processOf(tuning.recipe.process).outcomes;
  if (answer.isError) return <Trouble error={answer.error} retry={() => void answer.refetch()} />;
  if (!answer.data) return <Waiting lines={4} />;
  const { advice, passPlan } = answer.data;
  const tried = triedIn(tuning);
  // What is settled is held against the recipe; what is tried next, against the last trial.
  const before = (advice.isSettled ? undefined : tried.at(-1)?.settings) ?? tuning.recipe.settings;
  return (
    <>
      <Leaf edge={advice.isSettled ? moss : advice.isHopeless ? ember : quench} testID="advice">
        <Heading style={{ color: advice.isSettled ? moss : undefined }}>
          {advice.isSettled
            ? 'Settled'
            : advice.isHopeless
              ? 'No number will do'
              : tried.length
                ? 'Try next'
                : 'Begin with'}
        </Heading>
        <TrialNumbers machine={machine} process={tuning.recipe.process} settings={advice.settings} before={before} />
        <ChanceBar chance={advice.chance} words={{ under: words.under, right: words.right, over: words.over }} />
        <Body testID="why">{sentence(advice.why)}</Body>
        {advice.isHopeless ? (
          <Body>
            Change something else than these dials: a fresh tool, a carrier that holds better, another pass. The next
            trial, if you go on, is the one that could still tell.
          </Body>
        ) : null}
        {!advice.isSettled && tried.some(({ outcome }) => outcome === 'right') ? (
          <Aside>
            If you had to stop now:{' '}
            {saidChanges(machine, tuning.recipe.process, advice.best.settings, tuning.start) ||
              'the numbers it began with'}
            ; {Math.round(advice.best.sure * 100)} % sure that it is right nine times in ten.
          </Aside>
        ) : null}
      </Leaf>
      {advice.repeat && advice.repeat.chance.right >= WORTH_REPEATING ? (
        <InPlace tuning={tuning} machine={machine} repeat={advice.repeat} />
      ) : null}
      {passPlan ? (
        <Leaf edge={ember} testID="pass-plan">
          <Strong>
            {passPlan.passes} passes through {formatNumber(tuning.recipe.material.thicknessMm, 2)} mm
          </Strong>
          {passPlan.depthsMm.map((depth, i) => (
            <View key={i} style={{ flexDirection: 'row', justifyContent: 'space-between', gap: SPACE.base }}>
              <Body>
                Pass {i + 1}: down to {formatNumber(depth, 2)} mm
              </Body>
              <Aside>through {Math.round(passPlan.through[i] * 100)} %</Aside>
            </View>
          ))}
          <Body style={{ color: ember }}>
            {passPlan.lookAfter < passPlan.passes
              ? `Stop after pass ${passPlan.lookAfter} and look: it could be through by then.`
              : 'It will hardly be through before the last pass.'}
          </Body>
        </Leaf>
      ) : null}
    </>
  );
}

const sentence = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;

/** Not enough: a second pass in the same place, with the first one counted in. */
function InPlace({
  tuning,
  machine,
  repeat,
}: {
  tuning: TuningView;
  machine: MachineView;
  repeat: NonNullable<AdviceView['repeat']>;
}) {
  const { ember, rust } = useTokens();
  const layOut = useLayOut(tuning.id);
  const last = tuning.sheets.at(-1)?.shapes.at(-1);
  if (!last || last.id !== repeat.ofShapeId) return null;
  return (
    <Leaf edge={ember} testID="in-place">
      <Strong style={{ color: ember }}>Do not lift the sheet</Strong>
      <Body>
        A second time over trial {repeat.number} with{' '}
        {saidChanges(machine, tuning.recipe.process, repeat.settings, last.settings) || 'the same numbers'} makes it
        right with a chance of {Math.round(repeat.chance.right * 100)} %: what was done there counts.
      </Body>
      {layOut.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {layOut.error.message}
        </Body>
      ) : null}
      <Button
        title="Go over it again"
        type="outline"
        loading={layOut.isPending}
        onPress={() => layOut.mutate({ id: uuid(), count: 1, repeatOf: repeat.ofShapeId })}
      />
    </Leaf>
  );
}
