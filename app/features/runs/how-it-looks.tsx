import { endpoints, addresses, type PartOutcome, type RunView } from '@keen-anvil/contract';
import { OUTCOMES, processOf, type Outcome } from '@keen-anvil/core/recipes';
import { symptomsOf } from '@keen-anvil/core/symptoms';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Image, View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { Chips } from '../../ui/chips';
import { Decision, Option } from '../../ui/choice';
import { Button } from '../../ui/elements';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import { ask } from '../api/ask';
import { pickFile } from '../api/pick-file';
import { useJob } from '../jobs/queries';
import { useScoreRun } from '../jobs/run-queries';
import { RunSheet } from './run-sheet';

const PHOTO_PX = 112;

/** What goes with a verdict: parts that came out otherwise, what was seen with what may be behind it, and a photo. */
export function HowItLooks({ run }: { run: RunView }) {
  const { rust } = useTokens();
  const router = useRouter();
  const score = useScoreRun();
  const [asked, setAsked] = useState<'parts' | 'symptom' | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const symptoms = symptomsOf(run.process);
  const symptom = symptoms.find(({ name }) => name === run.symptom);
  const say = (more: { parts?: PartOutcome[]; symptom?: string | null; photoId?: string }) =>
    score.mutate({ id: run.id, outcome: run.outcome, ...more }, { onSuccess: () => setAsked(null) });
  const photograph = async () => {
    const file = await pickFile('image/*');
    if (!file) return;
    const photoId = uuid();
    setTrouble(null);
    try {
      await ask(endpoints.keepPhoto, { id: photoId }, { body: file });
      say({ photoId });
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };
  const different = run.partOutcomes.length;
  return (
    <View style={{ gap: SPACE.small }}>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
        <TextKey
          title={
            different === 0 ? 'Some parts differ' : different === 1 ? '1 part differs' : `${different} parts differ`
          }
          icon="format-list-group"
          onPress={() => setAsked('parts')}
        />
        {symptoms.length > 0 ? (
          <TextKey
            title={symptom ? `Seen: ${symptom.label}` : 'What do you see?'}
            icon="stethoscope"
            onPress={() => setAsked('symptom')}
          />
        ) : null}
        <TextKey
          title={run.photoId ? 'Take another photo' : 'Add a photo'}
          icon="camera-outline"
          label={`${run.photoId ? 'Take another photo' : 'Add a photo'}: ${run.materialName}`}
          onPress={() => void photograph()}
        />
      </View>
      {symptom ? (
        <Button
          title="What may be behind it"
          type="outline"
          onPress={() =>
            router.push({ pathname: '/book/[id]/wrong', params: { id: run.recipeId, seen: symptom.name } })
          }
        />
      ) : null}
      {run.photoId ? (
        <Image
          source={{ uri: addresses.photo({ id: run.photoId }) }}
          accessibilityLabel={`Photo of ${run.materialName} as it came out`}
          style={{ width: PHOTO_PX, height: PHOTO_PX, borderRadius: 3 }}
        />
      ) : null}
      {trouble || score.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {trouble ?? score.error?.message}
        </Body>
      ) : null}
      <Decision title="Which parts differ?" isOpen={asked === 'parts'} onClose={() => setAsked(null)}>
        <PartOutcomes run={run} isBusy={score.isPending} onKeep={(parts) => say({ parts })} />
      </Decision>
      <Decision title="What do you see?" isOpen={asked === 'symptom'} onClose={() => setAsked(null)}>
        {symptoms.map(({ name, label }) => (
          <Option
            key={name}
            label={label}
            isChosen={name === run.symptom}
            onPress={() => say({ symptom: name === run.symptom ? null : name })}
          />
        ))}
      </Decision>
    </View>
  );
}

/** Parts tapped on the sheet, with how they came out. */
function PartOutcomes({
  run,
  isBusy,
  onKeep,
}: {
  run: RunView;
  isBusy: boolean;
  onKeep: (parts: PartOutcome[]) => void;
}) {
  const words = processOf(run.process).outcomes;
  const [parts, setParts] = useState(run.partOutcomes);
  const [as, setAs] = useState<Outcome>('under');
  const step = useJob(run.jobId).data?.steps.find(({ id }) => id === run.stepId);
  const turn = (partId: string) =>
    setParts((now) =>
      now.some((part) => part.partId === partId && part.outcome === as)
        ? now.filter((part) => part.partId !== partId)
        : [...now.filter((part) => part.partId !== partId), { partId, outcome: as }],
    );
  return (
    <View style={{ gap: SPACE.small }}>
      <Aside>Choose how, and tap the parts that came out so.</Aside>
      <Chips
        label="How did they come out?"
        options={OUTCOMES.filter((outcome) => outcome !== run.outcome).map((value) => ({ value, label: words[value] }))}
        chosen={as}
        onChoose={setAs}
      />
      <RunSheet run={run} path={undefined} walk={null} chosen={parts.map(({ partId }) => partId)} onChoose={turn} />
      {parts.map(({ partId, outcome }, i) => (
        <Strong
          key={partId}
        >{`${step?.parts.find(({ id }) => id === partId)?.name || `part ${i + 1}`}: ${words[outcome]}`}</Strong>
      ))}
      <Button title="Write it down" loading={isBusy} onPress={() => onKeep(parts)} />
    </View>
  );
}
