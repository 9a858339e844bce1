import type { MachineView, MaterialView, RecipeDetail, ToolView } from '@keen-anvil/contract';
import { nudged, processOf, sameSettings, sayChanges, type Changes, sayTemper } from '@keen-anvil/core/recipes';
import { diagnose, symptomsOf, type Diagnosis, type Known } from '@keen-anvil/core/symptoms';
import { toolKindOf } from '@keen-anvil/core/tools';
import { formatNumber } from '@keen-anvil/core/units';
import { Button } from '../../ui/elements';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { Option } from '../../ui/choice';
import { Leaf } from '../../ui/leaf';
import { Page } from '../../ui/page';
import { Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Figure, Heading, Strong } from '../../ui/type';
import { NudgeRecipe } from '../book/nudge-recipe';
import { useRecipe } from '../book/queries';
import { useMachines, useTools } from '../shop/queries';
import { useMaterial } from '../shop/materials';

/** So many of the last runs are looked at for “it was right lately”. */
const LATELY = 3;

/** What was seen to go wrong, and what may be behind it, with the change to make for each. */
export function SymptomPage({ recipeId }: { recipeId: string }) {
  const recipe = useRecipe(recipeId);
  const machine = useMachines().data?.find((m) => m.id === recipe.data?.machine.id);
  const tool = useTools().data?.find(({ id }) => id === recipe.data?.tool.id);
  const material = useMaterial(recipe.data?.material.id).data;
  // Without the tool's wear the order of the causes would be another one: nothing is said before all is known.
  if (recipe.data && machine && tool && material)
    return <Symptoms recipe={recipe.data} machine={machine} tool={tool} material={material} />;
  return (
    <Page
      title="Something is wrong"
      back={{ label: 'Recipe', href: { pathname: '/book/[id]', params: { id: recipeId } } }}
    >
      {recipe.isError ? <Trouble error={recipe.error} retry={() => void recipe.refetch()} /> : <Waiting />}
    </Page>
  );
}

interface SymptomsProps {
  recipe: RecipeDetail;
  machine: MachineView;
  tool: ToolView;
  material: MaterialView;
}

function Symptoms({ recipe, machine, tool, material }: SymptomsProps) {
  const router = useRouter();
  const { seen } = useLocalSearchParams<{ seen?: string }>();
  const [nudge, setNudge] = useState<{ changes: Changes; reason: string } | null>(null);
  const symptom = symptomsOf(recipe.process).find(({ name }) => name === seen);
  const known: Known = {
    process: recipe.process,
    settings: recipe.settings,
    temper: recipe.temper.temper,
    wearShare: tool.life ? tool.wear / tool.life : null,
    wasRightLately: recipe.evidence
      .filter((event) => sameSettings(event.settings, recipe.settings))
      .slice(0, LATELY)
      .some(({ outcome }) => outcome === 'right'),
    thicknessMm: recipe.material.thicknessMm,
    smallestDetailMm: material.smallestDetailMm,
    artworkDetailMm: null,
  };
  const choose = (name: string | undefined) => router.setParams({ seen: name });
  return (
    <Page
      title={symptom ? `${symptom.label.charAt(0).toUpperCase()}${symptom.label.slice(1)}` : 'What do you see?'}
      aside={`${recipe.material.name}, ${processOf(recipe.process).label.toLowerCase()} on ${recipe.machine.name}`}
      back={{ label: 'Recipe', href: { pathname: '/book/[id]', params: { id: recipe.id } } }}
    >
      {symptom ? (
        <>
          <TextKey title="Something else is wrong" icon="undo" onPress={() => choose(undefined)} />
          {diagnose(machine, symptom.name, known).map((found, i) => (
            <CauseLeaf
              key={found.cause}
              found={found}
              isFirst={i === 0}
              recipe={recipe}
              machine={machine}
              onNudge={(changes) => setNudge({ changes, reason: symptom.label })}
            />
          ))}
          <Aside>
            Known beside that: {recipe.tool.name} at{' '}
            {`${formatNumber(tool.wear, 0)} ${toolKindOf(tool.kind).wearUnit}${tool.life ? ` of ${formatNumber(tool.life, 0)}` : ''}`}
            ; {sayTemper(recipe.temper.tally).join('; ')}.
          </Aside>
        </>
      ) : (
        <View role="radiogroup" aria-label="What do you see?">
          {symptomsOf(recipe.process).map(({ name, label, causes }) => (
            <Option key={name} label={label} detail={`${causes.length} causes`} onPress={() => choose(name)} />
          ))}
        </View>
      )}
      {nudge ? <NudgeRecipe recipe={recipe} machine={machine} start={nudge} onClose={() => setNudge(null)} /> : null}
    </Page>
  );
}

const CHANGE_WORDS = { dial: 'Turn', tool: 'Tool', preparation: 'Prepare', alignment: 'Line up' } as const;

interface CauseLeafProps {
  found: Diagnosis;
  isFirst: boolean;
  recipe: RecipeDetail;
  machine: MachineView;
  onNudge: (changes: Changes) => void;
}

/** One possible cause: how likely, what speaks for it, and what to do. */
function CauseLeaf({ found, isFirst, recipe, machine, onNudge }: CauseLeafProps) {
  const { ember, rule } = useTokens();
  const router = useRouter();
  const { cause, chance, because, change, nudge } = found;
  const tryIt = (changes: Changes) =>
    router.push({
      pathname: '/book/[id]/tune',
      params: { id: recipe.id, start: JSON.stringify(nudged(machine, recipe.settings, changes)) },
    });
  return (
    <Leaf edge={isFirst ? ember : rule} testID="cause">
      <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: SPACE.base }}>
        <Figure style={{ fontSize: 26 }}>{Math.round(chance * 100)} %</Figure>
        <Heading style={{ flex: 1 }}>{cause}</Heading>
      </View>
      {because.length ? <Aside>speaks for it: {because.join(', ')}</Aside> : null}
      {change.kind === 'dial' ? (
        nudge ? (
          <Strong>{sayChanges(nudge, machine)}</Strong>
        ) : (
          <Body>
            {change.way === 'more' ? 'More' : 'Less'} of it is not to be had on {machine.name}.
          </Body>
        )
      ) : (
        <Body>{`${CHANGE_WORDS[change.kind]}: ${change.say}`}</Body>
      )}
      {change.kind !== 'dial' && change.measures === 'holders' && machine.holders > 1 ? (
        <Button
          title={`Measure the holders of ${machine.name}`}
          type="outline"
          onPress={() => router.push({ pathname: '/shop/machine/[id]', params: { id: machine.id } })}
        />
      ) : null}
      {nudge ? (
        <View style={{ flexDirection: 'row', gap: SPACE.small }}>
          <Button
            title="Try it on a scrap"
            type="outline"
            containerStyle={{ flex: 1.8 }}
            onPress={() => tryIt(nudge)}
          />
          <Button title="Nudge" type="outline" containerStyle={{ flex: 1 }} onPress={() => onNudge(nudge)} />
        </View>
      ) : null}
    </Leaf>
  );
}
