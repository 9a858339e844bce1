import { Pressable, View } from 'react-native';
import { Swatch, TemperMark } from '../../../ui/marks';
import { SPACE, TARGET } from '../../../ui/tokens';
import { Aside, Figure, Strong } from '../../../ui/type';
import { lookOf } from '../look-of';
import { StepThumb } from '../step-thumb';
import type { StepHand } from './step-hand';

interface StepHeadProps extends Pick<StepHand, 'step' | 'bed'> {
  /** The name of its material, where that has no piece that it could lie on. */
  unlaidName: string | undefined;
  isOpen: boolean;
  isPrint: boolean;
  onOpen: () => void;
}

/** The head of a step: its number, its look, its material and parts, and how far its recipe is to be trusted. */
export function StepHead({ step, bed, unlaidName, isOpen, isPrint, onOpen }: StepHeadProps) {
  const { parts } = step;
  const { recipe } = step.match;
  const named = parts.length === 1 && parts[0].name ? `: ${parts[0].name}` : '';
  return (
    <Pressable
      role="button"
      aria-expanded={isOpen}
      onPress={onOpen}
      style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.base, minHeight: TARGET }}
    >
      <Figure style={{ fontSize: 26 }}>{step.position + 1}</Figure>
      {bed ? <Swatch colour={lookOf(bed)} size={36} /> : <StepThumb step={step} size={40} />}
      <View style={{ flex: 1 }}>
        <Strong>{bed?.material.name ?? unlaidName ?? 'Which material?'}</Strong>
        <Aside>{parts.length === 1 ? `1 part${named}` : `${parts.length} parts`}</Aside>
      </View>
      {recipe && !isPrint ? <TemperMark temper={recipe.temper.temper} /> : null}
    </Pressable>
  );
}
