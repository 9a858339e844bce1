import type { PathTrace } from '../standins';

/**
 * When each line of a file is done, in machine seconds from the start, and how much way with the tool down lies behind it: for a
 * machine that only says which line it has taken.
 * @param lines how many the file has
 */
export function doneByLine(
  { start, first, isDown, x, y, seconds, line }: PathTrace,
  lines: number,
): { seconds: Float64Array; cutMm: Float64Array } {
  const done = new Float64Array(lines + 1);
  const cut = new Float64Array(lines + 1);
  let way = 0;
  for (let leg = 0; leg < start.length; leg++)
    for (let i = first[leg]; i < (leg + 1 < first.length ? first[leg + 1] : x.length); i++) {
      if (isDown[leg] && i > first[leg]) way += Math.hypot(x[i] - x[i - 1], y[i] - y[i - 1]);
      if (line[i] === 0 || line[i] > lines) continue;
      done[line[i]] = Math.max(done[line[i]], start[leg] + seconds[i]);
      cut[line[i]] = way;
    }
  for (let i = 1; i <= lines; i++) {
    done[i] = Math.max(done[i], done[i - 1]);
    cut[i] = Math.max(cut[i], cut[i - 1]);
  }
  return { seconds: done, cutMm: cut };
}
