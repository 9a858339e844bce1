import { addresses, type QuoteView } from '@keen-anvil/contract';
import { sayMoney } from '@keen-anvil/core/units';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Image, View } from 'react-native';
import { Decision } from '../../ui/choice';
import { Button, Input } from '../../ui/elements';
import { Leaf } from '../../ui/leaf';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading, Strong } from '../../ui/type';
import { SaveKey } from '../api/save-key';
import { useAnswerQuote, useKeptMockup, useOffer, useQuotes } from './queries';

/** A month from now, as a day. */
const inAMonth = (): string => new Date(Date.now() + 30 * 86_400_000).toISOString().slice(0, 10);

/** What was offered of a job, and what became of it. */
export function QuotesLeaf({ jobId, pieces }: { jobId: string; pieces: number }) {
  const { quench, rust } = useTokens();
  const quotes = useQuotes(jobId).data ?? [];
  const offer = useOffer(jobId);
  const mockup = useKeptMockup(jobId).data;
  const router = useRouter();
  const [isOffering, setOffering] = useState(false);
  const [customer, setCustomer] = useState('');
  const [validUntil, setValidUntil] = useState(inAMonth);
  return (
    <Leaf edge={quench} testID="quotes">
      <Heading>Quotes</Heading>
      {quotes.length === 0 ? <Aside>Nothing was offered yet.</Aside> : null}
      {quotes.map((quote) => (
        <Quote key={quote.id} quote={quote} jobId={jobId} />
      ))}
      <Button
        title={`Offer ${pieces === 1 ? 'one' : pieces} at this price`}
        type="outline"
        onPress={() => setOffering(true)}
      />
      <Decision title="A quote" isOpen={isOffering} onClose={() => setOffering(false)}>
        <Input label="For whom" aria-label="For whom" value={customer} onChangeText={setCustomer} maxLength={200} />
        <Input
          label="Good until (a day, as 2027-01-31)"
          aria-label="Good until (a day, as 2027-01-31)"
          value={validUntil}
          onChangeText={setValidUntil}
        />
        {mockup ? (
          <>
            {mockup.photoId ? (
              <Image
                source={{ uri: addresses.photo({ id: mockup.photoId }) }}
                style={{ width: '100%', height: 180 }}
                resizeMode="contain"
                aria-label="How it will look, as the quote shows it"
              />
            ) : null}
            <Aside>
              {mockup.photoId
                ? 'The quote shows it like this.'
                : 'The quote shows it as it is drawn. Keep a mock-up with the job, and it shows that.'}
            </Aside>
            <TextKey
              title={mockup.photoId ? 'Another mock-up' : 'Make a mock-up'}
              icon="image-frame"
              onPress={() => router.push({ pathname: '/jobs/[id]/mockup', params: { id: jobId } })}
            />
          </>
        ) : null}
        {offer.isError ? (
          <Body role="alert" style={{ color: rust }}>
            {offer.error.message}
          </Body>
        ) : null}
        <Button
          title="Write the quote"
          loading={offer.isPending}
          onPress={() =>
            offer.mutate({ pieces, customer: customer.trim(), validUntil }, { onSuccess: () => setOffering(false) })
          }
        />
      </Decision>
    </Leaf>
  );
}

function Quote({ quote, jobId }: { quote: QuoteView; jobId: string }) {
  const { moss, rust, rule } = useTokens();
  const answer = useAnswerQuote(jobId);
  const state = quote.state === 'offered' ? (quote.isOver ? 'over' : 'offered') : quote.state;
  return (
    <View
      style={{ borderTopWidth: 1, borderColor: rule, paddingTop: SPACE.small, gap: 2 }}
      testID={`quote-${quote.number}`}
    >
      <View style={{ flexDirection: 'row', justifyContent: 'space-between', gap: SPACE.small, flexWrap: 'wrap' }}>
        <Strong>{`Quote ${quote.number}: ${sayMoney(quote.totalCents, quote.currency)}`}</Strong>
        <Body style={{ color: state === 'accepted' ? moss : undefined }}>{state}</Body>
      </View>
      <Aside>
        {`${quote.pieces === 1 ? '1 piece' : `${quote.pieces} pieces`}${quote.customer ? ` for ${quote.customer}` : ''}, good until ${quote.validUntil}`}
      </Aside>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.wide }}>
        <SaveKey
          title="Save it (PDF)"
          label={`Save quote ${quote.number}`}
          path={addresses.quotePaper({ id: quote.id })}
        />
        {state === 'offered' ? (
          <>
            <TextKey
              title="Accepted"
              icon="check"
              label={`Quote ${quote.number} is accepted`}
              onPress={() => answer.mutate({ id: quote.id, state: 'accepted' })}
            />
            <TextKey
              title="Declined"
              icon="close"
              label={`Quote ${quote.number} is declined`}
              onPress={() => answer.mutate({ id: quote.id, state: 'declined' })}
            />
          </>
        ) : null}
      </View>
      {answer.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {answer.error.message}
        </Body>
      ) : null}
    </View>
  );
}
