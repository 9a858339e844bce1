/** How thick material is gone through: so many passes, how deep each, and where to stop and look. */
export interface PassPlan {
  passes: number;
  /** Stop after this pass and look: from here on it could be through. Equal to `passes` where only the last can be. */
  lookAfter: number;
  /** How deep each pass reaches, in mm from the face; the last one a little beyond the back. */
  depthsMm: number[];
  /** The chance that it is through after each pass. */
  through: number[];
}

/** It could be through from this chance on; it is through from that one on. */
const COULD_BE = 0.2;
const IS = 0.9;
/** How far the last pass goes beyond the back, in mm. */
const BEYOND_MM = 0.1;

/**
 * Passes for thick material.
 * @param thicknessMm of the material
 * @param most passes that the machine can do
 * @param throughAfter the chance that it is through after a number of passes; never falls with more of them
 * @returns null where no number of passes is likely to be enough
 * @example planPasses(3, 6, (n) => [0, 0.3, 0.95][n - 1] ?? 1) // { passes: 3, lookAfter: 2, depthsMm: [1, 2, 3.1], … }
 */
export function planPasses(
  thicknessMm: number,
  most: number,
  throughAfter: (passes: number) => number,
): PassPlan | null {
  const through: number[] = [];
  for (let passes = 1; passes <= most; passes++) {
    through.push(throughAfter(passes));
    if (through[passes - 1] < IS) continue;
    const lookAfter = through.findIndex((chance) => chance >= COULD_BE) + 1;
    const depthsMm = through.map((_, i) =>
      Number(((thicknessMm * (i + 1)) / passes + (i + 1 === passes ? BEYOND_MM : 0)).toFixed(2)),
    );
    return { passes, lookAfter, depthsMm, through };
  }
  return null;
}
