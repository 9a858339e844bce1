import type { MachineView, TrialShapeView, TuningView } from '@keen-anvil/contract';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { Decision } from '../../ui/choice';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE, TARGET } from '../../ui/tokens';
import { Aside, Body, Figure, Heading, Strong } from '../../ui/type';
import { OutcomeKeys } from '../book/outcome-keys';
import { useScoreTrial } from './queries';
import { saidChanges, saidOutcome } from './trial-words';

/** A trial of this tuning has a number on its sheet; one from before has none here. */
type TriedRow = Pick<TrialShapeView, 'id' | 'settings' | 'onTopOf' | 'outcome'> & { number?: number };

/** Everything that was tried, the newest first: its number, what was dialled, how it came out. */
export function TrialList({ tuning, machine }: { tuning: TuningView; machine: MachineView }) {
  const { rule, moss, rust } = useTokens();
  const { process, material } = tuning.recipe;
  const score = useScoreTrial();
  const [correcting, setCorrecting] = useState<TriedRow | null>(null);
  const say = (outcome: TrialShapeView['outcome']) =>
    score.mutate(
      { shapeId: correcting!.id, outcome, before: correcting!.outcome },
      { onSuccess: () => setCorrecting(null) },
    );
  const tried = tuning.sheets.flatMap(({ shapes }) => shapes).filter(({ outcome }) => outcome !== null);
  const rows: TriedRow[] = [...[...tried].reverse(), ...[...tuning.earlier].reverse()];
  if (rows.length === 0) return null;
  return (
    <View testID="trials">
      <Heading>Tried so far</Heading>
      {tried.length ? (
        <UndoLast
          shape={tried[tried.length - 1]}
          said={saidOutcome(process, tried[tried.length - 1].outcome!)}
          isOpen={tuning.state === 'open'}
        />
      ) : null}
      {rows.map((shape) => (
        <Pressable
          key={shape.id}
          role="button"
          disabled={shape.number === undefined}
          onPress={() => setCorrecting(shape)}
          style={{
            flexDirection: 'row',
            gap: SPACE.base,
            alignItems: 'baseline',
            minHeight: TARGET,
            paddingVertical: SPACE.small,
            borderBottomWidth: 1,
            borderColor: rule,
          }}
        >
          <Figure style={{ width: 28 }}>{shape.number ?? '–'}</Figure>
          <View style={{ flex: 1 }}>
            <Strong>{saidChanges(machine, process, shape.settings, tuning.start) || 'as begun with'}</Strong>
            {shape.number === undefined ? <Aside>in an earlier tuning</Aside> : null}
            {shape.onTopOf.length ? <Aside>on top of what was there</Aside> : null}
          </View>
          <Strong style={{ color: shape.outcome === 'right' ? moss : rust, flexShrink: 1, textAlign: 'right' }}>
            {saidOutcome(process, shape.outcome!)}
          </Strong>
        </Pressable>
      ))}
      <Decision
        title={`How did trial ${correcting?.number ?? ''} come out?`}
        isOpen={correcting !== null}
        onClose={() => setCorrecting(null)}
      >
        {correcting ? (
          <OutcomeKeys
            process={process}
            colour={material.colour}
            seen={null}
            chosen={correcting.outcome}
            isBusy={score.isPending}
            onChoose={say}
          />
        ) : null}
        {score.isError ? (
          <Body role="alert" style={{ color: rust }}>
            {score.error.message}
          </Body>
        ) : null}
        {tuning.state === 'open' ? (
          <TextKey title="Take the verdict back" icon="undo" isDisabled={score.isPending} onPress={() => say(null)} />
        ) : null}
      </Decision>
    </View>
  );
}

/** Takes the verdict that was given last back. */
function UndoLast({ shape, said, isOpen }: { shape: TrialShapeView; said: string; isOpen: boolean }) {
  const score = useScoreTrial();
  if (!isOpen) return null;
  return (
    <TextKey
      title={`Undo: ${said}`}
      label={`Undo: ${said}, trial ${shape.number}`}
      icon="undo"
      isDisabled={score.isPending}
      onPress={() => score.mutate({ shapeId: shape.id, outcome: null, before: shape.outcome })}
    />
  );
}
