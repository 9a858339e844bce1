import type { RecipeDetail } from '@keen-anvil/contract';
import { Button } from '@rneui/themed';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { processOf, sameSettings } from '@keen-anvil/core/recipes';
import { Leaf } from '../../ui/leaf';
import { ProcessMark, Swatch, TemperMark } from '../../ui/marks';
import { Page } from '../../ui/page';
import { Trouble, Waiting } from '../../ui/states';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading, Strong } from '../../ui/type';
import { whenSaid } from '../../ui/when';
import { useMachines } from '../shop/queries';
import { ChangeRecipe } from './change-recipe';
import { DialNumbers } from './dial-numbers';
import { useRecipe } from './queries';
import { SettingsLine, settingsText } from './settings-line';
import { SOURCE_WORDS } from './source-words';

const BACK = { label: 'Book', href: '/book', isBesideList: true } as const;

/** One recipe: what to dial in, how far to trust it, and what happened with it. */
export function RecipePage({ id }: { id: string }) {
  const recipe = useRecipe(id);
  const back = BACK;
  if (recipe.data) return <Recipe recipe={recipe.data} />;
  return (
    <Page title="Recipe" back={back}>
      {recipe.isError ? <Trouble error={recipe.error} retry={() => void recipe.refetch()} /> : <Waiting />}
    </Page>
  );
}

function Recipe({ recipe }: { recipe: RecipeDetail }) {
  const tokens = useTokens();
  const router = useRouter();
  const [isChanging, setChanging] = useState(false);
  const machine = useMachines().data?.find((m) => m.id === recipe.machine.id);
  const { temper, reasons } = recipe.temper;
  return (
    <Page
      title={recipe.material.name}
      back={BACK}
      aside={
        <View style={{ gap: SPACE.small }}>
          <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.small }}>
            <Swatch colour={recipe.material.colour} />
            <ProcessMark process={recipe.process} />
          </View>
          <Aside>
            {recipe.machine.name}, {recipe.tool.name}
          </Aside>
        </View>
      }
      foot={
        <View style={{ flexDirection: 'row', gap: SPACE.small }}>
          <Button title="Change numbers" type="outline" containerStyle={{ flex: 1 }} onPress={() => setChanging(true)} />
          <Button title="Dial card" containerStyle={{ flex: 1 }} onPress={() => router.push({ pathname: '/book/[id]/dial', params: { id: recipe.id } })} />
        </View>
      }
    >
      {machine ? <DialNumbers machine={machine} process={recipe.process} settings={recipe.settings} /> : <Waiting lines={1} />}
      <Leaf edge={tokens.temper[temper]} testID="temper">
        <TemperMark temper={temper} />
        {reasons.map((reason) => (
          <Body key={reason}>{reason}</Body>
        ))}
        <Aside>
          From {SOURCE_WORDS[recipe.source]}
          {recipe.reason ? `: ${recipe.reason}` : ''}
        </Aside>
        <Aside>{recipe.lastUsedAt ? `Last used ${whenSaid(recipe.lastUsedAt)}` : 'Not used in a job yet'}</Aside>
      </Leaf>
      <Heading>What happened with it</Heading>
      {recipe.evidence.length === 0 ? <Aside>Nothing yet. A trial or a scored run will stand here.</Aside> : null}
      <View>
        {recipe.evidence.map((event, i) => (
          <View key={i} style={{ flexDirection: 'row', gap: SPACE.base, paddingVertical: SPACE.small, borderBottomWidth: 1, borderColor: tokens.rule }}>
            <Strong style={{ width: 128, color: event.outcome === 'right' ? tokens.moss : tokens.rust }}>{processOf(recipe.process).outcomes[event.outcome]}</Strong>
            <View style={{ flex: 1 }}>
              <Body>{event.jobName ?? 'Trial'}</Body>
              <Aside>
                {whenSaid(event.at)}
                {sameSettings(event.settings, recipe.settings) ? '' : ` · with ${settingsText(event.settings)}`}
              </Aside>
            </View>
          </View>
        ))}
      </View>
      <Heading>How it came to these numbers</Heading>
      <View>
        {recipe.revisions.map((revision) => (
          <View key={revision.number} style={{ paddingVertical: SPACE.small, borderBottomWidth: 1, borderColor: tokens.rule }}>
            <SettingsLine settings={revision.settings} />
            <Aside>
              {revision.reason || 'no reason given'} · {SOURCE_WORDS[revision.source]}, {whenSaid(revision.createdAt)}
            </Aside>
          </View>
        ))}
      </View>
      {machine && isChanging ? <ChangeRecipe recipe={recipe} machine={machine} onClose={() => setChanging(false)} /> : null}
    </Page>
  );
}
