import type { CostView } from '@keen-anvil/contract';
import type { CostKind } from '@keen-anvil/core/cost';
import { formatDuration, formatNumber, sayMoney } from '@keen-anvil/core/units';
import { useState } from 'react';
import { View } from 'react-native';
import { Columns } from '../../ui/columns';
import { Leaf } from '../../ui/leaf';
import { Page } from '../../ui/page';
import { Trouble, Waiting } from '../../ui/states';
import { StepNumber } from '../../ui/step-number';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Figure, Heading } from '../../ui/type';
import { useJob } from '../jobs/queries';
import { CostBar } from './cost-bar';
import { sayCheaper } from './cost-words';
import { PriceLine } from './price-line';
import { useCost, useRates } from './queries';
import { QuotesLeaf } from './quotes-leaf';
import { RatesKey } from './rates-leaf';

/** What a job's pieces cost, what that is made of, and what is offered. */
export function CostPage({ jobId }: { jobId: string }) {
  const { quench, ember } = useTokens();
  const job = useJob(jobId);
  const [pieces, setPieces] = useState<number | null>(null);
  const [chosen, setChosen] = useState<CostKind | null>(null);
  const rates = useRates();
  const cost = useCost(jobId, pieces ?? 1, [job.data?.version ?? 0, rates.data?.version ?? 0]);
  const view = cost.data;
  return (
    <Page
      title={job.data ? `What it costs: ${job.data.name}` : 'What it costs'}
      back={{ label: 'Job', href: { pathname: '/jobs/[id]', params: { id: jobId } } }}
      maxWidth={1100}
    >
      {cost.isPending ? <Waiting /> : null}
      {cost.isError ? <Trouble error={cost.error} retry={() => void cost.refetch()} /> : null}
      {view && !cost.isError ? (
        <Columns
          first={
            <Leaf edge={quench} testID="cost">
              <StepNumber
                label="How many"
                unit=""
                value={pieces ?? 1}
                min={1}
                max={100_000}
                step={1}
                onChange={(value) => setPieces(Math.round(value))}
              />
              <PriceLine cost={view.asked} currency={view.currency} />
              {view.asked.pieces > 1 ? (
                <Body>{`${sayMoney(Math.round(view.asked.priceCents / view.asked.pieces), view.currency)} each`}</Body>
              ) : null}
              <CostBar cost={view.asked} currency={view.currency} chosen={chosen} onChoose={setChosen} />
              {chosen ? <Aside>{sayPart(chosen, view)}</Aside> : <Aside>Touch a part to see what is behind it.</Aside>}
              {view.missing.map((sentence) => (
                <Body key={sentence} style={{ color: ember }}>
                  {sentence}
                </Body>
              ))}
              <RatesKey />
            </Leaf>
          }
          second={
            <>
              <PriceTable view={view} />
              {view.cheaper.length > 0 ? (
                <Leaf edge={ember} testID="cheaper">
                  <Heading>What would make it cheaper</Heading>
                  {view.cheaper.slice(0, 4).map((way) => (
                    <Body key={`${way.how} ${way.of}`}>{sayCheaper(way, view.currency)}</Body>
                  ))}
                </Leaf>
              ) : null}
              <QuotesLeaf jobId={jobId} pieces={pieces ?? 1} />
            </>
          }
        />
      ) : null}
    </Page>
  );
}

/** What some numbers of pieces cost, each and in all, and how many sheets that begins. */
function PriceTable({ view }: { view: CostView }) {
  const { rule, slate } = useTokens();
  return (
    <Leaf edge={slate} testID="price-table">
      <Heading>More of them</Heading>
      {view.table.map((cost) => (
        <View
          key={cost.pieces}
          style={{
            flexDirection: 'row',
            alignItems: 'baseline',
            gap: SPACE.small,
            borderBottomWidth: 1,
            borderColor: rule,
            paddingVertical: SPACE.small,
          }}
        >
          <Figure style={{ width: 44, textAlign: 'right', fontSize: 20 }}>{cost.pieces}</Figure>
          <View style={{ flex: 1 }}>
            <Figure
              style={{ fontSize: 18 }}
            >{`${sayMoney(Math.round(cost.priceCents / cost.pieces), view.currency)} each`}</Figure>
            <Aside>
              {[
                `${sayMoney(cost.priceCents, view.currency)} in all`,
                ...cost.sheets.map(({ name, sheets, perSheet }) => `${sheets} × ${name} (${perSheet} on each)`),
              ].join(' · ')}
            </Aside>
          </View>
        </View>
      ))}
    </Leaf>
  );
}

const HAND_WORDS = { weed: 'weeding', press: 'pressing', finish: 'finishing' } as const;

/** What is behind a part of the price, as a sentence. */
function sayPart(kind: CostKind, view: CostView): string {
  switch (kind) {
    case 'hands':
      return view.hands
        .map(
          ({ kind: of, seconds, known }) =>
            `${HAND_WORDS[of]} ${formatDuration(seconds)} a piece (${known === 0 ? 'as usual: nothing was timed yet' : `by ${known} own times`})`,
        )
        .join('; ')
        .concat('; and setting up once.');
    case 'machine':
      return `${formatDuration(view.machineSeconds)} of machines a piece, from the files as the job is laid.`;
    case 'failures':
      return `${formatNumber(100 * view.failureRate, 0)} in a hundred go wrong, by what the book has seen of these recipes.`;
    case 'material':
      return (
        view.asked.sheets.map(({ name, sheets, perSheet }) => `${sheets} × ${name}, ${perSheet} on each`).join('; ') +
        '.'
      );
    case 'blank':
      return 'What it is pressed onto or made of, one for each piece.';
    case 'consumables':
      return 'Transfer tape over what is weeded, ink where it is printed, and a cover sheet for each pressing.';
    case 'tools':
      return 'The share of a blade or a lens that this takes.';
    case 'packaging':
      return 'For each piece.';
    case 'fee':
    case 'margin':
      return 'A share of the price.';
  }
}
