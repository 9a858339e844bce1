import type * as HarfBuzz from 'harfbuzzjs';

/** The text shaper, loaded once in each thread. */
export function loadHarfBuzz(): Promise<typeof HarfBuzz>;
