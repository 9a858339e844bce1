/** What is used of the package of single-line letters, which ships no types. */
declare module 'hershey' {
  /** Lines of signs, y up, about the middle of their width. */
  export function stringToPaths(text: string): {
    bounds: { minX: number; maxX: number; minY: number; maxY: number };
    paths: [number, number][][];
  };
}
