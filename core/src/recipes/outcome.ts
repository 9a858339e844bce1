/** How a trial or run came out, from far too little to far too much. */
export const OUTCOMES = ['far-under', 'under', 'right', 'over', 'far-over'] as const;
export type Outcome = (typeof OUTCOMES)[number];
