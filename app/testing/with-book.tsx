import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { configure, render } from '@testing-library/react-native';
import type { ReactElement } from 'react';
import { SafeAreaProvider } from 'react-native-safe-area-context';
import { BenchBookTheme } from '../ui/theme';
import { answerOf, type DrawnJob } from './job-answer';

// The first page of a file is drawn while its modules are still being read.
configure({ asyncUtilTimeout: 10_000 });

interface Answer {
  status?: number;
  /** What is answered; or what makes it of what was sent so far. */
  body: unknown;
}

/** Answers of a server that is not there, by the start of the address; what was sent to it is kept. */
export interface PretendServer {
  sent: { path: string; method: string; body: unknown }[];
}

/** Of a list that is given as a whole: one row by its id, some by theirs, those put away or those that are not. */
function fromList(path: string, key: string, answer: Answer): Answer | undefined {
  if (!Array.isArray(answer.body)) return answer;
  const rows = answer.body as { id: string; isArchived?: boolean }[];
  const { pathname, searchParams } = new URL(path, 'http://shop.test');
  const one = pathname.slice(key.length + 1);
  if (one && !one.includes('/')) {
    const row = rows.find(({ id }) => id === one);
    return row && { body: row };
  }
  const [ids, archived] = [searchParams.get('ids')?.split(','), searchParams.get('archived')];
  return {
    ...answer,
    body: rows.filter(
      ({ id, isArchived }) =>
        (!ids || ids.includes(id)) && (archived === null || Boolean(isArchived) === (archived === 'true')),
    ),
  };
}

/** A job is given as it is drawn, and comes as the server answers with it. */
const asSent = (body: unknown): unknown =>
  typeof body === 'object' && body !== null && 'artworks' in body && 'otherParts' in body
    ? answerOf(body as DrawnJob)
    : body;

/** Renders a piece of the app as it stands in the app, with a pretend server behind it. */
export function renderWithBook(piece: ReactElement, answers: Record<string, Answer> = {}): PretendServer {
  const sent: PretendServer['sent'] = [];
  globalThis.fetch = jest.fn(async (path: string, request: { method?: string; body?: string }) => {
    sent.push({ path, method: request.method ?? 'GET', body: request.body ? JSON.parse(request.body) : undefined });
    const key = Object.keys(answers).find((start) => path.startsWith(start));
    const { status = 200, body: given } = (key ? fromList(path, key, answers[key]) : undefined) ?? {
      status: 404,
      body: { error: { code: 'not-found', message: `Nothing is at ${path}.` } },
    };
    const body: unknown = typeof given === 'function' ? given(sent) : given;
    // A long answer comes as lines, the result last.
    const line = JSON.stringify(
      status < 400 ? { answer: asSent(body) } : { problem: (body as { error: unknown }).error, status },
    );
    const reads = [
      { value: new TextEncoder().encode(`${line}\n`), done: false },
      { value: undefined, done: true },
    ];
    return {
      ok: status < 400,
      status,
      json: async () => asSent(body),
      body: { getReader: () => ({ read: async () => reads.shift() }) },
    };
  }) as unknown as typeof fetch;
  const client = new QueryClient({
    defaultOptions: { queries: { retry: false, gcTime: Infinity }, mutations: { gcTime: Infinity } },
  });
  render(
    <SafeAreaProvider
      initialMetrics={{
        frame: { x: 0, y: 0, width: 390, height: 844 },
        insets: { top: 0, left: 0, right: 0, bottom: 0 },
      }}
    >
      <QueryClientProvider client={client}>
        <BenchBookTheme>{piece}</BenchBookTheme>
      </QueryClientProvider>
    </SafeAreaProvider>,
  );
  return { sent };
}

/** What was posted to a path, in order. */
export const posted = (sent: { path: string; method: string; body: unknown }[], path: string) =>
  sent.filter((request) => request.method === 'POST' && request.path === path).map(({ body }) => body);
