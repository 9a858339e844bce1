import { canBeDone, processOf, sayChanges, sayTemper, type ProcessName } from '@keen-anvil/core/recipes';
import { formatDuration, formatNumber } from '@keen-anvil/core/units';
import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { LinkPress } from '../../../ui/link-press';
import { ProcessMark } from '../../../ui/marks';
import { TextKey } from '../../../ui/text-key';
import { useTokens } from '../../../ui/theme';
import { SPACE, TARGET } from '../../../ui/tokens';
import { Aside, Figure } from '../../../ui/type';
import { SettingsLine } from '../../book/settings-line';
import { useMachines, useTools } from '../../shop/queries';
import { isEngraved } from '../engraving-ways';
import { OfferedRecipe } from '../offered-recipe';
import { UsualProcess } from '../usual-process';
import type { StepHand } from './step-hand';

/** What is done in a step, how long it takes, and by which recipe; or what is offered in its place. */
export function StepRecipe({ hand }: { hand: StepHand }) {
  const { step, inspection } = hand;
  return (
    <>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', columnGap: SPACE.wide, rowGap: 2 }}>
        <ProcessMark process={step.process} />
        {inspection.data ? (
          <Figure testID="estimate">
            {formatDuration(inspection.data.seconds)}
            {inspection.data.isRough ? ' (rough)' : ''} · {formatNumber(inspection.data.cutMm / 1000, 2)} m
          </Figure>
        ) : null}
      </View>
      {step.match.recipe ? <FoundRecipe hand={hand} /> : <NoRecipe hand={hand} />}
    </>
  );
}

function FoundRecipe({ hand: { job, step, bed, ask, open } }: { hand: StepHand }) {
  const tokens = useTokens();
  const router = useRouter();
  const { recipe, settings, variant } = step.match;
  if (!recipe || !bed) return null;
  const nudgeTitle = step.nudge ? 'Nudged here' : 'Nudge here';
  const number = step.position + 1;
  return (
    <>
      <LinkPress
        href={{ pathname: '/book/[id]', params: { id: recipe.id } }}
        style={{ minHeight: TARGET, justifyContent: 'center' }}
      >
        <SettingsLine
          settings={settings ?? recipe.settings}
          machineId={step.machineId}
          size={22}
          colour={tokens.quench}
        />
        <Aside>recipe found: {sayTemper(recipe.temper.tally).join('; ')}</Aside>
        {variant ? (
          <Aside>{`nudged ${sayChanges(variant.changes, bed.machine)} for ${variant.forName}: ${variant.reason}`}</Aside>
        ) : null}
        {step.nudge ? (
          <Aside
            style={{ color: tokens.ember }}
          >{`in this job ${sayChanges(step.nudge.changes, bed.machine)}: ${step.nudge.reason}`}</Aside>
        ) : null}
      </LinkPress>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
        <TextKey
          title="Tune it"
          icon="target"
          label={`Tune it: the recipe of step ${number}`}
          onPress={() => router.push({ pathname: '/book/[id]/tune', params: { id: recipe.id, job: job.id } })}
        />
        <TextKey
          title={nudgeTitle}
          icon="plus-minus-variant"
          label={`${nudgeTitle}: step ${number}`}
          onPress={() => ask('nudge')}
        />
      </View>
      {isEngraved(step) ? (
        <TextKey
          title="Ways to engrave"
          icon="compare-horizontal"
          label={`Ways to engrave: step ${number}`}
          onPress={() => open('ways')}
        />
      ) : null}
    </>
  );
}

function NoRecipe({ hand: { step, bed, send } }: { hand: StepHand }) {
  const machines = useMachines().data ?? [];
  const tools = useTools().data ?? [];
  if (!bed) return null;
  const { machine, material } = bed;
  return (
    <>
      <OfferedRecipe
        step={step}
        machine={machine}
        processLabel={processOf(step.process).label}
        materialName={material.name}
      />
      <UsualProcess
        usual={material.defaultProcess}
        present={step.process}
        isInShop={canBeDone(material.defaultProcess, { machines, tools })}
        onChoose={(process: ProcessName) => send({ process })}
      />
    </>
  );
}
