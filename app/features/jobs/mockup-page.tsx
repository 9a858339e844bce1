import type { JobDetail, MaterialView } from '@keen-anvil/contract';
import type { Point } from '@keen-anvil/core/geometry';
import type { TruePhoto } from '@keen-anvil/core/materials';
import { coneOf, MeasureRefusedError } from '@keen-anvil/core/measured';
import { useMutation } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { Columns } from '../../ui/columns';
import { Button } from '../../ui/elements';
import { Leaf } from '../../ui/leaf';
import { Page } from '../../ui/page';
import { readPreference, writePreference } from '../../ui/preference';
import { StepNumber } from '../../ui/step-number';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { Toggle } from '../../ui/toggle';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import { useShelf } from '../shop/materials';
import { keepPhoto } from '../stock/keep-photo';
import { TrueSizePhoto, usePhotoWorker } from '../stock/true-size-photo';
import { DragPicture } from './drag-picture';
import { firstMockup, mockupDesign, type MockupDesign, type MockupPlace } from './mockup-wish';
import { StepSheets } from './step-sheets';
import { useKeepMockup } from './use-keep-mockup';
import { useMockup } from './use-mockup';

const TITLE = 'Mock-up';

/** What a job will look like on its blank, before anything is cut. */
export function MockupPage({ jobId }: { jobId: string }) {
  return (
    <StepSheets title={TITLE} jobId={jobId}>
      {(job, materials) => {
        const design = mockupDesign(job, materials);
        if (!design)
          return { title: 'Nothing to show yet', why: 'Choose what the parts are made of, and they are shown in it.' };
        return <Mockup job={job} materials={materials} />;
      }}
    </StepSheets>
  );
}

const nameOf = (jobId: string): string => `mockup ${jobId}`;

function kept(jobId: string): MockupPlace | null {
  try {
    return JSON.parse(readPreference(nameOf(jobId)) ?? 'null') as MockupPlace | null;
  } catch {
    return null;
  }
}

function Mockup({ job, materials }: { job: JobDetail; materials: MaterialView[] }) {
  const { rust } = useTokens();
  const design = useMemo(() => mockupDesign(job, materials)!, [job, materials]);
  const [place, setPlace] = useState<MockupPlace | null>(() => kept(job.id));
  const change = (more: Partial<MockupPlace>) => {
    const next = place && { ...place, ...more };
    setPlace(next);
    writePreference(nameOf(job.id), JSON.stringify(next));
  };
  const take = (photo: TruePhoto) => {
    const next = firstMockup(photo, design);
    setPlace(next);
    writePreference(nameOf(job.id), JSON.stringify(next));
  };
  const problem = place?.isRound ? cupProblem(place) : null;
  const painted = useMockup(design, problem ? null : place);
  const keep = useKeepMockup(job.id);
  const canShare = typeof navigator !== 'undefined' && typeof navigator.share === 'function';
  const fileName = `${job.name}, mock-up.png`;
  return (
    <Page
      title={TITLE}
      maxWidth={1100}
      back={{ label: job.name, href: { pathname: '/jobs/[id]', params: { id: job.id } } }}
      foot={
        place ? (
          <View style={{ flexDirection: 'row', gap: SPACE.small }}>
            {canShare ? (
              <Button
                title="Share"
                type="outline"
                disabled={!painted.blob}
                containerStyle={{ flex: 1 }}
                onPress={() => share(painted.blob!, fileName)}
              />
            ) : null}
            <Button
              title={keep.isSuccess && keep.variables === painted.blob ? 'It is with the job' : 'Keep with the job'}
              disabled={!painted.blob || (keep.isSuccess && keep.variables === painted.blob)}
              loading={keep.isPending}
              containerStyle={{ flex: 2 }}
              onPress={() => keep.mutate(painted.blob!)}
            />
            <Button
              title="PNG"
              type="outline"
              aria-label="Save the picture (PNG)"
              disabled={!painted.blob}
              containerStyle={{ flex: 1 }}
              onPress={() => save(painted.uri!, fileName)}
            />
          </View>
        ) : undefined
      }
    >
      <Columns
        first={
          <>
            {place && painted.uri ? (
              <DragPicture
                uri={painted.uri}
                label={`${job.name} on its blank`}
                box={place.photo.box}
                onMove={(by: Point) => change({ at: { x: place.at.x + by.x, y: place.at.y + by.y } })}
              />
            ) : null}
            {painted.error ? (
              <Body role="alert" style={{ color: rust }}>
                {painted.error.message}
              </Body>
            ) : null}
            {keep.isError ? (
              <Body role="alert" style={{ color: rust }}>
                {keep.error.message}
              </Body>
            ) : null}
            {place ? (
              <Aside>Drag it to where it should be. What you keep with the job is shown on its quotes.</Aside>
            ) : null}
          </>
        }
        second={
          <>
            {place ? <PlaceKeys place={place} design={design} problem={problem} onChange={change} /> : null}
            <Blanks materials={materials} chosen={place?.photo.photoId ?? null} onTake={take} />
          </>
        }
      />
    </Page>
  );
}

