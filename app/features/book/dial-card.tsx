import type { MachineView, RecipeSummary } from '@keen-anvil/contract';
import { nudged, processOf, sayChanges, type Settings } from '@keen-anvil/core/recipes';
import { useRouter } from 'expo-router';
import { activateKeepAwakeAsync, deactivateKeepAwake } from 'expo-keep-awake';
import { useEffect, useState, type ReactNode } from 'react';
import { Pressable, ScrollView, useWindowDimensions, View } from 'react-native';
import { Chips } from '../../ui/chips';
import { Swatch, TemperMark } from '../../ui/marks';
import { Trouble, Waiting } from '../../ui/states';
import { useScreenTitle } from '../../ui/screen-title';
import { useTokens } from '../../ui/theme';
import { FONT, SPACE, TARGET } from '../../ui/tokens';
import { Aside, Figure, Strong, Title } from '../../ui/type';
import { useMachines } from '../shop/queries';
import { dialledNumbers, type DialledNumber } from './dial-numbers';
import { useRecipe } from './queries';
import { pieceNudges, toolNudge } from './tool-nudge';

const CARD_WIDTH = 900;
const AWAKE = 'dial card';
/** The figures are as large as the screen allows, within these, in px. */
const SMALLEST = 44;
const LARGEST = 190;
/** What the word, the unit and the edges take of the width, in px. */
const BESIDE_FIGURES = 210;
/** What stands above and below the dials, in px: upright, and lying. */
const AROUND_DIALS = 350;
const AROUND_DIALS_LYING = 236;
/** What a word to choose takes of the height, in px. */
const WORD_ROW = 46;
/** Width of a figure of IBM Plex Mono as a share of its height. */
const FIGURE_WIDTH = 0.6;

/** What to dial in, to be read from two metres: nothing else on the screen, and the screen stays on. */
export function DialCard({ id }: { id: string }) {
  const router = useRouter();
  const recipe = useRecipe(id);
  const machine = useMachines().data?.find((m) => m.id === recipe.data?.machine.id);
  const [pieceId, setPieceId] = useState<string | null>(null);
  const pieces = recipe.data ? pieceNudges(recipe.data) : [];
  const nudge = recipe.data && (pieces.find((variant) => variant.stockPieceId === pieceId) ?? toolNudge(recipe.data));
  const close = () => (router.canGoBack() ? router.back() : router.replace({ pathname: '/book/[id]', params: { id } }));
  return (
    <CardFrame
      onClose={close}
      foot={
        pieces.length ? (
          <Chips
            label="On which piece?"
            options={[
              { value: '', label: 'on any piece' },
              ...pieces.map((variant) => ({ value: variant.stockPieceId!, label: `on ${variant.forName}` })),
            ]}
            chosen={pieceId ?? ''}
            onChoose={(id) => setPieceId(id || null)}
          />
        ) : null
      }
    >
      {recipe.isError ? <Trouble error={recipe.error} retry={() => void recipe.refetch()} /> : null}
      {recipe.data && machine ? (
        <CardFace
          recipe={recipe.data}
          machine={machine}
          settings={nudge ? nudged(machine, recipe.data.settings, nudge.changes) : recipe.data.settings}
          nudge={nudge && `nudged ${sayChanges(nudge.changes, machine)} for ${nudge.forName}: ${nudge.reason}`}
        />
      ) : (
        <Waiting />
      )}
    </CardFrame>
  );
}

/** The card's edge: the screen kept awake, and the way out. */
export function CardFrame({ children, foot, onClose }: { children: ReactNode; foot?: ReactNode; onClose: () => void }) {
  const { paper, quench } = useTokens();
  useScreenTitle('Dial card');
  const { width, height } = useWindowDimensions();
  const isLying = width > height;
  useEffect(() => {
    // Not every browser can; the card is as readable without.
    activateKeepAwakeAsync(AWAKE).catch(() => undefined);
    return () => void deactivateKeepAwake(AWAKE).catch(() => undefined);
  }, []);
  return (
    <ScrollView
      style={{ flex: 1, backgroundColor: paper }}
      contentContainerStyle={{
        flexGrow: 1,
        padding: SPACE.wide,
        gap: SPACE.base,
        width: '100%',
        maxWidth: CARD_WIDTH,
        alignSelf: 'center',
      }}
    >
      {children}
      <View style={{ flex: 1 }} />
      <View style={{ flexDirection: isLying ? 'row' : 'column', gap: isLying ? SPACE.broad : SPACE.base }}>
        {foot ? <View style={isLying ? { flex: 2 } : undefined}>{foot}</View> : null}
        <Pressable
          role="button"
          onPress={onClose}
          style={{
            flexGrow: 1,
            minHeight: TARGET + 4,
            alignItems: 'center',
            justifyContent: 'center',
            borderWidth: 2,
            borderColor: quench,
            borderRadius: 4,
          }}
        >
          <Strong style={{ color: quench }}>Close the card</Strong>
        </Pressable>
      </View>
    </ScrollView>
  );
}

