/** A server with a database of its own, on which one worker's tests run. */
export interface Workshop {
  port: number;
  address: string;
  database: string;
}

/** Those that the tests were started with: as many as there are workers. @throws Error where the tests were not started with any */
export function workshops(): Workshop[] {
  const given = JSON.parse(process.env.E2E_WORKSHOPS ?? '[]') as Omit<Workshop, 'address'>[];
  if (given.length === 0) throw new Error('E2E_WORKSHOPS is missing: run the browser tests with npm test.');
  return given.map((workshop) => ({ ...workshop, address: `http://127.0.0.1:${workshop.port}` }));
}
