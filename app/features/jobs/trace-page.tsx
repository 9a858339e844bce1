import { sourceOf } from '@keen-anvil/core/artwork-choices';
import { addresses, type ArtworkView, type JobDetail, type ReadingPreview } from '@keen-anvil/contract';
import type { TracingChoices } from '@keen-anvil/core/artwork-choices';
import { formatNumber, parseTypedNumber } from '@keen-anvil/core/units';
import { Button, Input, Slider } from '../../ui/elements';
import { useRouter } from 'expo-router';
import { useEffect, useRef, useState } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { Chips } from '../../ui/chips';
import { Columns } from '../../ui/columns';
import { DraftOffer } from '../../ui/draft-offer';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { StepNumber } from '../../ui/step-number';
import { useTokens } from '../../ui/theme';
import { Toggle } from '../../ui/toggle';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import { Missing } from '../../ui/missing';
import { useDraft } from '../../ui/use-draft';
import { Reading } from './bring-in';
import { PreviewPicture } from './preview-picture';
import { useJob, usePreviewReading, useReadAgain, type At } from './queries';

/** Traces a picture anew with other choices, looked at over the picture before they are kept. */
export function TracePage({ jobId, artworkId }: { jobId: string; artworkId: string }) {
  const job = useJob(jobId);
  if (job.isError)
    return (
      <Page title="Trace the picture">
        <Trouble error={job.error} retry={() => void job.refetch()} />
      </Page>
    );
  if (!job.data)
    return (
      <Page title="Trace the picture">
        <Waiting />
      </Page>
    );
  const artwork = job.data.artworks.find((a) => a.id === artworkId);
  if (!artwork || sourceOf(artwork.source).editor !== 'tracing')
    return (
      <Page title="Trace the picture">
        <Nothing title="That is no picture">Only a PNG or JPG can be traced.</Nothing>
      </Page>
    );
  return <TraceForm job={job.data} artwork={artwork} />;
}

const WAYS = [
  { value: 'threshold', label: 'Dark from light' },
  { value: 'alpha', label: 'Edge of what is opaque' },
  { value: 'colours', label: 'By a few colours' },
  { value: 'kept', label: 'Not at all: kept as a picture' },
] as const;
const MID_GREY = 128;
/** So long nothing is turned before it is looked what comes of it, in ms. */
const SETTLE_MS = 250;

/** How many points the outlines have: what a machine has to follow. */
const pointsOf = ({ parts }: Pick<ReadingPreview, 'parts'>): number =>
  parts.reduce((sum, part) => sum + part.contours.reduce((own, { segments }) => own + segments.length + 1, 0), 0);

