import type { JobDetail } from '@keen-anvil/contract';
import { useState } from 'react';
import { View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Body, Strong } from '../../ui/type';
import type { BoxedPart } from './all-parts';
import { MeasureKeys } from './measure-keys';
import { useAct } from './queries';

/** What a part is made by, where it has measures that can be turned. */
export const turnable = ({ made }: Pick<BoxedPart, 'made'>) => (made && made.list.length > 0 ? made : null);

/** The measures of a part that was made: turning one makes it anew, with all that stands on it. */
export function TurnMaking({ job, part }: { job: JobDetail; part: BoxedPart }) {
  const { rust } = useTokens();
  const act = useAct(job.id);
  const turned = turnable(part);
  const [inHand, setInHand] = useState(turned?.list[0].name ?? '');
  if (!turned) return null;
  return (
    <View style={{ gap: SPACE.small }} testID="making">
      <Strong>{`“${part.name}”: ${turned.label.toLowerCase()}`}</Strong>
      <MeasureKeys
        list={turned.list}
        measures={turned.measures}
        inHand={inHand}
        onTake={setInHand}
        onTurn={(name, value) => act.mutate({ do: 'change-making', partId: part.id, measures: { [name]: value } })}
      />
      {act.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {act.error.message}
        </Body>
      ) : null}
    </View>
  );
}