interface CardFaceProps {
  recipe: RecipeSummary;
  machine: MachineView;
  /** What is dialled in: the recipe's numbers, or nudged ones. */
  settings: Settings;
  nudge?: string;
}

/** The card itself: what it is for, then the dials in the machine's order. */
export function CardFace({ recipe, machine, settings, nudge }: CardFaceProps) {
  const { rule, ember } = useTokens();
  const { width, height } = useWindowDimensions();
  const isLying = width > height;
  return (
    <>
      <View
        style={{
          borderBottomWidth: 3,
          borderColor: rule,
          paddingBottom: SPACE.base,
          gap: SPACE.hair,
          flexDirection: isLying ? 'row' : 'column',
          alignItems: isLying ? 'center' : 'stretch',
          columnGap: SPACE.broad,
        }}
      >
        <Title>{machine.name}</Title>
        <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.small, flexShrink: 1 }}>
          <Swatch colour={recipe.material.colour} />
          <Strong style={{ flexShrink: 1 }}>{recipe.material.name}</Strong>
        </View>
        <View style={{ flexDirection: 'row', justifyContent: 'space-between', flexGrow: 1, gap: SPACE.base }}>
          <Aside style={{ flexShrink: 1 }}>
            {processOf(recipe.process).label}, {recipe.tool.name}
          </Aside>
          <TemperMark temper={recipe.temper.temper} />
        </View>
        {nudge ? <Strong style={{ color: ember }}>{nudge}</Strong> : null}
      </View>
      <CardNumbers
        numbers={dialledNumbers(machine, recipe.process, settings)}
        room={{ width: Math.min(width, CARD_WIDTH), height }}
        isLying={isLying}
      />
    </>
  );
}

/** What the hand dials in, as large as there is room for; below it, smaller, what the machine file carries. */
function CardNumbers({
  numbers,
  room,
  isLying,
}: {
  numbers: DialledNumber[];
  room: { width: number; height: number };
  isLying: boolean;
}) {
  const { rule } = useTokens();
  const dials = numbers.filter((number) => number.isByHand && !number.isWord);
  const words = numbers.filter((number) => number.isByHand && number.isWord);
  const inFile = numbers.filter((number) => !number.isByHand);
  const digits = Math.max(2, ...dials.map(({ value }) => value.length));
  const columns = isLying && dials.length > 2 ? 2 : 1;
  const rows = Math.ceil(dials.length / columns);
  const tall = (room.height - (isLying ? AROUND_DIALS_LYING : AROUND_DIALS) - words.length * WORD_ROW) / (rows * 1.2);
  const size = Math.max(
    SMALLEST,
    Math.min(LARGEST, (room.width / columns - BESIDE_FIGURES) / (digits * FIGURE_WIDTH), tall),
  );
  return (
    <>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.broad }}>
        {dials.map(({ name, label, unit, value }) => (
          <View
            key={name}
            style={{
              flexDirection: 'row',
              alignItems: 'baseline',
              borderBottomWidth: 1,
              borderColor: rule,
              width: columns === 2 ? '47%' : '100%',
            }}
          >
            <Strong style={{ flex: 1, fontSize: 26, lineHeight: 32, fontFamily: FONT.textBold }}>{label}</Strong>
            <Figure style={{ fontSize: size, lineHeight: size * 1.15 }}>{value}</Figure>
            <Aside style={{ width: 72, paddingLeft: SPACE.small, fontSize: 20, lineHeight: 26 }}>{unit}</Aside>
          </View>
        ))}
      </View>
      {words.map(({ name, label, value }) => (
        <View
          key={name}
          style={{
            flexDirection: 'row',
            alignItems: 'baseline',
            justifyContent: 'space-between',
            minHeight: WORD_ROW,
            borderBottomWidth: 1,
            borderColor: rule,
          }}
        >
          <Strong style={{ fontSize: 22, lineHeight: 28 }}>{label}</Strong>
          <Figure style={{ fontSize: 28, lineHeight: 36 }}>{value}</Figure>
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
