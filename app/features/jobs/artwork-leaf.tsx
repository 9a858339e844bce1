import { addresses, type ArtworkView, type JobDetail } from '@keen-anvil/contract';
import { sourceOf } from '@keen-anvil/core/artwork-choices';
import { cuttableArea } from '@keen-anvil/core/machines';
import { formatNumber, parseTypedNumber } from '@keen-anvil/core/units';
import { Button, Input } from '../../ui/elements';
import { useMutation } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { Decision } from '../../ui/choice';
import { Leaf } from '../../ui/leaf';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Missing } from '../../ui/missing';
import { Aside, Body, Strong } from '../../ui/type';
import { useDraft } from '../../ui/use-draft';
import { saveFile } from '../api/save-file';
import { useMachines } from '../shop/queries';
import { useAct, useReadAgain } from './queries';
import { SizeDecision, sizeOf } from './size-decision';
import { useMaterialsOf } from '../shop/materials';

/** One drawing of a job: its size, what was not read of it, what it asks, and the ways to read it otherwise. */
export function ArtworkLeaf({ job, artwork }: { job: JobDetail; artwork: ArtworkView }) {
  const { ember, rule, rust } = useTokens();
  const router = useRouter();
  const [asked, setAsked] = useState<'size' | 'joins' | null>(null);
  const save = useMutation({ mutationFn: () => saveFile(addresses.drawingFile({ id: artwork.id })) });
  const { editor } = sourceOf(artwork.source);
  const { widthMm, heightMm } = sizeOf(artwork);
  const isAsking = artwork.facts.asks !== null || wantsToKnowReversed(job, artwork);
  return (
    <Leaf
      edge={isAsking || artwork.facts.notices.some(({ code }) => code === 'unread') ? ember : rule}
      testID="drawing"
    >
      <Strong>{artwork.name}</Strong>
      <Aside>
        {formatNumber(widthMm, 1)} × {formatNumber(heightMm, 1)} mm{artwork.isSizeLocked ? ', locked' : ''}
        {Math.abs(artwork.scaleX - 1) > 1e-6 ? ` · ${formatNumber(artwork.scaleX * 100, 1)} % of the file` : ''}
      </Aside>
      {artwork.facts.asks ? <SizeAsked artwork={artwork} /> : null}
      {wantsToKnowReversed(job, artwork) ? <ReversedAsked jobId={job.id} artwork={artwork} /> : null}
      {artwork.facts.notices.length ? (
        <View>
          <Strong style={{ color: ember }}>
            {artwork.facts.notices.some(({ code }) => code === 'unread')
              ? 'Not everything was read'
              : 'While it was read'}
          </Strong>
          {artwork.facts.notices.map((notice) => (
            <Body key={notice.message}>
              {notice.count > 1 ? `${notice.count} × ` : ''}
              {notice.message}
            </Body>
          ))}
        </View>
      ) : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.base }}>
        <TextKey title="Size" icon="ruler-square" label={`Size of ${artwork.name}`} onPress={() => setAsked('size')} />
        {editor === 'tracing' ? (
          <TextKey
            title="Trace it otherwise"
            icon="image-edit-outline"
            onPress={() => router.push({ pathname: '/jobs/[id]/trace', params: { id: job.id, artwork: artwork.id } })}
          />
        ) : null}
        {editor === 'text' ? (
          <TextKey
            title="Change the words"
            icon="format-text"
            onPress={() => router.push({ pathname: '/jobs/[id]/text', params: { id: job.id, artwork: artwork.id } })}
          />
        ) : null}
        {editor === 'measures' ? (
          <TextKey
            title="Change its measures"
            icon="ruler-square"
            onPress={() => router.push({ pathname: '/jobs/[id]/shape', params: { id: job.id, artwork: artwork.id } })}
          />
        ) : null}
        {editor === 'joining' ? (
          <TextKey title="Join loose ends" icon="vector-polyline" onPress={() => setAsked('joins')} />
        ) : null}
        <TextKey title="Fetch the original file" icon="download" onPress={() => save.mutate()} />
      </View>
      {save.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {save.error.message}
        </Body>
      ) : null}
      <SizeDecision
        jobId={job.id}
        artwork={artwork}
        sheets={useSheets(job)}
        isOpen={asked === 'size'}
        onClose={() => setAsked(null)}
      />
      {artwork.decided.reading ? (
        <JoinDecision artwork={artwork} isOpen={asked === 'joins'} onClose={() => setAsked(null)} />
      ) : null}
    </Leaf>
  );
}

