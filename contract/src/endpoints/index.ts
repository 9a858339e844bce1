import { addressOf, type AskedOf } from './endpoint';
import { book } from './book';
import { drawings } from './drawings';
import { finish } from './finish';
import { jobs } from './jobs';
import { press } from './press';
import { runs } from './runs';
import { shop } from './shop';
import { tuning } from './tuning';
import { workshop } from './workshop';

/** Every endpoint of the API, by the area that it belongs to. */
export const areas = { workshop, shop, book, tuning, jobs, drawings, runs, press, finish };

/** Every endpoint of the API, by its name. */
export const endpoints = {
  ...workshop,
  ...shop,
  ...book,
  ...tuning,
  ...jobs,
  ...drawings,
  ...runs,
  ...press,
  ...finish,
};
export type EndpointName = keyof typeof endpoints;

type AddressOf<E> =
  Partial<AskedOf<E>> extends AskedOf<E> ? (asked?: AskedOf<E>) => string : (asked: AskedOf<E>) => string;

/**
 * The address of each endpoint.
 * @example addresses.job({ id: 'a' }) // '/api/jobs/a'
 */
export const addresses = Object.fromEntries(
  Object.entries(endpoints).map(([name, endpoint]) => [name, (asked = {}) => addressOf(endpoint, asked as never)]),
) as unknown as { [Name in EndpointName]: AddressOf<(typeof endpoints)[Name]> };

export { addressOf, isAddressOf, ROLES } from './endpoint';
export type * from './endpoint';
export { SEEN_IN } from './seen-in';
