/** How a beam goes over an area that it engraves. */
export const FILL_WAYS = ['both-ways', 'one-way', 'following', 'hatch'] as const;
export type FillWay = (typeof FILL_WAYS)[number];

/** What a maker calls them, and what there is to know of each. */
export const FILL_WAY_WORDS: Readonly<Record<FillWay, { label: string; detail: string }>> = {
  'both-ways': { label: 'Row by row, both ways', detail: 'there and back by turns: the quickest of the rows' },
  'one-way': {
    label: 'Row by row, one way',
    detail: 'every row from the left: no comb at the edges where the machine has play',
  },
  following: { label: 'Following the outline', detail: 'rings from the edge inward: edges as clean as a cut' },
  hatch: { label: 'Hatch, slanting', detail: 'linked lines at 45°: no rows to be seen along the grain' },
};
