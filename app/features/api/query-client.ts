import { QueryClient } from '@tanstack/react-query';
import { ApiError } from './client';

/** How long what was fetched counts as fresh, in ms; changes made here are put in at once. */
const FRESH_MS = 15_000;

/** One query client for the app: asks again after a broken line, never after a refusal. */
export function createQueryClient(): QueryClient {
  return new QueryClient({
    defaultOptions: {
      queries: {
        staleTime: FRESH_MS,
        retry: (failures, error) => failures < 2 && !(error instanceof ApiError && error.status >= 400),
      },
    },
  });
}
