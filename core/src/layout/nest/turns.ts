/** Which way parts may be turned: as the grain, the pattern and the eye allow. */
export const TURNS = ['free', 'quarter', 'half', 'none'] as const;
export type Turns = (typeof TURNS)[number];
