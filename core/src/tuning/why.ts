import { PROCESSES, type ProcessName } from '../recipes';
import type { Setting, TunedTrial } from './tuner-spec';

/** Right less often than this is likely not enough to count on. */
const LIKELY = 0.6;

interface Said {
  process: ProcessName;
  setting: Setting;
  right: number;
  under: number;
  over: number;
  isSettled: boolean;
  /** Nothing on the dials seems to be right often enough. */
  isHopeless: boolean;
  history: readonly TunedTrial[];
}

/**
 * Why this is the next trial, in one sentence.
 * @example 'force 18: likely “clean” (82 %); force 17 gave “hangs in places”'
 */
export function sayWhy({ process, setting, right, under, over, isSettled, isHopeless, history }: Said): string {
  const words = PROCESSES.find(({ name }) => name === process)?.outcomes;
  const word = (outcome: TunedTrial['outcome']) => `“${words?.[outcome] ?? outcome}”`;
  const percent = `${Math.round(right * 100)} %`;
  const last = history[history.length - 1];
  if (isHopeless && !isSettled) return sayHopeless(history, percent);
  const turned = last ? differing(setting, last.setting) : Object.keys(setting);
  const said = sayDials(setting, turned.length ? turned : Object.keys(setting));
  const lately = last
    ? `; ${turned.length ? sayDials(last.setting, turned) : 'the same'} gave ${word(last.outcome)}`
    : '';
  if (isSettled) return `${said} is settled: ${word('right')} ${percent} of the time${lately}`;
  if (right >= LIKELY) return `${said}: likely ${word('right')} (${percent})${lately}`;
  const side = under > over ? word('under') : word('over');
  const shows = history.some(({ outcome }) => outcome === 'right') ? ', which would show where the window ends' : '';
  return `${said}: ${word('right')} with a chance of ${percent}, else rather ${side}${shows}${lately}`;
}

function sayHopeless(history: readonly TunedTrial[], percent: string): string {
  const isSide = (ending: string) => history.every(({ outcome }) => outcome.endsWith(ending));
  if (isSide('under'))
    return `Nothing that can be dialled in seems strong enough, as far as ${history.length} trials show`;
  if (isSide('over'))
    return `Nothing that can be dialled in seems gentle enough, as far as ${history.length} trials show`;
  return `The window is narrower than the machine's scatter, as far as ${history.length} trials show: no setting is right much more often than ${percent}`;
}

const differing = (a: Setting, b: Setting): string[] => Object.keys(a).filter((name) => a[name] !== b[name]);
const sayDials = (setting: Setting, names: readonly string[]): string =>
  names.map((name) => `${name} ${setting[name]}`).join(', ');
