import type { JobDetail } from '@keen-anvil/contract';
import type { TriedOut } from '@keen-anvil/core/makings';
import { formatNumber } from '@keen-anvil/core/units';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import { Chips } from '../../ui/chips';
import { Button } from '../../ui/elements';
import { Missing } from '../../ui/missing';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import { onWrap } from './cup-in-job';
import { LinesThumb } from './lines-thumb';
import { MeasureKeys } from './measure-keys';
import { takesGroup, tryQuery, usual, type Offer, type useLineOf } from './offers';
import type { Unnamed } from './queries';

interface MakeItProps {
  job: JobDetail;
  isPending: boolean;
  onMake: (action: Unnamed) => void;
  offer: Offer;
  line: ReturnType<typeof useLineOf>;
  isSmall: boolean;
  onBack: () => void;
}

const NOTHING_YET: TriedOut = { made: [], refusal: null, told: null };

/** An offer with its measures turned, seen before it is made. */
export function MakeIt({ job, line, offer, isSmall, isPending, onMake, onBack }: MakeItProps) {
  const { rule, paper } = useTokens();
  const { operation, parts } = offer;
  const [measures, setMeasures] = useState(() => ({
    ...usual(operation, line.mm),
    ...(operation.name === 'cone' ? onWrap(job, parts) : {}),
  }));
  const [inHand, setInHand] = useState(operation.measures[0]?.name ?? '');
  const stepIds = [...new Set(parts.flatMap(({ stepId }) => stepId ?? []))];
  const [stepId, setStepId] = useState<string | null>(null);
  const [asGroup, setAsGroup] = useState(takesGroup(offer));
  // While the next one is worked out, the one before stays.
  const tried = useQuery({
    ...tryQuery(offer, measures, isSmall, asGroup),
    placeholderData: (before: TriedOut | undefined) => before,
  });
  const { made, refusal, told } = tried.data ?? NOTHING_YET;
  const asksStep = operation.needs === 'several' && stepIds.length > 1;
  const own = parts.map(({ contours }) => contours);
  const shown = made.length ? [...made, ...(operation.isBeside ? own : [])] : own;
  return (
    <View style={{ gap: SPACE.base }}>
      <Strong>{offer.label}</Strong>
      {isSmall ? (
        <View
          style={{ alignItems: 'center', backgroundColor: paper, borderWidth: 1, borderColor: rule, borderRadius: 3 }}
        >
          <LinesThumb parts={shown} before={parts.map(({ contours }) => contours)} width={300} height={150} />
        </View>
      ) : (
        <Aside>These parts have too many lines to be shown here; the drawing shows them once it is made.</Aside>
      )}
      {takesGroup(offer) ? (
        <Chips
          label="Taken as"
          options={[
            { value: 'one', label: 'All of them as one' },
            { value: 'each', label: 'Each by itself' },
          ]}
          chosen={asGroup ? 'one' : 'each'}
          onChoose={(value) => setAsGroup(value === 'one')}
        />
      ) : null}
      {asksStep ? (
        <>
          <Body>They are in several steps. In which one is it done?</Body>
          <Chips
            label="In which step?"
            options={job.steps
              .filter(({ id }) => stepIds.includes(id))
              .map(({ id, position }) => ({ value: id, label: `Step ${position + 1}` }))}
            chosen={stepId}
            onChoose={setStepId}
          />
        </>
      ) : null}
      {operation.measures.length ? (
        <MeasureKeys
          list={operation.measures}
          measures={measures}
          inHand={inHand}
          refusal={refusal}
          onTake={setInHand}
          onTurn={(name, value) => setMeasures((now) => ({ ...now, [name]: value }))}
        />
      ) : null}
      {told ? <Aside>{told}</Aside> : null}
      {!operation.isBeside && parts.some(({ print }) => print !== null) ? (
        <Aside>What is printed in it is not carried on: print it anew in what comes of it.</Aside>
      ) : null}
      {operation.name === 'hatch' && line.mm !== null ? (
        <Aside>{`The line of ${line.tool} is ${formatNumber(line.mm, 2)} mm: half of it stays inside the edge.`}</Aside>
      ) : null}
      <Missing
        what={refusal !== null ? refusal.message : asksStep && stepId === null && 'Say in which step it is done.'}
      />
      <Button
        title="Make it so"
        disabled={refusal !== null || tried.isPlaceholderData || (asksStep && stepId === null)}
        loading={isPending}
        onPress={() =>
          onMake({
            do: 'make-part',
            partIds: parts.map(({ id }) => id),
            by: operation.name,
            measures,
            ...(asGroup ? { asGroup } : {}),
            ...(asksStep && stepId ? { stepId } : {}),
          })
        }
      />
      <TextKey title="Something else" icon="arrow-left" onPress={onBack} />
    </View>
  );
}
