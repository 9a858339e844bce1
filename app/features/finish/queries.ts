import {
  endpoints,
  type FinishingTick,
  type FinishingView,
  type NewHandTime,
  type NewQuote,
  type QuoteTurn,
  type RatesView,
} from '@keen-anvil/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { v4 as uuid } from 'uuid';
import { ask, keyOf, keysOf, useAsked, useWrite } from '../api/ask';

export const useFinishing = (jobId: string) =>
  useAsked(endpoints.finishing, { id: jobId }, { refetchOnMount: 'always' });

/** Writes how far a line is; it is shown at once. */
export function useTickFinishing(jobId: string) {
  const client = useQueryClient();
  const key = keyOf(endpoints.finishing, { id: jobId });
  return useMutation({
    scope: { id: `finishing of ${jobId}` },
    mutationFn: (body: FinishingTick) => ask(endpoints.tickFinishing, { id: jobId }, { body }),
    onMutate: ({ lineId, done }) =>
      client.setQueryData<FinishingView>(
        key,
        (view) => view && { ...view, lines: view.lines.map((line) => (line.id === lineId ? { ...line, done } : line)) },
      ),
    onSuccess: (view) => client.setQueryData(key, view),
    onError: () => client.invalidateQueries({ queryKey: key }),
  });
}

export function useOwnFinishing(jobId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, text }: { id: string | null; text: string }) =>
      id
        ? ask(endpoints.putFinishingLineAway, { id }, { body: { isArchived: true } })
        : ask(endpoints.addFinishingLine, {}, { body: { id: uuid(), text, process: null, minutes: null } }),
    onSettled: () => client.invalidateQueries({ queryKey: keyOf(endpoints.finishing, { id: jobId }) }),
  });
}

export const useHandTime = (jobId: string) =>
  useWrite(endpoints.keepHandTime, {
    asked: () => ({ id: jobId }),
    body: (time: Omit<NewHandTime, 'id'>) => ({ id: uuid(), ...time }),
  });

export const useCost = (jobId: string, pieces: number, stamp: unknown) =>
  useQuery({
    queryKey: [...keysOf(endpoints.cost), jobId, pieces, stamp],
    queryFn: ({ signal }) => ask(endpoints.cost, { id: jobId, pieces: String(pieces) }, { signal }),
    placeholderData: (before) => before,
    retry: false,
  });

export const useRates = () => useAsked(endpoints.rates, {});

export function useKeepRates() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ currency: _currency, ...rates }: RatesView) => ask(endpoints.keepRates, {}, { body: rates }),
    onSuccess: (rates) => client.setQueryData(keyOf(endpoints.rates, {}), rates),
    onSettled: () => client.invalidateQueries({ queryKey: keysOf(endpoints.cost) }),
  });
}

export const useQuotes = (jobId: string) => useAsked(endpoints.quotes, { id: jobId }, { refetchOnMount: 'always' });

/** How the job looks on its blank, as it was kept last. */
export const useKeptMockup = (jobId: string) => useAsked(endpoints.mockup, { id: jobId }, { refetchOnMount: 'always' });

const keptAsQuotes = (id: string) => () => keyOf(endpoints.quotes, { id });

export const useOffer = (jobId: string) =>
  useWrite(endpoints.offer, {
    asked: () => ({ id: jobId }),
    body: (quote: Omit<NewQuote, 'id'>) => ({ id: uuid(), ...quote }),
    keptAs: keptAsQuotes(jobId),
  });

export const useAnswerQuote = (jobId: string) =>
  useWrite(endpoints.answerQuote, {
    asked: ({ id }: { id: string } & QuoteTurn) => ({ id }),
    body: ({ state }) => ({ state }),
    keptAs: keptAsQuotes(jobId),
  });
