/** Who may ask for something, from the least to the most: reads; runs, scores and ticks; makes and changes; hands out and deletes. */
export const ROLES = ['reader', 'runner', 'maker', 'owner'] as const;
export type Role = (typeof ROLES)[number];

/** What answers are about: they are kept under it, and a write says which of them may be others after it. */
export type Subject =
  | 'bench'
  | 'record turns'
  | 'workshops'
  | 'machines'
  | 'tools'
  | 'materials'
  | 'recipes'
  | 'suggestion'
  | 'tunings'
  | 'advice'
  | 'jobs'
  | 'templates'
  | 'runs'
  | 'warm clocks'
  | 'press plan'
  | 'pressings'
  | 'plate'
  | 'finishing'
  | 'cost'
  | 'rates'
  | 'quotes'
  | 'mockup'
  | 'garments'
  | 'size set'
  | 'fonts'
  | 'text preview';

/** One field of an address after its question mark. */
export type QueryField =
  | { is: 'text'; longest: number }
  | { is: 'yes or no' }
  | { is: 'number' }
  | { is: 'count'; usual: number; most: number }
  | { is: 'ids'; most: number };
export type QueryFields = Readonly<Record<string, QueryField>>;

/** A text in an address; '' where it is not there. */
export const text = (longest: number) => ({ is: 'text', longest }) as const;
/** Yes or no in an address; null where it is not there. */
export const yesOrNo = { is: 'yes or no' } as const;
/** A number in an address; null where it is not there. */
export const number = { is: 'number' } as const;
/** So many, at most; `usual` where it is not said. */
export const count = (usual: number, most: number) => ({ is: 'count', usual, most }) as const;
/** Ids parted by commas; null where none are named. */
export const ids = (most: number) => ({ is: 'ids', most }) as const;
/** One page of a list. */
export const page = (usual: number, most: number) =>
  ({ limit: count(usual, most), offset: count(0, 1_000_000) }) as const;

interface ReadAs {
  text: string;
  'yes or no': boolean | null;
  number: number | null;
  count: number;
  ids: string[] | null;
}
interface WrittenFrom {
  text: string | null;
  'yes or no': boolean | null;
  number: number | null;
  count: number;
  ids: readonly string[];
}

/** A file is answered with: saved or shown, not read as JSON. */
export interface FileAnswer {
  readonly isFile: true;
}
/** Events are answered with, as long as somebody listens. */
export interface EventsAnswer<Event> {
  readonly events: Event;
}
/** A file is sent as it is. */
export interface FileBody {
  readonly isFile: true;
}

export type Method = 'GET' | 'POST' | 'PUT' | 'PATCH';

/** What does not change with what is asked, sent or answered. */
export interface EndpointFacts<Path extends string = string, Query extends QueryFields = QueryFields> {
  /** Below `/api`, with the names of its parts: `/jobs/:id`. A part whose name ends in “id” is a UUID. */
  readonly path: Path;
  readonly query?: Query;
  /** The least that somebody has to be in the workshop to ask for it. */
  readonly role?: Role;
  /** What its answer is kept under. */
  readonly key?: Subject;
  /** What may be another after it. */
  readonly touches?: readonly Subject[] | 'everything';
  /** The largest file that is taken, bytes; of endpoints that are sent files. */
  readonly fileUpTo?: number;
  /** Something new is made by it. */
  readonly makes?: boolean;
  /** Who asks for lines hears how far the work is, until its answer comes as the last of them. */
  readonly inLines?: boolean;
  /** Events are answered with, as long as somebody listens. */
  readonly isFollowed?: boolean;
  /** Whether an answer that came once holds: for ever, as long as it is asked whether it does, or never. */
  readonly holds?: 'for ever' | 'until asked' | 'never';
}

/** An address of the API with all that both sides know of it. What is asked, sent and answered is in its type alone. */
export interface Endpoint<
  Path extends string = string,
  Query extends QueryFields = QueryFields,
  Body = unknown,
  Answer = unknown,
