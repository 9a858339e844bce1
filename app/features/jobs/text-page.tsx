import type { JobDetail } from '@keen-anvil/contract';
import { SHIPPED_FONTS, USUAL_TEXT, type TextChoices } from '@keen-anvil/core/artwork-choices';
import { formatNumber, parseTypedNumber } from '@keen-anvil/core/units';
import { Button, Input } from '../../ui/elements';
import { getDocumentAsync } from 'expo-document-picker';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { Chips } from '../../ui/chips';
import { Columns } from '../../ui/columns';
import { Page } from '../../ui/page';
import { Trouble, Waiting } from '../../ui/states';
import { DraftOffer } from '../../ui/draft-offer';
import { useDraft } from '../../ui/use-draft';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { Toggle } from '../../ui/toggle';
import { SPACE } from '../../ui/tokens';
import { Missing } from '../../ui/missing';
import { Aside, Body } from '../../ui/type';
import { PreviewPicture } from './preview-picture';
import { useAddText, useFonts, useJob, useKeepFont, useReadAgain, useTextPreview } from './queries';

/** Sets a text into a job, or changes one that is there. */
export function TextPage({ jobId, artworkId }: { jobId: string; artworkId: string | null }) {
  const job = useJob(jobId);
  if (job.isError)
    return (
      <Page title="Text">
        <Trouble error={job.error} retry={() => void job.refetch()} />
      </Page>
    );
  if (!job.data)
    return (
      <Page title="Text">
        <Waiting />
      </Page>
    );
  return <TextForm job={job.data} artworkId={artworkId} />;
}

/** Numbers as they are typed. */
interface Typed {
  capHeightMm: string;
  letterSpacingMm: string;
  lineSpacing: string;
  arcRadiusMm: string;
}

const MEASURES: readonly { name: keyof Typed; label: string }[] = [
  { name: 'capHeightMm', label: 'Height of a capital, mm' },
  { name: 'letterSpacingMm', label: 'Between letters, mm' },
  { name: 'lineSpacing', label: 'Between lines, ×' },
  { name: 'arcRadiusMm', label: 'Bent round a radius, mm' },
];

function TextForm({ job, artworkId }: { job: JobDetail; artworkId: string | null }) {
  const { rust, ember } = useTokens();
  const router = useRouter();
  const { height } = useWindowDimensions();
  const artwork = job.artworks.find((a) => a.id === artworkId);
  const start = artwork?.decided.text ?? USUAL_TEXT;
  const [id] = useState(() => uuid());
  const draft = useDraft<Pick<TextChoices, 'words' | 'fontId' | 'align' | 'isReversed'> & { typed: Typed }>(
    `text ${artworkId ?? job.id}`,
    {
      words: start.words,
      fontId: start.fontId,
      align: start.align,
      isReversed: start.isReversed,
      typed: {
        capHeightMm: String(start.capHeightMm),
        letterSpacingMm: String(start.letterSpacingMm),
        lineSpacing: String(start.lineSpacing),
        arcRadiusMm: start.arcRadiusMm === null ? '' : String(start.arcRadiusMm),
      },
    },
  );
  const { words, fontId, align, isReversed, typed } = draft.value;
  const set = (part: Partial<typeof draft.value>) => draft.set((now) => ({ ...now, ...part }));
  const text = choicesOf({ words, fontId, align, isReversed }, typed);
  const preview = useTextPreview(text ?? start, text !== null && words.trim() !== '');
  const add = useAddText(job.id);
  const change = useReadAgain();
  const leave = () =>
    router.canGoBack() ? router.back() : router.replace({ pathname: '/jobs/[id]', params: { id: job.id } });
  const back = () => {
    draft.done();
    leave();
  };
  const keep = () => {
    if (!text) return;
    if (artwork) change.mutate({ artworkId: artwork.id, text }, { onSuccess: back });
    else add.mutate({ id, text }, { onSuccess: back });
  };
  const error = add.error ?? change.error;
  return (
    <Page
      title={artwork ? 'Change the text' : 'Set a text'}
      maxWidth={1100}
      back={{ label: job.name, href: { pathname: '/jobs/[id]', params: { id: job.id } } }}
      foot={
        <>
          <Missing
            what={!words.trim() ? 'Type its words first.' : !text && 'A number of it is missing, or is no number.'}
          />
          <Button
            title={artwork ? 'Set it so' : 'Put it into the job'}
            disabled={!text || !words.trim()}
            loading={add.isPending || change.isPending}
            onPress={keep}
          />
        </>
      }
    >
      <Columns
        first={
          <>
            {words.trim() && preview.data ? (
              <View style={{ gap: SPACE.hair }}>
                <PreviewPicture reading={preview.data} maxHeight={height * 0.26} />
                <Aside>
                  {formatNumber(preview.data.widthMm, 1)} × {formatNumber(preview.data.heightMm, 1)} mm,{' '}
                  {preview.data.parts.length === 1 ? 'one piece' : `${preview.data.parts.length} pieces`}
                </Aside>
                {preview.data.notices.map((notice) => (
                  <Body key={notice.message} style={{ color: ember }}>
                    {notice.message}
                  </Body>
                ))}
              </View>
            ) : (
              <Aside>What you type is shown here as it will be cut.</Aside>
            )}
            {preview.isError ? (
              <Body role="alert" style={{ color: rust }}>
                {preview.error.message}
              </Body>
            ) : null}
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
            <Input
              label="Words"
              aria-label="Words"
              value={words}
              onChangeText={(next) => set({ words: next })}
              multiline
              maxLength={400}
              autoFocus={!artwork}
              renderErrorMessage={false}
            />
            <FontChoice fontId={fontId} onChoose={(next) => set({ fontId: next })} />
            <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small }}>
              {MEASURES.map(({ name, label }) => (
                <View key={name} style={{ flexBasis: '46%', flexGrow: 1 }}>
                  <Input
                    label={label}
                    aria-label={label}
                    inputMode="decimal"
                    placeholder={name === 'arcRadiusMm' ? 'straight' : undefined}
                    value={typed[name]}
                    onChangeText={(value) => set({ typed: { ...typed, [name]: value } })}
                    renderErrorMessage={false}
                  />
                </View>
              ))}
            </View>
            <Aside>A radius below 0 bends the line the other way, with its middle lowest.</Aside>
            <Chips
              label="Lines stand"
              options={[
                { value: 'left', label: 'Left' },
                { value: 'middle', label: 'Middle' },
                { value: 'right', label: 'Right' },
              ]}
              chosen={align}
              onChoose={(next) => set({ align: next })}
            />
            <Toggle
              label="Set reversed, to be read from behind"
              name="Set reversed"
              value={isReversed}
              onChange={(next) => set({ isReversed: next })}
            />
          </>
        }
      />
    </Page>
  );
}

