import { v5 as uuidv5 } from 'uuid';

/** Namespace of the ids that a job's rules make (RFC 9562, version 5). */
const JOBS = '5b0d3c1e-7a44-4f0e-9f0a-2c6f4a1d8e35';

/** The id of something that is made within another thing: the same wherever it is made. */
export const madeId = (what: string, within: string): string => uuidv5(`${what} ${within}`, JOBS);