function TraceForm({ job, artwork }: { job: JobDetail; artwork: ArtworkView }) {
  const { rust, quench, rule } = useTokens();
  const router = useRouter();
  const { height } = useWindowDimensions();
  const choices = artwork.decided.reading!;
  const draft = useDraft<{ wish: TracingChoices; typed: { tolerance: string; speck: string } }>(
    `tracing of ${artwork.id}`,
    {
      wish: choices.tracing,
      typed: { tolerance: String(choices.tracing.toleranceMm), speck: String(choices.tracing.smallestMm2) },
    },
  );
  const { wish, typed } = draft.value;
  const setWish = (next: TracingChoices) => draft.set((now) => ({ ...now, wish: next }));
  const [seen, setSeen] = useState<ReadingPreview | null>(null);
  const [at, setAt] = useState<At | null>(null);
  const stop = useRef<AbortController | null>(null);
  const preview = usePreviewReading();
  const keep = useReadAgain();
  const [toleranceMm, smallestMm2] = [parseTypedNumber(typed.tolerance), parseTypedNumber(typed.speck)];
  const back = () =>
    router.canGoBack() ? router.back() : router.replace({ pathname: '/jobs/[id]', params: { id: job.id } });
  const isValid = toleranceMm !== null && toleranceMm > 0 && smallestMm2 !== null && smallestMm2 >= 0;
  const setTyped = (next: typeof typed) => {
    const [tolerance, speck] = [parseTypedNumber(next.tolerance), parseTypedNumber(next.speck)];
    draft.set((now) => ({
      typed: next,
      wish:
        tolerance !== null && speck !== null ? { ...now.wish, toleranceMm: tolerance, smallestMm2: speck } : now.wish,
    }));
  };
  const send = () => {
    stop.current = new AbortController();
    setAt(null);
    return {
      artworkId: artwork.id,
      reading: { ...choices, tracing: { ...wish, toleranceMm: toleranceMm!, smallestMm2: smallestMm2! } },
      signal: stop.current.signal,
      told: setAt,
    };
  };
  const isBusy = preview.isPending || keep.isPending;
  // What comes of it is shown while one turns: a little after the last turn, and one that is still being read is stopped.
  const { mutate: look } = preview;
  const asked = JSON.stringify(wish);
  // Nothing is read for what is kept already, unless something else has been looked at since.
  const kept = JSON.stringify(choices.tracing);
  useEffect(() => {
    if ((asked === kept && !seen) || !isValid) return undefined;
    const controller = new AbortController();
    const later = setTimeout(() => {
      stop.current = controller;
      look(
        {
          artworkId: artwork.id,
          reading: { ...choices, tracing: JSON.parse(asked) as TracingChoices },
          signal: controller.signal,
          told: setAt,
        },
        { onSuccess: setSeen },
      );
    }, SETTLE_MS);
    return () => {
      clearTimeout(later);
      controller.abort();
    };
    // Only what is asked for is looked at anew.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [asked, isValid]);
  const error = [preview.error, keep.error].find((e) => e && e.name !== 'AbortError');
  const shown = seen ?? keptReading(job, artwork);
  return (
    <Page
      title="Trace the picture"
      maxWidth={1100}
      back={{ label: job.name, href: { pathname: '/jobs/[id]', params: { id: job.id } } }}
      foot={
        <>
          <Missing
            what={!isValid && 'It is followed as near as a number above 0 mm, without specks below 0 mm² or more.'}
          />
          <Button
            title="Keep it so"
            disabled={!isValid || keep.isPending}
            loading={keep.isPending}
            onPress={() =>
              keep.mutate(send(), {
                onSuccess: () => {
                  draft.done();
                  back();
                },
              })
            }
          />
        </>
      }
    >
      <Columns
        first={
          <>
            <PreviewPicture
              reading={shown}
              under={addresses.drawingPicture({ id: artwork.id })}
              maxHeight={height * 0.4}
            />
            <Aside testID="comes-of-it">{`${shown.parts.length === 1 ? '1 part' : `${shown.parts.length} parts`} of ${pointsOf(shown)} points, ${formatNumber(shown.widthMm, 1)} × ${formatNumber(shown.heightMm, 1)} mm with its border`}</Aside>
            {isBusy ? <Reading at={at} onStop={() => stop.current?.abort()} /> : null}
            {seen?.notices.map((notice) => (
              <Aside key={notice.message}>
                {notice.count > 1 ? `${notice.message} (${notice.count})` : notice.message}
              </Aside>
            ))}
            {error ? (
              <Body role="alert" style={{ color: rust }}>
                {error.message}
              </Body>
            ) : null}
          </>
        }
        second={
          <>
            <DraftOffer isBack={draft.isBack} onDrop={draft.drop} />
            <Chips
              label="How is it traced?"
              options={WAYS}
              chosen={wish.way}
              onChoose={(way) => setWish({ ...wish, way })}
            />
            {wish.way === 'threshold' ? (
              <View>
                <View style={{ flexDirection: 'row', justifyContent: 'space-between' }}>
                  <Strong>Dark begins at</Strong>
                  <Aside>{wish.threshold === null ? 'found by itself' : `grey ${wish.threshold} of 255`}</Aside>
                </View>
                <Slider
                  aria-label="Dark begins at"
                  value={wish.threshold ?? MID_GREY}
                  minimumValue={1}
                  maximumValue={254}
                  step={1}
                  minimumTrackTintColor={quench}
                  maximumTrackTintColor={rule}
                  thumbTintColor={quench}
                  thumbStyle={{ width: 30, height: 30 }}
                  onValueChange={(threshold) => setWish({ ...wish, threshold })}
                />
              </View>
            ) : null}
            {wish.way === 'colours' ? (
              <StepNumber
                label="Colours, besides the ground"
                unit=""
                min={1}
                max={12}
                step={1}
                value={wish.colours}
                onChange={(colours) => setWish({ ...wish, colours })}
              />
            ) : null}
            {wish.way !== 'colours' && wish.way !== 'kept' ? (
              <Toggle
                label={wish.way === 'alpha' ? 'Take what is see-through' : 'Take what is light'}
                name="The other way round"
                value={wish.isInverted}
                onChange={(isInverted) => setWish({ ...wish, isInverted })}
              />
            ) : null}
            {wish.way === 'kept' ? (
              <Aside>It is printed as it is, in its own frame or cropped to any part.</Aside>
            ) : null}
            <View style={{ flexDirection: 'row', gap: SPACE.small, display: wish.way === 'kept' ? 'none' : 'flex' }}>
              <View style={{ flex: 1 }}>
                <Input
                  label="As near as, mm"
                  aria-label="Tolerance in mm"
                  inputMode="decimal"
                  value={typed.tolerance}
                  onChangeText={(tolerance) => setTyped({ ...typed, tolerance })}
                  renderErrorMessage={false}
                />
              </View>
              <View style={{ flex: 1 }}>
                <Input
                  label="No specks below, mm²"
                  aria-label="Smallest speck in mm²"
                  inputMode="decimal"
                  value={typed.speck}
                  onChangeText={(speck) => setTyped({ ...typed, speck })}
                  renderErrorMessage={false}
                />
              </View>
            </View>
            <Aside>Steps and recipes stay; parts are found again by where they lie.</Aside>
          </>
        }
      />
    </Page>
  );
}

/** The picture as it is traced now, put back into its own place and size. */
function keptReading(job: JobDetail, artwork: ArtworkView): Pick<ReadingPreview, 'parts' | 'widthMm' | 'heightMm'> {
  const own = [...job.steps.flatMap((step) => step.parts), ...job.otherParts].filter(
    (part) => part.artworkId === artwork.id && !part.outline,
  );
  const move = (x: number, y: number): [number, number] => [
    (x - artwork.xMm) / artwork.scaleX + artwork.drawn.minX,
    (y - artwork.yMm) / artwork.scaleY + artwork.drawn.minY,
  ];
  const parts = own.map((part) => ({
    name: part.name,
    colour: part.colour,
    contours: part.contours.map((contour) => ({
      ...contour,
      start: move(...contour.start),
      segments: contour.segments.map(
        ([kind, ...n]) =>
          [
            kind,
            ...Array.from({ length: n.length / 2 }, (_, i) => move(n[2 * i], n[2 * i + 1])).flat(),
          ] as (typeof contour.segments)[number],
      ),
    })),
  }));
  return { parts, widthMm: artwork.facts.widthMm, heightMm: artwork.facts.heightMm };
}
