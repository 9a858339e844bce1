import { PROCESS_NAMES, TEMPERS } from '@keen-anvil/core/recipes';

/** What of the book is looked at; it stands in the address, so that a view can be shared and comes back as it was. */
export interface BookFilter {
  search?: string;
  material?: string;
  machine?: string;
  process?: string;
  temper?: string;
  sort?: string;
  order?: string;
}

const NAMES = [
  'search',
  'material',
  'machine',
  'process',
  'temper',
  'sort',
  'order',
] as const satisfies readonly (keyof BookFilter)[];

/** The filter that an address holds; what is no filter is passed over. */
export function filterFrom(params: Record<string, unknown>): BookFilter {
  const filter: BookFilter = {};
  for (const name of NAMES) if (typeof params[name] === 'string' && params[name]) filter[name] = params[name];
  if (filter.process && !(PROCESS_NAMES as readonly string[]).includes(filter.process)) delete filter.process;
  if (filter.temper && !(TEMPERS as readonly string[]).includes(filter.temper)) delete filter.temper;
  return filter;
}

/** The query string of a filter, in one order for one filter. */
export function filterQuery(filter: BookFilter, page: { limit: number; offset: number }): string {
  const query = new URLSearchParams();
  for (const name of NAMES) if (filter[name]) query.set(name, filter[name]);
  query.set('limit', String(page.limit));
  query.set('offset', String(page.offset));
  return query.toString();
}
