import type { JobDetail } from '@keen-anvil/contract';
import { useState } from 'react';
import { View } from 'react-native';
import { Chips } from '../../ui/chips';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Body, Strong } from '../../ui/type';
import type { BoxedPart } from './all-parts';
import { MeasureKeys } from './measure-keys';
import { useAct } from './queries';

/** Whether a part was made by measures that can be turned. */
export const isTurnable = ({ layers }: Pick<BoxedPart, 'layers'>): boolean => layers.length > 0;

/** The measures of a part that was made: turning one makes it anew, with all that stands on it. */
export function TurnMaking({ job, part }: { job: JobDetail; part: BoxedPart }) {
  const { rust } = useTokens();
  const act = useAct(job.id);
  const [chosen, setChosen] = useState('0');
  const [inHand, setInHand] = useState('');
  // The last thing that was made of it comes first; what was made before lies below.
  const turned = part.layers[Number(chosen)] ?? part.layers[0];
  if (!turned) return null;
  return (
    <View style={{ gap: SPACE.small }} testID="making">
      <Strong>{`“${part.name}”: ${turned.label.toLowerCase()}`}</Strong>
      {part.layers.length > 1 ? (
        <Chips
          label="Made by"
          options={part.layers.map(({ label }, i) => ({ value: String(i), label }))}
          chosen={chosen}
          onChoose={setChosen}
        />
      ) : null}
      <MeasureKeys
        list={turned.list}
        measures={turned.measures}
        inHand={turned.list.some(({ name }) => name === inHand) ? inHand : turned.list[0].name}
        onTake={setInHand}
        onTurn={(name, value) =>
          act.mutate({ do: 'change-making', partId: turned.partId, measures: { [name]: value } })
        }
      />
      {act.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {act.error.message}
        </Body>
      ) : null}
    </View>
  );
}
