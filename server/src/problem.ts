/** Something the maker is told in one sentence; the server answers with its status and the one error shape. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly extra: { field?: string; current?: unknown } = {},
  ) {
    super(message);
    this.name = 'Problem';
  }
}

export const notFound = (what: string): Problem => new Problem(404, 'not-found', `${what} is not there (any more).`);

export const refused = (message: string, field?: string): Problem => new Problem(422, 'refused', message, { field });

/** It made sense on what its maker saw; `current` is how that stands now. */
export const senselessNow = (problem: Problem, current: unknown): Problem =>
  new Problem(
    409,
    'stale',
    `The job was changed in the meantime, and this cannot be done to it as it is now: ${problem.message}`,
    { ...problem.extra, current },
  );

/** Somebody else changed the row in the meantime; `current` is how it stands now. */
export const stale = (what: string, current: unknown): Problem =>
  new Problem(409, 'stale', `${what} was changed in the meantime. Look at the newer one and decide.`, { current });
