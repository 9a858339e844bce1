import {
  addressOf,
  SEEN_IN,
  type AnswerOf,
  type AskedOf,
  type BodyOf,
  type Endpoint,
  type FileBody,
  type Subject,
} from '@keen-anvil/contract';
import {
  hashKey,
  queryOptions,
  useMutation,
  useQuery,
  useQueryClient,
  type QueryClient,
  type QueryKey,
  type UseQueryOptions,
} from '@tanstack/react-query';
import { call, type Call } from './client';
import { callStreamed } from './stream';

/** What is sent to an endpoint: JSON, or a file as it is. */
type SentTo<E> = BodyOf<E> extends FileBody ? Blob : BodyOf<E>;

interface Asking<E> extends Omit<Call, 'method' | 'body'> {
  body?: SentTo<E>;
}

/**
 * Asks an endpoint.
 * @param asked a value for each part of its path, and for those of its fields that are to be said
 * @throws ApiError with the server's own sentence, or one that says that it cannot be reached
 */
export const ask = <E extends Endpoint>(endpoint: E, asked: AskedOf<E>, asking: Asking<E> = {}): Promise<AnswerOf<E>> =>
  call<AnswerOf<E>>(addressOf(endpoint, asked), { method: endpoint.method, ...asking });

/** Asks an endpoint for something that takes long. @param asking `told` hears how far the work is */
export const askLong = <E extends Endpoint>(
  endpoint: E,
  asked: AskedOf<E>,
  asking: Asking<E> & { told?: (at: { progress: number; doing: string }) => void },
): Promise<AnswerOf<E>> =>
  callStreamed<AnswerOf<E>>(addressOf(endpoint, asked), { method: endpoint.method, ...asking });

/** What the answer of an endpoint is kept under: its subject, its path, and what is asked. */
export const keyOf = <E extends Endpoint>(endpoint: E, asked: AskedOf<E>) =>
  [endpoint.key ?? endpoint.path, endpoint.path, asked] as const;

/** What all answers of an endpoint are kept under, whatever is asked. */
export const keysOf = ({ key, path }: Endpoint) => [key ?? path, path] as const;

/** The question to an endpoint, to be asked here or ahead of its page. */
export const questionOf = <E extends Endpoint>(endpoint: E, asked: AskedOf<E>) =>
  queryOptions({
    queryKey: keyOf(endpoint, asked),
    queryFn: ({ signal }) => ask(endpoint, asked, { signal }),
  });

type Options<E> = Omit<
  UseQueryOptions<AnswerOf<E>, Error, AnswerOf<E>, ReturnType<typeof keyOf>>,
  'queryKey' | 'queryFn'
>;

/** What an endpoint answers, asked for when it is shown. */
export const useAsked = <E extends Endpoint>(endpoint: E, asked: AskedOf<E>, options: Partial<Options<E>> = {}) =>
  useQuery({ ...questionOf(endpoint, asked), ...(options as object) });

/** Has all asked for anew that may be another after a change. @param except what is kept there is as it is after it already */
export async function seenAnew(
  client: QueryClient,
  touches: readonly Subject[] | 'everything' = [],
  except?: QueryKey,
): Promise<void> {
  const kept = except && hashKey(except);
  const predicate = ({ queryHash }: { queryHash: string }) => queryHash !== kept;
  await (touches === 'everything'
    ? client.invalidateQueries({ predicate })
    : Promise.all(touches.map((subject) => client.invalidateQueries({ queryKey: [subject], predicate }))));
}

/** Has everything asked for anew in which a change of such a record is seen. */
export const touched = (client: QueryClient, record: keyof typeof SEEN_IN): Promise<void> =>
  seenAnew(client, SEEN_IN[record]);

/** How a write is made of what the page gives. */
interface Writing<E, Given> {
  asked: (given: Given) => AskedOf<E>;
  body?: (given: Given) => SentTo<E>;
  /** Under what its answer is kept, where that is what another endpoint answers. */
  keptAs?: (answer: AnswerOf<E>) => QueryKey;
  /** What else is done once it is written. */
  then?: (given: Given) => void;
}

/** Writes to an endpoint; what it touches is asked for anew. */
export function useWrite<E extends Endpoint, Given>(endpoint: E, { asked, body, keptAs, then }: Writing<E, Given>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (given: Given) => ask(endpoint, asked(given), { body: body?.(given) }),
    onSuccess: async (answer, given) => {
      const key = keptAs?.(answer);
      if (key) client.setQueryData(key, answer);
      then?.(given);
      await seenAnew(client, endpoint.touches, key);
    },
  });
}

/** Sends what the page gives to one address of an endpoint, as it is; what it touches is asked for anew. */
export const useSend = <E extends Endpoint>(endpoint: E, asked: AskedOf<E>, keptAs?: Writing<E, SentTo<E>>['keptAs']) =>
  useWrite<E, SentTo<E>>(endpoint, { asked: () => asked, body: (body) => body, keptAs });
