import { Icon } from '../../ui/icon';
import { type START_SPREADS, type MachineView, type RecipeDetail } from '@keen-anvil/contract';
import { settingProblems, type QuantityName, type Settings, type Temper } from '@keen-anvil/core/recipes';
import { tunedDials } from '@keen-anvil/core/tuning';
import { formatNumber } from '@keen-anvil/core/units';
import { Button } from '../../ui/elements';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { Chips } from '../../ui/chips';
import { Option } from '../../ui/choice';
import { Leaf } from '../../ui/leaf';
import { Page } from '../../ui/page';
import { Trouble, Waiting } from '../../ui/states';
import { StepNumber } from '../../ui/step-number';
import { DraftOffer } from '../../ui/draft-offer';
import { useTokens } from '../../ui/theme';
import { SPACE, TARGET } from '../../ui/tokens';
import { Aside, Body, Heading, Strong } from '../../ui/type';
import { useDraft } from '../../ui/use-draft';
import { useRecipe } from '../book/queries';
import { useMachines } from '../shop/queries';
import { GoesOn, lastToGoOnFrom } from './goes-on';
import { useBeginTuning, useTunings } from './queries';
import { triedIn } from './tried';
import { useMaterial } from '../shop/materials';

const RECTANGLE = 'rectangle';
/** How sure a start is, from the recipe's temper. */
const SURENESS: Readonly<Record<Temper, (typeof START_SPREADS)[number]>> = {
  bare: 1,
  straw: 0.35,
  bronze: 0.35,
  violet: 0.2,
  blue: 0.2,
};

/** The sureness of a start in the maker's words. */
const IN_WORDS = [
  { value: '1', label: 'a guess' },
  { value: '0.35', label: 'borrowed, near' },
  { value: '0.2', label: 'proven, a touch off' },
] as const;

/** Begins to tune a recipe: where from, how sure that is, which dials may turn, and on which scrap. */
export function StartTuningPage({
  recipeId,
  jobId,
  start,
}: {
  recipeId: string;
  jobId: string | null;
  start: Settings | null;
}) {
  const recipe = useRecipe(recipeId);
  const machine = useMachines().data?.find((m) => m.id === recipe.data?.machine.id);
  // Whether there are trials to go on from is known before anything is asked.
  const { isFetchedAfterMount } = useTunings(recipeId);
  if (recipe.data && machine && isFetchedAfterMount)
    return <Start key={recipe.data.id} recipe={recipe.data} machine={machine} jobId={jobId} given={start} />;
  return (
    <Page title="Tune" back={{ label: 'Book', href: '/book' }}>
      {recipe.isError ? <Trouble error={recipe.error} retry={() => void recipe.refetch()} /> : <Waiting />}
    </Page>
  );
}

