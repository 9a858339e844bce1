import type { TuningView } from '@keen-anvil/contract';
import { View } from 'react-native';
import { Option } from '../../ui/choice';
import { Heading } from '../../ui/type';
import { triedIn } from './tried';

/** The tuning whose trials a new one can count in: the last one, where it ended without a result. Tunings come newest first. */
export const lastToGoOnFrom = (tunings: readonly TuningView[]): TuningView | undefined =>
  tunings[0]?.state === 'ended' && triedIn(tunings[0]).length > 0 ? tunings[0] : undefined;

interface GoesOnProps {
  last: TuningView;
  isOn: boolean;
  onChoose: (isOn: boolean) => void;
}

/** Asks whether the trials of the last tuning count in. */
export function GoesOn({ last, isOn, onChoose }: GoesOnProps) {
  const trials = triedIn(last).length;
  return (
    <View role="radiogroup" aria-label="Trials from before">
      <Heading>The last tuning ended without a result</Heading>
      <Option
        label={`Go on from its ${trials === 1 ? 'trial' : `${trials} trials`}`}
        detail={`on ${last.scrap.name}; what they taught counts in`}
        isChosen={isOn}
        onPress={() => onChoose(true)}
      />
      <Option
        label="Begin anew"
        detail="something has changed since: the material, the tool, the machine"
        isChosen={!isOn}
        onPress={() => onChoose(false)}
      />
    </View>
  );
}
