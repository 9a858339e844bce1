import { ringMeetings, type Point } from '../geometry';

/**
 * Whether lines of one thing cross those of another, touch them or run along them; both as rings on the sheet, mm. What lies wholly
 * within another thing is a hole of it, and lies over nothing.
 */
export function doLinesMeet(a: readonly Point[][], b: readonly Point[][]): boolean {
  let isFound = false;
  ringMeetings([...a, ...b], (i, j) => (isFound ||= i < a.length !== j < a.length));
  return isFound;
}
