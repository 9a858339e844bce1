import { endpoints, addresses, type MachineView, type RecipeDetail, type ToneLadderView } from '@keen-anvil/contract';
import { ladderValues, toneCurve, tunedDials, type TonePatch } from '@keen-anvil/core/tuning';
import { Button } from '../../ui/elements';
import { COVER, PICTURE_WAYS, USUAL_PICTURE, type PictureWay } from '@keen-anvil/core/raster';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Chips } from '../../ui/chips';
import { PICTURE_WAY_WORDS } from '../../ui/picture-ways';
import { View } from 'react-native';
import { Leaf } from '../../ui/leaf';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { StepNumber } from '../../ui/step-number';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading, Strong } from '../../ui/type';
import { ask } from '../api/ask';
import { saveFile } from '../api/save-file';
import { useRecipe } from '../book/queries';
import { useMachines } from '../shop/queries';
import { LadderPhoto } from './ladder-photo';
import { useKeepTone, useToneLadder } from './queries';
import { ToneChart } from './tone-chart';

const PATCHES = 8;
/** Width of a patch and the gap after it, in mm, as the machine file lays them. */
const PATCH_MM = 12;
const GAP_MM = 3;

/** A tone ladder: patches from light to dark, scored by eye or measured in a photo, and the curve they give. */
export function TonePage({ recipeId, way: asked }: { recipeId: string; way?: string }) {
  const recipe = useRecipe(recipeId);
  const router = useRouter();
  const [way, setWay] = useState<PictureWay>(PICTURE_WAYS.find((known) => known === asked) ?? USUAL_PICTURE.way);
  const tone = useToneLadder(recipeId, way);
  const machine = useMachines().data?.find((m) => m.id === recipe.data?.machine.id);
  if (recipe.data && machine && tone.data !== undefined)
    return (
      <Tone
        key={way}
        recipe={recipe.data}
        machine={machine}
        kept={tone.data}
        way={way}
        onWay={(chosen) => {
          setWay(chosen);
          router.setParams({ way: chosen });
        }}
      />
    );
  return (
    <Page title="Tone ladder" back={{ label: 'Recipe', href: { pathname: '/book/[id]', params: { id: recipeId } } }}>
      {recipe.isError ? (
        <Trouble error={recipe.error} retry={() => void recipe.refetch()} />
      ) : tone.isError ? (
        <Trouble error={tone.error} retry={() => void tone.refetch()} />
      ) : (
        <Waiting />
      )}
    </Page>
  );
}

/** How much of each patch the dots of a ladder cover, in %, and the scale that goes by. */
const COVERS = [5, 10, 20, 35, 50, 65, 80, 100];
const COVER_DIAL = { name: COVER, label: 'Covered', unit: '%', min: 1, max: 100, step: 1 } as const;