/** Why a cup cannot be so; null where it can. */
function cupProblem({ measures }: MockupPlace): string | null {
  try {
    coneOf(measures);
    return null;
  } catch (error) {
    if (error instanceof MeasureRefusedError) return error.message;
    throw error;
  }
}

function save(uri: string, fileName: string): void {
  const link = document.createElement('a');
  link.href = uri;
  link.download = fileName;
  link.click();
}

/** What a maker thinks better of is no trouble. */
const share = (blob: Blob, fileName: string): void =>
  void navigator.share({ files: [new File([blob], fileName, { type: 'image/png' })] }).catch(() => undefined);

interface PlaceKeysProps {
  place: MockupPlace;
  design: MockupDesign;
  problem: string | null;
  onChange: (more: Partial<MockupPlace>) => void;
}

/** How the design lies, and what it goes round. */
function PlaceKeys({ place, problem, onChange }: PlaceKeysProps) {
  const { rust } = useTokens();
  const measure = (name: 'top' | 'bottom' | 'height', label: string) => (
    <StepNumber
      label={label}
      unit="mm"
      value={place.measures[name]}
      min={5}
      max={3000}
      step={1}
      onChange={(value) => onChange({ measures: { ...place.measures, [name]: value } })}
    />
  );
  return (
    <Leaf>
      <Toggle label="It goes round a cup" value={place.isRound} onChange={(isRound) => onChange({ isRound })} />
      {place.isRound ? (
        <>
          {measure('top', place.measures.how === 1 ? 'Round at the top' : 'Across at the top')}
          {measure('bottom', place.measures.how === 1 ? 'Round at the bottom' : 'Across at the bottom')}
          {measure('height', 'Height')}
          <StepNumber
            label="Turned"
            unit="°"
            value={place.turn}
            min={-180}
            max={180}
            step={10}
            onChange={(turn) => onChange({ turn })}
          />
          <StepNumber
            label="Seen from above by"
            unit="°"
            value={place.above}
            min={-45}
            max={45}
            step={2}
            onChange={(above) => onChange({ above })}
          />
          {problem ? (
            <Body role="alert" style={{ color: rust }}>
              {problem}
            </Body>
          ) : null}
        </>
      ) : (
        <StepNumber
          label="Turned"
          unit="°"
          value={place.degrees}
          min={-180}
          max={180}
          step={1}
          onChange={(degrees) => onChange({ degrees })}
        />
      )}
    </Leaf>
  );
}

interface BlanksProps {
  materials: readonly MaterialView[];
  chosen: string | null;
  onTake: (photo: TruePhoto) => void;
}

/** What the design can be shown on: pieces of which there is a photo at true size, or a new photo. */
function Blanks({ materials, chosen, onTake }: BlanksProps) {
  const { rust } = useTokens();
  const remote = usePhotoWorker();
  const shelf = useShelf('', false).data?.pages.flat() ?? [];
  const all = [...new Map([...materials, ...shelf].map((material) => [material.id, material])).values()];
  const pieces = all.flatMap((material) =>
    material.pieces.flatMap(({ id, name, photo, isArchived }) =>
      photo && !isArchived ? [{ id, name: `${material.name}: ${name}`, photo }] : [],
    ),
  );
  const keep = useMutation({ mutationFn: keepPhoto, onSuccess: onTake });
  return (
    <Leaf>
      <Strong>On what</Strong>
      {pieces.map(({ id, name, photo }) => (
        <TextKey
          key={id}
          title={name}
          icon={photo.photoId === chosen ? 'checkbox-marked' : 'image-frame'}
          onPress={() => onTake(photo)}
        />
      ))}
      <TrueSizePhoto
        title="Take or choose a photo"
        label="Photo of the blank"
        hint="The shirt, cup or board from straight before it, with a card or the marker page beside it."
        remote={remote}
        onFlat={(flat) => flat && keep.mutate(flat)}
      />
      {keep.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {keep.error.message}
        </Body>
      ) : null}
    </Leaf>
  );
}
