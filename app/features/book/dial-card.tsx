import { processOf } from '@keen-anvil/core/recipes';
import { useRouter } from 'expo-router';
import { activateKeepAwakeAsync, deactivateKeepAwake } from 'expo-keep-awake';
import { useEffect } from 'react';
import { Pressable, ScrollView, useWindowDimensions, View } from 'react-native';
import { Swatch, TemperMark } from '../../ui/marks';
import { Trouble, Waiting } from '../../ui/states';
import { useTokens } from '../../ui/theme';
import { FONT, SPACE, TARGET } from '../../ui/tokens';
import { Aside, Figure, Strong, Title } from '../../ui/type';
import { useMachines } from '../shop/queries';
import { dialledNumbers, type DialledNumber } from './dial-numbers';
import { useRecipe } from './queries';

const CARD_WIDTH = 900;
const AWAKE = 'dial card';
/** The figures are as large as the screen allows, within these, in px. */
const SMALLEST = 64;
const LARGEST = 190;
/** What the word, the unit and the edges take of the width, in px. */
const BESIDE_FIGURES = 210;
/** What stands above and below the dials, in px. */
const AROUND_DIALS = 300;
/** Width of a figure of IBM Plex Mono as a share of its height. */
const FIGURE_WIDTH = 0.6;

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
    <ScrollView style={{ flex: 1, backgroundColor: paper }} contentContainerStyle={{ flexGrow: 1, padding: SPACE.wide, gap: SPACE.base, width: '100%', maxWidth: CARD_WIDTH, alignSelf: 'center' }}>
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
          <CardNumbers numbers={dialledNumbers(machine, recipe.data.process, recipe.data.settings)} room={{ width: Math.min(width, CARD_WIDTH), height }} />
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

/** What the hand dials in, as large as there is room for; below it, smaller, what the machine file carries. */
function CardNumbers({ numbers, room }: { numbers: DialledNumber[]; room: { width: number; height: number } }) {
  const { rule } = useTokens();
  const dials = numbers.filter((number) => number.isByHand);
  const inFile = numbers.filter((number) => !number.isByHand);
  const digits = Math.max(2, ...dials.map(({ value }) => String(value).length));
  const size = Math.max(SMALLEST, Math.min(LARGEST, (room.width - BESIDE_FIGURES) / (digits * FIGURE_WIDTH), (room.height - AROUND_DIALS) / (dials.length * 1.2)));
  return (
    <>
      {dials.map(({ name, label, unit, value }) => (
        <View key={name} style={{ flexDirection: 'row', alignItems: 'baseline', borderBottomWidth: 1, borderColor: rule }}>
          <Strong style={{ flex: 1, fontSize: 26, lineHeight: 32, fontFamily: FONT.textBold }}>{label}</Strong>
          <Figure style={{ fontSize: size, lineHeight: size * 1.15 }}>{value}</Figure>
          <Aside style={{ width: 72, paddingLeft: SPACE.small, fontSize: 20, lineHeight: 26 }}>{unit}</Aside>
        </View>
      ))}
      {inFile.length ? (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'baseline', columnGap: SPACE.broad }}>
          <Aside>In the file:</Aside>
          {inFile.map(({ name, label, unit, value }) => (
            <View key={name} style={{ flexDirection: 'row', alignItems: 'baseline', gap: 6 }}>
              <Aside>{label}</Aside>
              <Figure style={{ fontSize: 28, lineHeight: 36 }}>{value}</Figure>
              <Aside>{unit}</Aside>
            </View>
          ))}
        </View>
      ) : null}
    </>
  );
}
