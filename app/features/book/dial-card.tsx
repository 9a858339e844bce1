import { processOf } from '@keen-anvil/core/recipes';
import { useRouter } from 'expo-router';
import { activateKeepAwakeAsync, deactivateKeepAwake } from 'expo-keep-awake';
import { useEffect } from 'react';
import { Pressable, ScrollView, useWindowDimensions, View } from 'react-native';
import { Swatch, TemperMark } from '../../ui/marks';
import { Trouble, Waiting } from '../../ui/states';
import { useTokens } from '../../ui/theme';
import { SPACE, TARGET } from '../../ui/tokens';
import { Aside, Strong, Title } from '../../ui/type';
import { useMachines } from '../shop/queries';
import { DialNumbers } from './dial-numbers';
import { useRecipe } from './queries';

const AWAKE = 'dial card';
/** Figures as large as the narrower side allows, in px. */
const SMALLEST = 64;
const LARGEST = 132;

/** What to dial in, to be read from two metres: nothing else on the screen, and the screen stays on. */
export function DialCard({ id }: { id: string }) {
  const { paper, quench, rule } = useTokens();
  const { width, height } = useWindowDimensions();
  const router = useRouter();
  const recipe = useRecipe(id);
  const machine = useMachines().data?.find((m) => m.id === recipe.data?.machine.id);
  useEffect(() => {
    // Not every browser can; the card is as readable without.
    activateKeepAwakeAsync(AWAKE).catch(() => undefined);
    return () => void deactivateKeepAwake(AWAKE).catch(() => undefined);
  }, []);
  const close = () => (router.canGoBack() ? router.back() : router.replace({ pathname: '/book/[id]', params: { id } }));
  return (
    <ScrollView style={{ flex: 1, backgroundColor: paper }} contentContainerStyle={{ flexGrow: 1, padding: SPACE.wide, gap: SPACE.base, width: '100%', maxWidth: 900, alignSelf: 'center' }}>
      {recipe.isError ? <Trouble error={recipe.error} retry={() => void recipe.refetch()} /> : null}
      {recipe.data && machine ? (
        <>
          <View style={{ borderBottomWidth: 3, borderColor: rule, paddingBottom: SPACE.base, gap: SPACE.hair }}>
            <Title>{recipe.data.machine.name}</Title>
            <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.small }}>
              <Swatch colour={recipe.data.material.colour} />
              <Strong style={{ flex: 1 }}>{recipe.data.material.name}</Strong>
            </View>
            <View style={{ flexDirection: 'row', justifyContent: 'space-between' }}>
              <Aside>
                {processOf(recipe.data.process).label}, {recipe.data.tool.name}
              </Aside>
              <TemperMark temper={recipe.data.temper.temper} />
            </View>
          </View>
          <DialNumbers machine={machine} process={recipe.data.process} settings={recipe.data.settings} size={Math.max(SMALLEST, Math.min(LARGEST, width * 0.21, height * 0.13))} />
        </>
      ) : (
        <Waiting />
      )}
      <View style={{ flex: 1 }} />
      <Pressable role="button" aria-label="Close the dial card" onPress={close} style={{ minHeight: TARGET + 8, alignItems: 'center', justifyContent: 'center', borderWidth: 2, borderColor: quench, borderRadius: 4 }}>
        <Strong style={{ color: quench }}>Close the card</Strong>
      </Pressable>
    </ScrollView>
  );
}
