import type { JobDetail } from '@keen-anvil/contract';
import type { CurveContour } from '@keen-anvil/core/geometry';
import type { AlignParts } from '@keen-anvil/core/jobs';
import type { Operation, TriedOut } from '@keen-anvil/core/makings';
import type { Measures } from '@keen-anvil/core/measured';
import { lineWidthOf } from '@keen-anvil/core/tools';
import { formatNumber } from '@keen-anvil/core/units';
import { useQueries, useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { Chips } from '../../ui/chips';
import { Button } from '../../ui/elements';
import { Icon, type IconName } from '../../ui/icon';
import { Missing } from '../../ui/missing';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Strong } from '../../ui/type';
import type { BoxedPart } from './all-parts';
import { useTools } from '../shop/queries';
import { jobForm } from './fetch-form';
import { numberOf } from './inspect';
import { LinesThumb } from './lines-thumb';
import { MeasureKeys } from './measure-keys';
import type { Unnamed } from './queries';
import { ThumbCard } from './thumb-card';

interface BecomingProps {
  job: JobDetail;
  chosen: BoxedPart[];
  isPending: boolean;
  onMake: (action: Unnamed) => void;
  /** What takes more than one part to be made: each asks for itself. */
  more?: readonly { label: string; icon: IconName; onPress: () => void }[];
}

/** One thing that could become of the parts: an operation, with the part that it goes on as first. */
interface Offer {
  label: string;
  operation: Operation;
  parts: BoxedPart[];
}

const sizeOf = ({ bounds }: BoxedPart): number => (bounds.maxX - bounds.minX) * (bounds.maxY - bounds.minY);

function offersFor(chosen: BoxedPart[], operations: readonly Operation[]): Offer[] {
  const largest = [...chosen].sort((a, b) => sizeOf(b) - sizeOf(a));
  return operations.flatMap((operation): Offer[] => {
    if (operation.needs !== 'several') return [{ label: operation.label, operation, parts: chosen }];
    if (chosen.length < 2) return [];
    if (operation.name !== 'cut-out') return [{ label: operation.label, operation, parts: largest }];
    // What is taken out of what: either way round where there are two.
    return (chosen.length === 2 ? [largest, [...largest].reverse()] : [largest]).map((parts) => ({
      label: `${operation.label} “${parts[0].name}”`,
      operation,
      parts,
    }));
  });
}

/** More lines than these are not worked out for a small picture. */
const MOST_SEGMENTS = 20_000;

/** The lines that an offer is made of: those of each part, or of all of them as one. */
const linesOf = ({ parts }: Offer, asGroup: boolean): CurveContour[][] =>
  asGroup ? [parts.flatMap(({ contours }) => contours)] : parts.map(({ contours }) => contours);

const takesGroup = ({ operation, parts }: Offer): boolean => operation.takesGroups === true && parts.length > 1;

/** The question what would come of an offer, for the worker; the same parts and measures are asked for once. */
const tryQuery = (offer: Offer, measures: Measures, isWanted: boolean, asGroup = takesGroup(offer)) => ({
  queryKey: ['made', offer.operation.name, asGroup, offer.parts.map(({ contours }) => numberOf(contours)), measures],
  queryFn: async () => (await jobForm()).tryInWorker(offer.operation.name, linesOf(offer, asGroup), measures),
  enabled: isWanted,
  staleTime: Infinity,
  structuralSharing: false,
  retry: false,
});

/** What an operation begins with; a hatch of a tool whose line is known keeps half of it from the edge, and lies line beside line. */
const usual = ({ name: operation, measures }: Operation, lineMm: number | null): Measures => ({
  ...Object.fromEntries(measures.map(({ name, usual: n }) => [name, n])),
  ...(operation === 'hatch' && lineMm !== null ? { inset: lineMm / 2, spacing: lineMm } : {}),
});

/** The line of the tool that the parts are done with, where all of them are done with one; null where nobody knows. */
function useLineOf(job: JobDetail, chosen: BoxedPart[]): { mm: number | null; tool: string } {
  const tools = useTools().data ?? [];
  const ids = new Set(chosen.map(({ stepId }) => job.steps.find(({ id }) => id === stepId)?.toolId));
  const tool = ids.size === 1 ? tools.find(({ id }) => ids.has(id)) : undefined;
  return { mm: tool ? lineWidthOf(tool) : null, tool: tool?.name ?? '' };
}

