import type { Broken } from './line';

/** Whether a run that was broken off can be gone on with, and from where. */
export interface GoingOn {
  /** The file's line to begin with, from 1: a line is begun anew, never in its middle. */
  fromLine: number;
  isSafe: boolean;
  because:
    'the machine knows where it is' | 'it homes and finds its zero again' | 'its zero is lost' | 'nothing was done yet';
}

/**
 * From where a G-code file can be gone on with: the last way without the beam before what was confirmed last. A line that was
 * refused, and a cable that was pulled, leave the machine where it counts; after an alarm, or a machine that was switched off, only
 * one that homes finds its place again.
 */
export function goingOn(text: string, broken: Broken, machine: { homes: boolean; wasOff?: boolean }): GoingOn {
  if (broken.line === 0) return { fromLine: 1, isSafe: true, because: 'nothing was done yet' };
  const lines = text.split(/\r?\n/);
  let from = Math.min(broken.line, lines.length);
  while (from > 1 && !/^\s*(G0+\b|PU)/i.test(lines[from - 1])) from -= 1;
  const isLost = broken.why === 'alarm' || machine.wasOff === true;
  if (!isLost) return { fromLine: from, isSafe: true, because: 'the machine knows where it is' };
  return machine.homes
    ? { fromLine: from, isSafe: true, because: 'it homes and finds its zero again' }
    : { fromLine: from, isSafe: false, because: 'its zero is lost' };
}

/**
 * What of a file is left from one of its lines on, with all that holds by then: units, absolute, the beam's way of working, air, the
 * feed and the power; for HP-GL the scale, the tool, speed and force.
 */
export function restOf(text: string, fromLine: number): string {
  return restWithLines(text, fromLine).text;
}

/** The same, with which line of the whole file each of its lines is; 0 for those that only say what holds. */
export function restWithLines(text: string, fromLine: number): { text: string; lines: number[] } {
  const lines = text.split(/\r?\n/);
  const numbers = lines.map((_, i) => i + 1);
  if (fromLine <= 1) return { text, lines: numbers };
  const before = lines.slice(0, fromLine - 1);
  const held = whatHolds(before);
  return {
    text: [...held, ...lines.slice(fromLine - 1)].join('\n'),
    lines: [...held.map(() => 0), ...numbers.slice(fromLine - 1)],
  };
}

/** What lines of a file have set by their end, as lines of their own. */
function whatHolds(before: readonly string[]): string[] {
  if (/^\s*(IN|SP|IP|SC)/i.test(before[0])) {
    const firstMove = before.findIndex((line) => /^\s*(PU|PD)/i.test(line));
    return before.slice(0, firstMove < 0 ? undefined : firstMove);
  }
  const last = (pattern: RegExp) =>
    before.reduce<string | null>((found, line) => pattern.exec(line)?.[0] ?? found, null);
  const modes = [/\bG2[01]\b/i, /\bG9[01]\b/i, /\bM[345]\b/i, /\bM[789]\b/i].flatMap((mode) => last(mode) ?? []);
  const feed = last(/\bF[\d.]+/i);
  return [
    ...modes.filter((mode) => !/^M9$/i.test(mode)).map((mode) => (/^M[34]$/i.test(mode) ? `${mode} S0` : mode)),
    ...(feed ? [`G1 ${feed} S0`] : []),
  ];
}
