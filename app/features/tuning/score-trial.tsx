import type { MachineView, TrialShapeView, TuningView } from '@keen-anvil/contract';
import { OUTCOMES, processOf } from '@keen-anvil/core/recipes';
import { Pressable, View } from 'react-native';
import { Leaf } from '../../ui/leaf';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading, Strong } from '../../ui/type';
import { OutcomeDrawing } from './outcome-drawing';
import { useScoreTrial } from './queries';
import { TrialPhoto } from './trial-photo';
import { saidChanges, saidFault } from './trial-words';

const KEY_HEIGHT = 64;

/** How did it come out? In the words of the process, each with a drawing of what it looks like; the maker has the last word. */
export function ScoreTrial({ tuning, shape, machine }: { tuning: TuningView; shape: TrialShapeView; machine: MachineView }) {
  const { rule, moss, rust, quench, card } = useTokens();
  const score = useScoreTrial();
  const { process, material } = tuning.recipe;
  const words = processOf(process).outcomes;
  return (
    <Leaf edge={quench} testID="score">
      <Heading>How did trial {shape.number} come out?</Heading>
      <Aside>{saidChanges(machine, process, shape.settings, {})}</Aside>
      {shape.onTopOf.length ? <Aside>on top of {shape.onTopOf.map((earlier) => saidChanges(machine, process, earlier, {})).join(', then ')}</Aside> : null}
      <View role="group" aria-label="Outcome" style={{ gap: SPACE.small }}>
        {OUTCOMES.map((outcome) => {
          const isSeen = outcome === shape.seenOutcome;
          const where = isSeen && outcome !== 'right' ? saidFault(shape) : null;
          return (
            <Pressable
              key={outcome}
              role="button"
              aria-label={words[outcome]}
              disabled={score.isPending}
              onPress={() => score.mutate({ shapeId: shape.id, outcome })}
              style={{ minHeight: KEY_HEIGHT, flexDirection: 'row', alignItems: 'center', gap: SPACE.base, paddingHorizontal: SPACE.base, backgroundColor: card, borderWidth: isSeen ? 2 : 1, borderColor: isSeen ? quench : rule, borderLeftWidth: 6, borderLeftColor: outcome === 'right' ? moss : rust, borderRadius: 3 }}
            >
              <OutcomeDrawing process={process} outcome={outcome} colour={material.colour} />
              <View style={{ flex: 1 }}>
                <Strong>{words[outcome]}</Strong>
                {isSeen ? <Aside>the stand-in saw this{where ? `, ${where}` : ''}</Aside> : null}
              </View>
            </Pressable>
          );
        })}
      </View>
      {score.isError ? <Body style={{ color: rust }}>{score.error.message}</Body> : null}
      <TrialPhoto shape={shape} />
    </Leaf>
  );
}