/** What could become of the chosen parts: each way as a small picture of these very parts; then its measures, and it is made. */
export function Becoming({ job, chosen, isPending, onMake, more = [] }: BecomingProps) {
  const { ink } = useTokens();
  const [offer, setOffer] = useState<Offer | null>(null);
  const isSmall =
    chosen.reduce((sum, part) => sum + part.contours.reduce((n, c) => n + c.segments.length, 0), 0) <= MOST_SEGMENTS;
  // The table comes with the form of jobs, which is fetched once one is open.
  const operations = useQuery({
    queryKey: ['operations'],
    queryFn: async () => (await jobForm()).OPERATIONS,
    staleTime: Infinity,
  });
  const line = useLineOf(job, chosen);
  const offers = useMemo(() => offersFor(chosen, operations.data ?? []), [chosen, operations.data]);
  const tried = useQueries({ queries: offers.map((each) => tryQuery(each, usual(each.operation, line.mm), isSmall)) });
  if (offer)
    return (
      <MakeIt
        job={job}
        line={line}
        offer={offer}
        isSmall={isSmall}
        isPending={isPending}
        onMake={onMake}
        onBack={() => setOffer(null)}
      />
    );
  return (
    <View style={{ gap: SPACE.base }}>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small }}>
        {offers.map((each, i) => {
          const own = each.parts.map(({ contours }) => contours);
          const made = tried[i].data?.made.filter((lines) => lines.length > 0) ?? [];
          return (
            <ThumbCard
              key={each.label}
              label={each.label}
              picture={
                <LinesThumb
                  parts={each.operation.isBeside ? [...made, ...own] : made}
                  before={made.length ? [] : own}
                  width={72}
                  height={52}
                />
              }
              onPress={() => setOffer(each)}
            />
          );
        })}
        {more.map(({ label, icon, onPress }) => (
          <ThumbCard
            key={label}
            label={label}
            picture={
              <View style={{ width: 72, height: 52, alignItems: 'center', justifyContent: 'center' }}>
                <Icon name={icon} size={36} color={ink} />
              </View>
            }
            onPress={onPress}
          />
        ))}
      </View>
      {chosen.length > 1 ? <Alignments chosen={chosen} onMake={onMake} /> : null}
    </View>
  );
}

const ALIGNMENT_WORDS: Record<AlignParts['at'], string> = {
  left: 'Left edges',
  centre: 'Middles, one below the other',
  right: 'Right edges',
  top: 'Upper edges',
  middle: 'Middles, side by side',
  bottom: 'Lower edges',
  'on-one-middle': 'On one middle',
  'on-text': 'On the line of a text',
  'spread-across': 'Even gaps across',
  'spread-down': 'Even gaps down',
};

function Alignments({ chosen, onMake }: Pick<BecomingProps, 'chosen' | 'onMake'>) {
  return (
    <View style={{ gap: SPACE.small }}>
      <Strong>Lay them to each other</Strong>
      <Chips
        label="Lay them to each other"
        options={(Object.keys(ALIGNMENT_WORDS) as AlignParts['at'][])
          .filter((at) => chosen.length > 2 || !at.startsWith('spread'))
          .map((at) => ({
            value: at,
            label: ALIGNMENT_WORDS[at],
          }))}
        chosen={null}
        onChoose={(at) => onMake({ do: 'align-parts', partIds: chosen.map(({ id }) => id), at })}
      />
    </View>
  );
}

interface MakeItProps extends Omit<BecomingProps, 'chosen' | 'more'> {
  offer: Offer;
  line: ReturnType<typeof useLineOf>;
  isSmall: boolean;
  onBack: () => void;
}

const NOTHING_YET: TriedOut = { made: [], refusal: null, told: null };

function MakeIt({ job, line, offer, isSmall, isPending, onMake, onBack }: MakeItProps) {
  const { rule, paper } = useTokens();
  const { operation, parts } = offer;
  const [measures, setMeasures] = useState(() => usual(operation, line.mm));
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
