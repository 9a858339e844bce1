import type { JobDetail } from '@keen-anvil/contract';
import type { Corners } from '@keen-anvil/core/geometry';
import { processOf } from '@keen-anvil/core/recipes';
import { parseTypedNumber } from '@keen-anvil/core/units';
import { Button, Input } from '../../ui/elements';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { v4 as uuid } from 'uuid';
import { onceClosed } from '../../ui/back-closes';
import { Chips } from '../../ui/chips';
import { Decision, Option } from '../../ui/choice';
import { StepNumber } from '../../ui/step-number';
import { Toggle } from '../../ui/toggle';
import { Swatch } from '../../ui/marks';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Missing } from '../../ui/missing';
import { Aside, Body, Strong } from '../../ui/type';
import { useDraft } from '../../ui/use-draft';
import type { BoxedPart } from './all-parts';
import { Becoming } from './becoming';
import { RimDecision } from './rim-decision';
import { DebossDecision } from './deboss-decision';
import { StencilThumb, StickerThumb, WindowThumb } from './made-thumbs';
import { useAct } from './queries';
import { isTurnable, TurnMaking } from './turn-making';
import { useMaterialsOf } from '../shop/materials';

const CORNER_WORDS: Record<Corners, string> = { round: 'Round', bevelled: 'Bevelled', sharp: 'Sharp' };

interface PartActionsProps {
  job: JobDetail;
  chosen: BoxedPart[];
  /** Lets go of parts once what was asked of them is done, or where the maker says so. */
  onLetGo: (partIds: readonly string[]) => void;
}

