/** Lines that lie near each other first, or from the edge that is fed first onwards, so that what is not cut yet holds the sheet. */
export const CUT_ORDERS = ['shortest', 'near-to-far'] as const;
export type CutOrder = (typeof CUT_ORDERS)[number];
