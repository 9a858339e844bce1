import {
  paths,
  type CostView,
  type FinishingTick,
  type FinishingView,
  type MockupView,
  type NewHandTime,
  type NewQuote,
  type QuoteTurn,
  type QuoteView,
  type RatesView,
} from '@keen-anvil/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { v4 as uuid } from 'uuid';
import { call } from '../api/client';

export const useFinishing = (jobId: string) =>
  useQuery({
    queryKey: ['finishing', jobId],
    queryFn: ({ signal }) => call<FinishingView>(paths.finishing(jobId), { signal }),
    refetchOnMount: 'always',
  });

/** Writes how far a line is; it is shown at once. */
export function useTickFinishing(jobId: string) {
  const client = useQueryClient();
  return useMutation({
    scope: { id: `finishing of ${jobId}` },
    mutationFn: (tick: FinishingTick) => call<FinishingView>(paths.finishing(jobId), { method: 'POST', body: tick }),
    onMutate: ({ lineId, done }) =>
      client.setQueryData<FinishingView>(
        ['finishing', jobId],
        (view) => view && { ...view, lines: view.lines.map((line) => (line.id === lineId ? { ...line, done } : line)) },
      ),
    onSuccess: (view) => client.setQueryData(['finishing', jobId], view),
    onError: () => client.invalidateQueries({ queryKey: ['finishing', jobId] }),
  });
}

export function useOwnFinishing(jobId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, text }: { id: string | null; text: string }) =>
      id
        ? call(paths.finishingLineArchive(id), { method: 'POST', body: { isArchived: true } })
        : call(paths.finishingLines, { method: 'POST', body: { id: uuid(), text, process: null, minutes: null } }),
    onSettled: () => client.invalidateQueries({ queryKey: ['finishing', jobId] }),
  });
}

export function useHandTime(jobId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (time: Omit<NewHandTime, 'id'>) =>
      call(paths.handTimes(jobId), { method: 'POST', body: { id: uuid(), ...time } }),
    onSettled: () => client.invalidateQueries({ queryKey: ['cost'] }),
  });
}

export const useCost = (jobId: string, pieces: number, stamp: unknown) =>
  useQuery({
    queryKey: ['cost', jobId, pieces, stamp],
    queryFn: ({ signal }) => call<CostView>(paths.cost(jobId, pieces), { signal }),
    placeholderData: (before) => before,
    retry: false,
  });

export const useRates = () =>
  useQuery({ queryKey: ['rates'], queryFn: ({ signal }) => call<RatesView>(paths.rates, { signal }) });

export function useKeepRates() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ currency: _currency, ...rates }: RatesView) =>
      call<RatesView>(paths.rates, { method: 'PUT', body: rates }),
    onSuccess: (rates) => client.setQueryData(['rates'], rates),
    onSettled: () => client.invalidateQueries({ queryKey: ['cost'] }),
  });
}

export const useQuotes = (jobId: string) =>
  useQuery({
    queryKey: ['quotes', jobId],
    queryFn: ({ signal }) => call<QuoteView[]>(paths.quotes(jobId), { signal }),
    refetchOnMount: 'always',
  });

/** How the job looks on its blank, as it was kept last. */
export const useKeptMockup = (jobId: string) =>
  useQuery({
    queryKey: ['mockup', jobId],
    queryFn: ({ signal }) => call<MockupView>(paths.mockup(jobId), { signal }),
    refetchOnMount: 'always',
  });

export function useOffer(jobId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (quote: Omit<NewQuote, 'id'>) =>
      call<QuoteView[]>(paths.quotes(jobId), { method: 'POST', body: { id: uuid(), ...quote } }),
    onSuccess: (quotes) => client.setQueryData(['quotes', jobId], quotes),
  });
}

export function useAnswerQuote(jobId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, state }: { id: string } & QuoteTurn) =>
      call<QuoteView[]>(paths.quoteTurn(id), { method: 'POST', body: { state } }),
    onSuccess: (quotes) => client.setQueryData(['quotes', jobId], quotes),
    onSettled: () => client.invalidateQueries({ queryKey: ['jobs'] }),
  });
}