/** What can be done with the parts that are chosen. */
export function PartActions({ job, chosen, onLetGo }: PartActionsProps) {
  const { rust } = useTokens();
  const act = useAct(job.id);
  const router = useRouter();
  const materials = useMaterialsOf(job.steps.map((step) => step.materialId)).data ?? [];
  const [asked, setAsked] = useState<'step' | 'outline' | 'becoming' | 'deboss' | 'rim' | null>(null);
  const [isTurning, setTurning] = useState(false);
  const [corners, setCorners] = useState<Corners>('round');
  const [fillsHoles, setFillsHoles] = useState(false);
  const [count, setCount] = useState(1);
  const draft = useDraft(`outline of ${job.id}`, '2');
  const partIds = chosen.map((part) => part.id);
  const send = (action: Parameters<typeof act.mutate>[0]) => {
    setAsked(null);
    act.mutate(action, { onSuccess: () => onLetGo(partIds) });
  };
  // What was made stays in hand: its measures are turned next, or something is made of it.
  const make = (action: Parameters<typeof act.mutate>[0]) => {
    setAsked(null);
    act.mutate(action);
  };
  const openWindows = () => {
    setAsked(null);
    onceClosed(() => router.push({ pathname: '/jobs/[id]/window', params: { id: job.id, parts: partIds.join(',') } }));
  };
  const picture = job.artworks.find(({ source }) => source === 'picture');
  const mm = parseTypedNumber(draft.value);
  const canPart = chosen.some((part) => part.pieces > 1 || part.comesApart);
  if (isTurning && chosen.length === 1 && isTurnable(chosen[0]))
    return (
      <View style={{ gap: SPACE.hair }}>
        <TurnMaking key={chosen[0].id} job={job} part={chosen[0]} />
        <TextKey title="Measures away" icon="close" onPress={() => setTurning(false)} />
      </View>
    );
  return (
    <View style={{ gap: SPACE.hair }}>
      <Strong>{chosen.length === 1 ? `“${chosen[0].name}” is chosen` : `${chosen.length} parts are chosen`}</Strong>
      {act.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {act.error.message}
        </Body>
      ) : null}
      <View style={{ flexDirection: 'row', gap: SPACE.small }}>
        {chosen.every((part) => part.role === 'process') ? (
          <Button
            title="Into a step"
            containerStyle={{ flex: 1.3 }}
            loading={act.isPending}
            onPress={() => setAsked('step')}
          />
        ) : (
          <Button
            title="Process"
            containerStyle={{ flex: 1.3 }}
            loading={act.isPending}
            onPress={() => send({ do: 'change-role', partIds, role: 'process' })}
          />
        )}
        <Button
          title="Guide"
          type="outline"
          containerStyle={{ flex: 1 }}
          onPress={() => send({ do: 'change-role', partIds, role: 'guide' })}
        />
        <Button
          title="Leave out"
          type="outline"
          containerStyle={{ flex: 1.2 }}
          onPress={() => send({ do: 'change-role', partIds, role: 'out' })}
        />
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.base }}>
        {canPart ? (
          <TextKey title="Take apart" icon="call-split" onPress={() => send({ do: 'take-apart', partIds })} />
        ) : null}
        {chosen.length > 1 ? (
          <TextKey title="Put together" icon="call-merge" onPress={() => send({ do: 'put-together', partIds })} />
        ) : null}
        {isTurnable(chosen[0]) && chosen.length === 1 ? (
          <TextKey title="Its measures" icon="ruler-square" onPress={() => setTurning(true)} />
        ) : null}
        <TextKey
          title={chosen.length === 1 ? 'What could become of it' : 'What could become of them'}
          icon="vector-square"
          onPress={() => setAsked('becoming')}
        />
        <TextKey title="Outline at a distance" icon="vector-difference-ba" onPress={() => setAsked('outline')} />
        <TextKey title="Let go" icon="close" onPress={() => onLetGo(partIds)} />
      </View>

      <Decision
        title={chosen.length === 1 ? 'What could become of it?' : 'What could become of them?'}
        isOpen={asked === 'becoming'}
        onClose={() => setAsked(null)}
      >
        <Becoming
          job={job}
          chosen={chosen}
          isPending={act.isPending}
          onMake={make}
          more={[
            {
              label: 'A sticker, with a rim',
              picture: (rim) => <StickerThumb parts={chosen} rim={rim} />,
              onPress: () => setAsked('rim'),
            },
            {
              label: 'A picture inside',
              picture: () => <WindowThumb parts={chosen} pictureId={picture?.id ?? null} />,
              onPress: openWindows,
            },
            {
              label: 'Deboss from the back',
              picture: () => <StencilThumb parts={chosen} />,
              onPress: () => setAsked('deboss'),
            },
          ]}
        />
      </Decision>
      <RimDecision job={job} chosen={chosen} isOpen={asked === 'rim'} onClose={() => setAsked(null)} onMake={send} />
      <DebossDecision
        jobId={job.id}
        partIds={partIds}
        isOpen={asked === 'deboss'}
        onClose={() => setAsked(null)}
        onMake={send}
      />
      <Decision title="Into which step?" isOpen={asked === 'step'} onClose={() => setAsked(null)}>
        {job.steps.map((step) => (
          <Option
            key={step.id}
            label={`Step ${step.position + 1}: ${processOf(step.process).label}`}
            detail={materials.find((m) => m.id === step.materialId)?.name ?? 'no material yet'}
            mark={<Swatch colour={step.colour} />}
            onPress={() => send({ do: 'move-to-step', partIds, stepId: step.id })}
          />
        ))}
        <Option
          label="A new step"
          detail="of its own, done as the one they come from"
          onPress={() => send({ do: 'split-step', partIds, stepId: uuid() })}
        />
      </Decision>
      <Decision title="An outline at an exact distance" isOpen={asked === 'outline'} onClose={() => setAsked(null)}>
        <Input
          label="Distance in mm; below 0 inside"
          aria-label="Distance in mm"
          inputMode="decimal"
          value={draft.value}
          onChangeText={(next) => draft.set(next)}
        />
        <Aside>It keeps this distance when the drawing is made larger or smaller.</Aside>
        <Strong>Corners</Strong>
        <Chips
          label="Corners"
          options={(Object.keys(CORNER_WORDS) as Corners[]).map((value) => ({ value, label: CORNER_WORDS[value] }))}
          chosen={corners}
          onChoose={setCorners}
        />
        <Toggle label="Without its holes" value={fillsHoles} onChange={setFillsHoles} />
        <StepNumber
          label="How many"
          unit=""
          value={count}
          min={1}
          max={20}
          step={1}
          onChange={(n) => setCount(Math.round(n))}
        />
        <Missing what={(mm === null || mm === 0) && 'A distance in mm, above or below 0, is needed.'} />
        <Button
          title={count > 1 ? `Draw ${count} outlines` : 'Draw the outline'}
          disabled={mm === null || mm === 0}
          onPress={() => {
            draft.done();
            send({
              do: 'draw-outline',
              partIds,
              distanceMm: mm!,
              ...(corners === 'round' ? {} : { corners }),
              ...(fillsHoles ? { fillsHoles } : {}),
              ...(count > 1 ? { count } : {}),
            });
          }}
        />
      </Decision>
    </View>
  );
}
