import type { JobDetail } from '@keen-anvil/contract';
import type { CurveContour } from '@keen-anvil/core/geometry';
import type { AlignParts } from '@keen-anvil/core/jobs';
import { OPERATIONS } from '@keen-anvil/core/makings';
import { useQueries } from '@tanstack/react-query';
import { useMemo, useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { Chips } from '../../ui/chips';
import { SPACE } from '../../ui/tokens';
import { Aside, Strong } from '../../ui/type';
import type { BoxedPart } from './all-parts';
import { LinesThumb } from './lines-thumb';
import { MakeIt } from './make-it';
import { MOST_SEGMENTS, offersFor, tryQuery, useLineOf, usual, type Offer } from './offers';
import type { Unnamed } from './queries';
import { ThumbCard } from './thumb-card';

interface BecomingProps {
  job: JobDetail;
  chosen: BoxedPart[];
  isPending: boolean;
  onMake: (action: Unnamed) => void;
  /** What takes more than one part to be made: each asks for itself. */
  more?: readonly { label: string; picture: (rim: readonly CurveContour[]) => ReactNode; onPress: () => void }[];
}

/** What could become of the chosen parts: each way as a small picture of these very parts; then its measures, and it is made. */
export function Becoming({ job, chosen, isPending, onMake, more = [] }: BecomingProps) {
  const [offer, setOffer] = useState<Offer | null>(null);
  const isSmall =
    chosen.reduce((sum, part) => sum + part.contours.reduce((n, c) => n + c.segments.length, 0), 0) <= MOST_SEGMENTS;
  const line = useLineOf(job, chosen);
  const offers = useMemo(() => offersFor(chosen, OPERATIONS), [chosen]);
  const tried = useQueries({ queries: offers.map((each) => tryQuery(each, usual(each.operation, line.mm), isSmall)) });
  const rim = tried[offers.findIndex(({ operation }) => operation.name === 'rim')]?.data?.made[0] ?? [];
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
        {more.map(({ label, picture, onPress }) => (
          <ThumbCard key={label} label={label} picture={picture(rim)} onPress={onPress} />
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
      <Aside>
        What came in together moves as one. The largest of them stays where it is, unless gaps are made even.
      </Aside>
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