> extends EndpointFacts<Path, Query> {
  readonly method: Method;
  readonly role: Role;
  readonly types?: { body: Body; answer: Answer };
}

type PartsOf<Path extends string> = Path extends `${string}:${infer Part}/${infer Rest}`
  ? Part | PartsOf<`/${Rest}`>
  : Path extends `${string}:${infer Part}`
    ? Part
    : never;

type Facts<E> =
  E extends Endpoint<infer Path, infer Query, infer Body, infer Answer>
    ? { path: Path; query: Query; body: Body; answer: Answer }
    : never;
export type BodyOf<E> = Facts<E>['body'];
export type AnswerOf<E> = Facts<E>['answer'];
/** What the app gives for an address: its parts, and of its fields those that are to be said. */
export type AskedOf<E> = { [Part in PartsOf<Facts<E>['path']>]: string | number } & {
  [Field in keyof Facts<E>['query']]?: WrittenFrom[Facts<E>['query'][Field]['is']];
};
/** What the server reads of an address: its parts, and every field. */
export type ReadOf<E> = { [Part in PartsOf<Facts<E>['path']>]: string } & {
  [Field in keyof Facts<E>['query']]: ReadAs[Facts<E>['query'][Field]['is']];
};

type NoQuery = Record<never, QueryField>;

/** Something to be read. */
export const reads =
  <Answer>() =>
  <const Path extends string, const Query extends QueryFields = NoQuery>(
    facts: EndpointFacts<Path, Query>,
  ): Endpoint<Path, Query, undefined, Answer> => ({ role: 'reader', ...facts, method: 'GET' });

/** A file to be saved or shown. */
export const givesFile = reads<FileAnswer>();

/** Something to be followed. */
export const follows =
  <Event>() =>
  <const Path extends string>(
    facts: EndpointFacts<Path, NoQuery>,
  ): Endpoint<Path, NoQuery, undefined, EventsAnswer<Event>> => ({
    role: 'reader',
    ...facts,
    isFollowed: true,
    method: 'GET',
  });

/** Something to be written. */
export const writes =
  <Body, Answer>(method: Exclude<Method, 'GET'>) =>
  <const Path extends string, const Query extends QueryFields = NoQuery>(
    facts: EndpointFacts<Path, Query>,
  ): Endpoint<Path, Query, Body, Answer> => ({ role: 'maker', ...facts, method });

/** A file to be written. */
export const takesFile =
  <Answer>(method: 'PUT' | 'POST' = 'PUT') =>
  <const Path extends string, const Query extends QueryFields = NoQuery>(
    facts: EndpointFacts<Path, Query> & { fileUpTo: number },
  ): Endpoint<Path, Query, FileBody, Answer> => ({ role: 'maker', ...facts, method });

const API = '/api';

/**
 * The address of an endpoint.
 * @param asked a value for each part of the path, and for those fields that are to be said
 * @example addressOf(endpoints.job, { id: 'a' }) // '/api/jobs/a'
 */
export function addressOf<E extends Endpoint>(endpoint: E, asked: AskedOf<E>): string {
  const given = asked as Record<string, unknown>;
  const path = endpoint.path.replace(/:(\w+)/g, (_, part: string) => encodeURIComponent(String(given[part])));
  const said = new URLSearchParams();
  for (const name of Object.keys(endpoint.query ?? {})) {
    const value = given[name];
    if (value === undefined || value === null || value === '' || (Array.isArray(value) && value.length === 0)) continue;
    said.set(name, String(value));
  }
  const query = said.toString();
  return `${API}${path}${query ? `?${query}` : ''}`;
}

/** Whether an address without its question mark is one of the endpoint's. */
export const isAddressOf = ({ path }: EndpointFacts, address: string): boolean => {
  const [parts, given] = [`${API}${path}`.split('/'), address.split('/')];
  return parts.length === given.length && parts.every((part, i) => part.startsWith(':') || part === given[i]);
};
