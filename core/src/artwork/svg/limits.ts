/** What a drawing may hold before it is refused; all far above what a plotter could cut in a day. */
export const SVG_LIMITS = {
  characters: 24_000_000,
  elements: 100_000,
  depth: 256,
  styleRules: 500,
  /** Elements drawn once every `use` is followed. */
  drawn: 100_000,
  /** Curve pieces in all. */
  segments: 1_500_000,
} as const;