function Tone({
  recipe,
  machine,
  kept,
  way,
  onWay,
}: {
  recipe: RecipeDetail;
  machine: MachineView;
  kept: ToneLadderView | null;
  way: PictureWay;
  onWay: (way: PictureWay) => void;
}) {
  const { ink, rule, rust, moss } = useTokens();
  const isDots = way !== 'by power';
  const dials = tunedDials(machine, recipe.process, recipe.settings);
  const tuned = dials.find(({ name }) => name === (kept?.quantity ?? 'power')) ?? dials[0];
  const dial = isDots ? COVER_DIAL : tuned;
  const keep = useKeepTone(recipe.id);
  const [patches, setPatches] = useState<TonePatch[]>(
    kept?.patches ??
      (isDots ? COVERS : ladderValues(tuned, Math.min(tuned.max, recipe.settings[tuned.name]! * 1.6), PATCHES)).map(
        (value) => ({ value, darkness: 0 }),
      ),
  );
  const [trouble, setTrouble] = useState<string | null>(null);
  const values = patches.map(({ value }) => value);
  const isScored = patches.some(({ darkness }) => darkness > 0);
  const score = (darknesses: readonly number[]) =>
    setPatches(
      patches.map((patch, i) => ({ ...patch, darkness: Number((darknesses[i] ?? patch.darkness).toFixed(3)) })),
    );
  const burn = () =>
    void ask(endpoints.toneOnStandIn, { id: recipe.id, quantity: dial.name, values: String(values), way }).then(
      (darknesses) => (score(darknesses), setTrouble(null)),
      (error: Error) => setTrouble(error.message),
    );
  const whole = patches.length * (PATCH_MM + GAP_MM) - GAP_MM;
  const shares = patches.map((_, i): [number, number] => [
    (i * (PATCH_MM + GAP_MM)) / whole,
    (i * (PATCH_MM + GAP_MM) + PATCH_MM) / whole,
  ]);
  return (
    <Page
      title="Tone ladder"
      aside={`${recipe.material.name}, ${recipe.machine.name}`}
      back={{ label: 'Recipe', href: { pathname: '/book/[id]', params: { id: recipe.id } } }}
      foot={
        <>
          {keep.isError ? (
            <Body role="alert" style={{ color: rust }}>
              {keep.error.message}
            </Body>
          ) : null}
          <Button
            title={keep.isSuccess ? 'Kept with the recipe' : 'Keep the curve with the recipe'}
            loading={keep.isPending}
            disabled={!isScored}
            onPress={() => keep.mutate({ way, quantity: dial.name, patches })}
          />
        </>
      }
    >
      <Strong>How will the picture be engraved?</Strong>
      <Chips
        label="How will the picture be engraved?"
        options={PICTURE_WAYS.map((value) => ({ value, label: PICTURE_WAY_WORDS[value] }))}
        chosen={way}
        onChoose={onWay}
      />
      <Aside>The ladder is burnt the same way, and its curve is kept for pictures engraved so.</Aside>
      <Body>{`${patches.length} patches from light to dark, ${dial.label.toLowerCase()} ${values[0]} to ${values[values.length - 1]}${dial.unit ? ` ${dial.unit}` : ''}, all else as in the recipe.`}</Body>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
        <TextKey
          title="Machine file (G-code)"
          icon="download"
          onPress={() =>
            void saveFile(addresses.toneFile({ id: recipe.id, quantity: dial.name, values: String(values), way })).then(
              () => setTrouble(null),
              (error: Error) => setTrouble(error.message),
            )
          }
        />
        <TextKey title="Burn it on the stand-in" icon="laser-pointer" onPress={burn} />
      </View>
      {trouble ? (
        <Body role="alert" style={{ color: rust }}>
          {trouble}
        </Body>
      ) : null}
      {isScored ? (
        <ToneChart curve={toneCurve(patches)} patches={patches} dial={dial} />
      ) : (
        <Nothing title="Not scored yet">
          Burn the ladder, then say how dark each patch came out, or measure them in a photo.
        </Nothing>
      )}
      <LadderPhoto shares={shares} onMeasured={score} />
      <Leaf edge={isScored ? moss : rule}>
        <Heading>How dark is each?</Heading>
        <Aside>0 % is the bare material, 100 % as dark as it gets. Hold the patch beside the grey.</Aside>
        {patches.map(({ value, darkness }, i) => (
          <View
            key={value}
            style={{ gap: SPACE.hair, borderTopWidth: i ? 1 : 0, borderColor: rule, paddingTop: SPACE.small }}
          >
            <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base }}>
              <View
                style={{
                  width: 64,
                  height: 28,
                  borderWidth: 1,
                  borderColor: rule,
                  backgroundColor: recipe.material.colour,
                }}
              >
                <View style={{ flex: 1, backgroundColor: ink, opacity: darkness }} />
              </View>
              <Strong>{`${i + 1}: ${dial.label} ${value}${dial.unit ? ` ${dial.unit}` : ''}`}</Strong>
            </View>
            <View>
              <StepNumber
                label="Darkness"
                unit="%"
                min={0}
                max={100}
                step={1}
                value={Math.round(darkness * 100)}
                onChange={(percent) =>
                  setPatches(patches.map((patch, k) => (k === i ? { ...patch, darkness: percent / 100 } : patch)))
                }
              />
            </View>
          </View>
        ))}
      </Leaf>
      {kept ? <Strong>A curve for this way is kept with the recipe.</Strong> : null}
    </Page>
  );
}