function Start({
  recipe,
  machine,
  jobId,
  given,
}: {
  recipe: RecipeDetail;
  machine: MachineView;
  jobId: string | null;
  given: Settings | null;
}) {
  const { rust, ember } = useTokens();
  const router = useRouter();
  const begin = useBeginTuning(recipe.id);
  const tunings = useTunings(recipe.id).data ?? [];
  const open = tunings.find(({ state }) => state === 'open');
  const last = lastToGoOnFrom(tunings);
  const pieces = useMaterial(recipe.material.id).data?.pieces.filter(({ count }) => count > 0) ?? [];
  // Numbers that were asked for come before those that were typed earlier.
  const draft = useDraft<Settings>(
    `tune ${recipe.id} ${recipe.version}${given ? ' ' + JSON.stringify(given) : ''}`,
    given ?? recipe.settings,
  );
  const typed = draft.value;
  // Numbers that were asked for are a beginning of their own.
  const [wantsOn, goOn] = useState(given === null);
  const goesOnFrom = last && wantsOn ? last : null;
  const settings = goesOnFrom?.start ?? typed;
  const [spread, setSpread] = useState<(typeof START_SPREADS)[number]>(SURENESS[recipe.temper.temper]);
  const [fixed, setFixed] = useState<QuantityName[]>([]);
  const [chosen, setChosen] = useState<string | null>(null);
  const [size, setSize] = useState({ widthMm: 150, lengthMm: 100 });
  const dials = tunedDials(machine, recipe.process, settings);
  // What is left over is what trials are cut from.
  const scrap = chosen ?? pieces.find(({ kind }) => kind === 'offcut')?.id ?? pieces[0]?.id ?? RECTANGLE;
  const problem =
    settingProblems(machine, recipe.process, settings)[0]?.message ??
    (dials.every(({ name }) => fixed.includes(name)) ? 'At least one dial has to be free to turn.' : null);
  const go = () => {
    const piece = pieces.find(({ id }) => id === scrap);
    const wanted = {
      id: uuid(),
      start: settings,
      startSpread: spread,
      fixed,
      jobId,
      goesOnFrom: goesOnFrom?.id ?? null,
      stockPieceId: piece?.id ?? null,
      scrapWidthMm: piece?.widthMm ?? size.widthMm,
      scrapLengthMm: piece ? Math.max(5, piece.lengthMm) : size.lengthMm,
    };
    begin.mutate(wanted, {
      onSuccess: (tuning) => {
        draft.done();
        router.replace({ pathname: '/book/tuning/[id]', params: { id: tuning.id } });
      },
    });
  };
  return (
    <Page
      title={`Tune ${recipe.material.name}`}
      aside={`${recipe.machine.name}, ${recipe.tool.name}`}
      back={
        jobId
          ? { label: 'Job', href: { pathname: '/jobs/[id]', params: { id: jobId } } }
          : { label: 'Recipe', href: { pathname: '/book/[id]', params: { id: recipe.id } } }
      }
      foot={
        open ? (
          <Button
            title="Go on with the open tuning"
            onPress={() => router.replace({ pathname: '/book/tuning/[id]', params: { id: open.id } })}
          />
        ) : (
          <>
            {(problem ?? begin.error?.message) ? (
              <Body role="alert" style={{ color: rust }}>
                {problem ?? begin.error?.message}
              </Body>
            ) : null}
            <Button
              title="Begin tuning"
              loading={begin.isPending}
              disabled={Boolean(problem) || begin.isPending}
              onPress={go}
            />
          </>
        )
      }
    >
      {open ? (
        <Leaf edge={ember}>
          <Strong>This recipe is being tuned already</Strong>
          <Body>{triedIn(open).length} trials so far. Go on with it, or end it there first.</Body>
        </Leaf>
      ) : null}
      {last && !open ? <GoesOn last={last} isOn={wantsOn} onChoose={goOn} /> : null}
      {goesOnFrom ? null : <DraftOffer isBack={draft.isBack} onDrop={draft.drop} />}
      <View style={{ gap: goesOnFrom ? 0 : SPACE.base }}>
        <Heading>{goesOnFrom ? 'Dials' : 'Begin with'}</Heading>
        {dials.map(({ name, label, unit, min, max, step }) => (
          <View
            key={name}
            style={
              goesOnFrom ? { flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' } : undefined
            }
          >
            {goesOnFrom ? (
              <Strong>{label}</Strong>
            ) : (
              <StepNumber
                label={label}
                unit={unit}
                isDial
                min={min}
                max={max}
                step={step}
                value={settings[name]!}
                was={recipe.settings[name]}
                onChange={(value) => draft.set({ ...settings, [name]: value })}
              />
            )}
            <HoldKey
              label={label}
              isHeld={fixed.includes(name)}
              onPress={() =>
                setFixed(fixed.includes(name) ? fixed.filter((other) => other !== name) : [...fixed, name])
              }
            />
          </View>
        ))}
      </View>
      {goesOnFrom ? null : (
        <View style={{ gap: SPACE.small }}>
          <Heading>How sure is that?</Heading>
          <Chips
            label="How sure is that?"
            options={IN_WORDS}
            chosen={String(spread) as (typeof IN_WORDS)[number]['value']}
            onChoose={(value) => setSpread(Number(value) as (typeof START_SPREADS)[number])}
          />
        </View>
      )}
      <View role="radiogroup" aria-label="Scrap">
        <Heading>On which scrap?</Heading>
        {pieces.map((piece) => (
          <Option
            key={piece.id}
            label={piece.name}
            detail={`${piece.kind}, ${formatNumber(piece.widthMm, 1)} × ${formatNumber(piece.lengthMm, 1)} mm`}
            isChosen={scrap === piece.id}
            onPress={() => setChosen(piece.id)}
          />
        ))}
        <Option
          label="A rectangle I measure"
          detail="of something that is not in stock"
          isChosen={scrap === RECTANGLE}
          onPress={() => setChosen(RECTANGLE)}
        />
        {scrap === RECTANGLE ? (
          <View style={{ paddingTop: SPACE.base, gap: SPACE.base }}>
            <StepNumber
              label="Width"
              unit="mm"
              min={5}
              max={3000}
              step={5}
              value={size.widthMm}
              onChange={(widthMm) => setSize({ ...size, widthMm })}
            />
            <StepNumber
              label="Length"
              unit="mm"
              min={5}
              max={3000}
              step={5}
              value={size.lengthMm}
              onChange={(lengthMm) => setSize({ ...size, lengthMm })}
            />
          </View>
        ) : null}
      </View>
      <Aside>Earlier trials on a piece are kept clear of.</Aside>
    </Page>
  );
}

/** Holds a dial where it is, or lets it turn. */
function HoldKey({ label, isHeld, onPress }: { label: string; isHeld: boolean; onPress: () => void }) {
  const { quench, slate } = useTokens();
  const colour = isHeld ? quench : slate;
  const said = isHeld ? 'held where it is' : 'may be turned; tap to hold it';
  return (
    <Pressable
      role="switch"
      aria-checked={isHeld}
      aria-label={`${said}: ${label}`}
      onPress={onPress}
      style={{
        flexDirection: 'row',
        alignItems: 'center',
        gap: 6,
        minHeight: TARGET,
        alignSelf: 'flex-start',
        paddingRight: SPACE.small,
      }}
    >
      <Icon name={isHeld ? 'lock' : 'lock-open-variant-outline'} size={20} color={colour} />
      <Aside style={{ color: colour }}>{said}</Aside>
    </Pressable>
  );
}
