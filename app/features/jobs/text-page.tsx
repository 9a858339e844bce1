import type { JobDetail } from '@keen-anvil/contract';
import { USUAL_TEXT } from '@keen-anvil/core/artwork-choices';
import { formatNumber } from '@keen-anvil/core/units';
import { Button, Input } from '../../ui/elements';
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
import { useTokens } from '../../ui/theme';
import { Toggle } from '../../ui/toggle';
import { SPACE } from '../../ui/tokens';
import { Missing } from '../../ui/missing';
import { Aside, Body } from '../../ui/type';
import { FontChoice } from './font-choice';
import { LinesByThemselves } from './lines-by-themselves';
import { PreviewPicture } from './preview-picture';
import { useAddText, useJob, useReadAgain, useTextPreview } from './queries';
import { TextMeasures } from './text-measures';
import { textChoices, typedText, type TypedText } from './typed-text';

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

function TextForm({ job, artworkId }: { job: JobDetail; artworkId: string | null }) {
  const { rust, ember } = useTokens();
  const router = useRouter();
  const { height } = useWindowDimensions();
  const artwork = job.artworks.find((a) => a.id === artworkId);
  const start = artwork?.decided.text ?? USUAL_TEXT;
  const [id] = useState(() => uuid());
  const draft = useDraft<TypedText>(`text ${artworkId ?? job.id}`, typedText(start));
  const { words, fontId, align, isReversed } = draft.value;
  const set = (part: Partial<TypedText>) => draft.set((now) => ({ ...now, ...part }));
  const text = textChoices(draft.value);
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
            <LinesByThemselves text={draft.value} onChange={set} />
            <TextMeasures text={draft.value} onChange={set} />
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
