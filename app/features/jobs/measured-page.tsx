import type { JobDetail } from '@keen-anvil/contract';
import {
  drawMeasured,
  measuredShape,
  MEASURED_SHAPES,
  MeasureRefusedError,
  usualMeasures,
  type MeasuredChoices,
  type MeasuredDrawing,
  type MeasuredShape,
} from '@keen-anvil/core/measured';
import { useRouter } from 'expo-router';
import { useMemo, useState, type ReactNode } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { Button } from '../../ui/elements';
import { DraftOffer } from '../../ui/draft-offer';
import { Missing } from '../../ui/missing';
import { Page } from '../../ui/page';
import { Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body } from '../../ui/type';
import { useDraft } from '../../ui/use-draft';
import { useWide } from '../../ui/use-wide';
import { LinesThumb } from './lines-thumb';
import { MeasureKeys } from './measure-keys';
import { MeasuredPicture } from './measured-picture';
import { ThicknessKey } from './thickness-key';
import { ThumbCard } from './thumb-card';
import { useAddMeasured, useJob, useReadAgain } from './queries';

/** The shelf of measured shapes: takes one into a job, or changes the measures of one that is there. */
export function MeasuredPage({ jobId, artworkId }: { jobId: string; artworkId: string | null }) {
  const job = useJob(jobId);
  if (job.isError)
    return (
      <Page title="Measured shapes">
        <Trouble error={job.error} retry={() => void job.refetch()} />
      </Page>
    );
  if (!job.data)
    return (
      <Page title="Measured shapes">
        <Waiting />
      </Page>
    );
  return <Shelf job={job.data} artworkId={artworkId} />;
}

function Shelf({ job, artworkId }: { job: JobDetail; artworkId: string | null }) {
  const artwork = job.artworks.find((a) => a.id === artworkId);
  const draft = useDraft<MeasuredChoices | null>(`shape ${artworkId ?? job.id}`, artwork?.decided.measured ?? null);
  const back = { label: job.name, href: { pathname: '/jobs/[id]', params: { id: job.id } } } as const;
  const shape = draft.value && measuredShape(draft.value.shape);
  if (!draft.value || !shape)
    return (
      <Page title="Measured shapes" maxWidth={1100} back={back}>
        <Aside>Choose one; its measures are asked for next, and can be changed whenever you like.</Aside>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small }}>
          {MEASURED_SHAPES.map((one) => (
            <ShelfCard
              key={one.name}
              shape={one}
              onPress={() => draft.set({ shape: one.name, measures: usualMeasures(one) })}
            />
          ))}
        </View>
      </Page>
    );
  return (
    <MeasuresForm
      key={shape.name}
      job={job}
      artworkId={artwork?.id ?? null}
      shape={shape}
      measures={draft.value.measures}
      before={artwork?.decided.measured?.measures ?? null}
      onChange={(measures) => draft.set({ shape: shape.name, measures })}
      offer={artwork ? <DraftOffer isBack={draft.isBack} onDrop={draft.drop} /> : null}
      onOther={artwork ? null : () => draft.drop()}
      onDone={draft.done}
    />
  );
}

/** A shape on the shelf, with its usual measures. */
function ShelfCard({ shape, onPress }: { shape: MeasuredShape; onPress: () => void }) {
  const [drawing] = useState(() => drawMeasured({ shape: shape.name, measures: {} }));
  return (
    <ThumbCard
      label={shape.label}
      picture={<LinesThumb parts={drawing.parts.map(({ contours }) => contours)} width={64} height={64} />}
      onPress={onPress}
    />
  );
}

interface MeasuresFormProps {
  job: JobDetail;
  artworkId: string | null;
  shape: MeasuredShape;
  measures: MeasuredChoices['measures'];
  /** Its measures as they are in the job; null where it is new. */
  before: MeasuredChoices['measures'] | null;
  onChange: (measures: MeasuredChoices['measures']) => void;
  offer: ReactNode;
  onOther: (() => void) | null;
  onDone: () => void;
}

/** What stands against measures: which one is meant, and what it may be. */
interface Refusal {
  measure: string;
  message: string;
}

/** A shape as its measures make it, or what stands against them. */
function tryToDraw(choices: MeasuredChoices): { drawing: MeasuredDrawing | null; refusal: Refusal | null } {
  try {
    return { drawing: drawMeasured(choices), refusal: null };
  } catch (error) {
    if (error instanceof MeasureRefusedError) return { drawing: null, refusal: error };
    throw error;
  }
}

function MeasuresForm({
  job,
  artworkId,
  shape,
  measures,
  before,
  onChange,
  offer,
  onOther,
  onDone,
}: MeasuresFormProps) {
  const { rust } = useTokens();
  const router = useRouter();
  const { height } = useWindowDimensions();
  const isWide = useWide();
  const [inHand, setInHand] = useState(shape.measures[0].name);
  const [id] = useState(() => uuid());
  const { drawing, refusal } = useMemo(() => tryToDraw({ shape: shape.name, measures }), [shape, measures]);
  const [last, setLast] = useState({ drawing, measures });
  const turn = (name: string, value: number) => {
    if (drawing) setLast({ drawing, measures });
    onChange({ ...measures, [name]: value });
  };
  const add = useAddMeasured(job.id);
  const change = useReadAgain();
  const back = () => {
    onDone();
    if (router.canGoBack()) router.back();
    else router.replace({ pathname: '/jobs/[id]', params: { id: job.id } });
  };
  const keep = () => {
    const measured = { shape: shape.name, measures };
    if (artworkId) change.mutate({ artworkId, measured }, { onSuccess: back });
    else add.mutate({ id, measured }, { onSuccess: back });
  };
  const measure = shape.measures.find(({ name }) => name === inHand) ?? shape.measures[0];
  const error = add.error ?? change.error;
  // While a measure cannot be, the shape stays as it was last.
  const shown = drawing ? { drawing, measures } : last;
  return (
    <Page
      title={shape.label}
      maxWidth={1100}
      back={{ label: job.name, href: { pathname: '/jobs/[id]', params: { id: job.id } } }}
      foot={
        <>
          <Missing what={refusal !== null && refusal.message} />
          <Button
            title={artworkId ? 'Make it so' : 'Put it into the job'}
            disabled={refusal !== null}
            loading={add.isPending || change.isPending}
            onPress={keep}
          />
        </>
      }
    >
      {offer}
      {shown.drawing ? (
        <MeasuredPicture
          shape={shape}
          measures={shown.measures}
          drawing={shown.drawing}
          inHand={measure.name}
          maxHeight={height * (isWide ? 0.48 : 0.3)}
        />
      ) : null}
      <MeasureKeys
        list={shape.measures}
        measures={measures}
        inHand={measure.name}
        before={before}
        refusal={refusal}
        onTake={setInHand}
        onTurn={turn}
      />
      {shape.measures.some(({ name }) => name === 'thick') ? (
        <ThicknessKey job={job} onTake={(taken) => onChange({ ...measures, ...taken })} />
      ) : null}
      {onOther ? <TextKey title="Another shape" icon="arrow-left" onPress={onOther} /> : null}
      {error ? (
        <Body role="alert" style={{ color: rust }}>
          {error.message}
        </Body>
      ) : null}
    </Page>
  );
}