/** A drawing that is turned over for its material, of which nobody said which way it reads. */
function wantsToKnowReversed(job: JobDetail, artwork: ArtworkView): boolean {
  return (
    artwork.readsReversed === null &&
    job.steps.some((step) => step.mirrored && step.parts.some((part) => part.artworkId === artwork.id))
  );
}

/** What of the sheets that the job is done on can be reached. */
function useSheets(job: JobDetail): { name: string; widthMm: number; heightMm: number }[] {
  const machines = useMachines().data ?? [];
  const pieces =
    useMaterialsOf(job.steps.map((step) => step.materialId)).data?.flatMap((material) => material.pieces) ?? [];
  const sheets = job.steps.flatMap((step) => {
    const machine = machines.find((m) => m.id === step.machineId);
    const piece = pieces.find((p) => p.id === step.stockPieceId);
    const area = machine && piece ? cuttableArea(machine, piece, step.onCarrier) : null;
    return area && piece ? [{ name: piece.name, widthMm: area.maxX - area.minX, heightMm: area.maxY - area.minY }] : [];
  });
  return sheets.filter((sheet, i) => sheets.findIndex((other) => other.name === sheet.name) === i);
}

/** Asked once: how large the drawing is, with the size that each answer makes. */
function SizeAsked({ artwork }: { artwork: ArtworkView }) {
  const { rust } = useTokens();
  const read = useReadAgain();
  return (
    <View style={{ gap: SPACE.small }} testID="size-asked">
      <Strong>How large is it? The file does not say.</Strong>
      {artwork.facts.asks!.answers.map((answer) => (
        <Button
          key={answer.label}
          type="outline"
          title={`${formatNumber(answer.widthMm, 1)} × ${formatNumber(answer.heightMm, 1)} mm: ${answer.label}`}
          disabled={read.isPending}
          onPress={() =>
            read.mutate({
              artworkId: artwork.id,
              reading: { ...artwork.decided.reading!, unitMm: answer.unitMm },
            })
          }
        />
      ))}
      <Aside>Or set its exact size below.</Aside>
      {read.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {read.error.message}
        </Body>
      ) : null}
    </View>
  );
}

/** Asked once: whether the drawing reads the right way round, so that nothing is mirrored twice. */
function ReversedAsked({ jobId, artwork }: { jobId: string; artwork: ArtworkView }) {
  const change = useAct(jobId);
  const answer = (readsReversed: boolean) =>
    change.mutate({ do: 'change-drawing', drawingId: artwork.id, readsReversed });
  return (
    <View style={{ gap: SPACE.small }} testID="reversed-asked">
      <Strong>Its material is cut from the back. How was it drawn?</Strong>
      <View style={{ flexDirection: 'row', gap: SPACE.small }}>
        <Button title="It reads straight" type="outline" containerStyle={{ flex: 1 }} onPress={() => answer(false)} />
        <Button title="Reversed already" type="outline" containerStyle={{ flex: 1 }} onPress={() => answer(true)} />
      </View>
    </View>
  );
}

function JoinDecision({ artwork, isOpen, onClose }: { artwork: ArtworkView; isOpen: boolean; onClose: () => void }) {
  const { rust } = useTokens();
  const read = useReadAgain();
  const draft = useDraft(`loose ends of ${artwork.id}`, String(artwork.decided.reading!.joinMm));
  const joinMm = parseTypedNumber(draft.value);
  return (
    <Decision title="Join loose ends" isOpen={isOpen} onClose={onClose}>
      <Input
        label="Ends nearer than this are joined, mm"
        aria-label="Distance of loose ends in mm"
        inputMode="decimal"
        value={draft.value}
        onChangeText={(next) => draft.set(next)}
      />
      <Aside>The file is read again; its steps and recipes stay.</Aside>
      {read.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {read.error.message}
        </Body>
      ) : null}
      <Missing what={joinMm === null && 'A distance in mm is needed.'} />
      <Button
        title="Read it again"
        disabled={joinMm === null}
        loading={read.isPending}
        onPress={() =>
          read.mutate(
            { artworkId: artwork.id, reading: { ...artwork.decided.reading!, joinMm: joinMm! } },
            {
              onSuccess: () => {
                draft.done();
                onClose();
              },
            },
          )
        }
      />
    </Decision>
  );
}