/** What was typed as choices; null while a number is none. */
function choicesOf(
  rest: Pick<TextChoices, 'words' | 'fontId' | 'align' | 'isReversed'>,
  typed: Typed,
): TextChoices | null {
  const [capHeightMm, letterSpacingMm, lineSpacing] = [
    parseTypedNumber(typed.capHeightMm),
    parseTypedNumber(typed.letterSpacingMm),
    parseTypedNumber(typed.lineSpacing),
  ];
  const arcRadiusMm = typed.arcRadiusMm.trim() === '' ? null : parseTypedNumber(typed.arcRadiusMm);
  if (
    capHeightMm === null ||
    letterSpacingMm === null ||
    lineSpacing === null ||
    (arcRadiusMm === null && typed.arcRadiusMm.trim() !== '')
  )
    return null;
  // A radius of nothing is a straight line.
  return { ...rest, capHeightMm, letterSpacingMm, lineSpacing, arcRadiusMm: arcRadiusMm === 0 ? null : arcRadiusMm };
}

function FontChoice({ fontId, onChoose }: { fontId: string; onChoose: (id: string) => void }) {
  const { rust } = useTokens();
  const own = useFonts().data ?? [];
  const keep = useKeepFont();
  const bring = async () => {
    const picked = await getDocumentAsync({
      type: ['.ttf', '.otf', 'font/ttf', 'font/otf'],
      copyToCacheDirectory: false,
    });
    const asset = picked.assets?.[0];
    if (!asset?.file) return;
    const id = uuid();
    keep.mutate({ id, file: asset.file, fileName: asset.name }, { onSuccess: () => onChoose(id) });
  };
  const options = [
    ...SHIPPED_FONTS.map((font) => ({ value: font.id, label: font.label })),
    ...own.map((font) => ({ value: font.id, label: font.name })),
  ];
  return (
    <View style={{ gap: SPACE.small }}>
      <Chips label="Font" options={options} chosen={fontId} onChoose={onChoose} />
      <TextKey title="Bring in a font of your own" icon="format-font" onPress={() => void bring()} />
      {keep.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {keep.error.message}
        </Body>
      ) : null}
    </View>
  );
}
