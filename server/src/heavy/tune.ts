import type { Machine } from '@keen-anvil/core/machines';
import {
  OUTCOMES,
  type Outcome,
  type ProcessName,
  type QuantityName,
  type Settings,
  processOf,
} from '@keen-anvil/core/recipes';
import { createTuner, planPasses, tunedDials, type PassPlan, type Setting, type Tuner } from '@keen-anvil/core/tuning';
import type { AdviceView, WindowView } from '@keen-anvil/contract';

/** Everything that a tuning knows, as the tuner needs it. */
export interface TuneTask {
  machine: Machine;
  process: ProcessName;
  start: Settings;
  startSpread: number;
  fixed: QuantityName[];
  seed: number;
  thicknessMm: number;
  /** The first one first; earlier ones lie on another scrap. */
  trials: {
    id: string;
    number: number;
    settings: Settings;
    onTopOf: Settings[];
    outcome: Outcome;
    wear: number | null;
    isEarlier?: boolean;
  }[];
  /** How many settings to try at once. */
  count: number;
  /** Go over this trial again in its place. */
  repeatOf: string | null;
}

export interface TuneAnswer {
  advice: AdviceView;
  passPlan: PassPlan | null;
  /** The settings of the next sheet. */
  next: Settings[];
}

/** Replays a tuning's trials, and says what to try next. */
export function tune(task: TuneTask): TuneAnswer {
  const tuner = tunerFor(task);
  const settingsOf = (setting: Setting): Settings => ({ ...task.start, ...setting });
  const { setting, chance, settled, hopeless, why } = tuner.suggest();
  const best = tuner.best();
  const last = task.trials[task.trials.length - 1];
  const repeated = task.repeatOf
    ? task.trials.find(({ id }) => id === task.repeatOf)
    : last?.outcome.endsWith('under') && !last.isEarlier
      ? last
      : undefined;
  const repeat = repeated ? tuner.repeat([...repeated.onTopOf, repeated.settings].map(dialled)) : null;
  const advice: AdviceView = {
    settings: settingsOf(setting),
    chance,
    isSettled: settled,
    isHopeless: hopeless,
    why,
    best: { settings: settingsOf(best.setting), right: best.right, sure: best.sure },
    repeat:
      repeat && repeated
        ? {
            ofShapeId: repeated.id,
            number: repeated.number,
            settings: settingsOf(repeat.setting),
            chance: repeat.chance,
          }
        : null,
  };
  const next =
    task.repeatOf && repeat
      ? [settingsOf(repeat.setting)]
      : task.count > 1
        ? tuner.batch(task.count).map(settingsOf)
        : [settingsOf(setting)];
  return { advice, passPlan: passPlanFor(task, tuner, advice.best.settings), next };
}

export interface WindowTask extends Omit<TuneTask, 'count' | 'repeatOf'> {
  x: QuantityName;
  y: QuantityName | null;
}

const COLUMNS = 25;
const ROWS = 13;

/** Where right lies over two dials. */
export function goodWindow(task: WindowTask): WindowView {
  const tuner = tunerFor(task);
  const dials = tunedDials(task.machine, task.process, task.start);
  const values = (name: QuantityName | null, most: number): number[] => {
    const dial = dials.find((d) => d.name === name);
    if (!dial) return [];
    const count = Math.floor((dial.max - dial.min) / dial.step + 1e-9) + 1;
    const places = Math.min(count, most);
    return Array.from({ length: places }, (_, i) =>
      Number((dial.min + Math.round((i * (count - 1)) / Math.max(1, places - 1)) * dial.step).toFixed(6)),
    );
  };
  const xs = values(task.x, COLUMNS);
  const ys = values(task.y, ROWS);
  const at = (x: number, y: number | null) =>
    tuner.predict(dialled({ ...task.start, [task.x]: x, ...(task.y && y !== null ? { [task.y]: y } : {}) })).right;
  return {
    x: task.x,
    y: task.y,
    xs,
    ys,
    right: ys.length ? ys.map((y) => xs.map((x) => at(x, y))) : [xs.map((x) => at(x, null))],
  };
}

function tunerFor({
  machine,
  process,
  start,
  startSpread,
  fixed,
  seed,
  trials,
}: Omit<TuneTask, 'count' | 'repeatOf' | 'thicknessMm'>): Tuner {
  const dials = tunedDials(machine, process, start);
  const tuner = createTuner({
    process,
    dials,
    start: Object.fromEntries(dials.map(({ name }) => [name, start[name]!])),
    startSpread,
    fixed: fixed.filter((name) => dials.some((dial) => dial.name === name)),
    seed,
  });
  for (const { settings, onTopOf, outcome, wear } of trials)
    tuner.record({ setting: dialled(settings), outcome, onTopOf: onTopOf.map(dialled), wear: wear ?? undefined });
  return tuner;
}

const dialled = (settings: Settings): Setting =>
  Object.fromEntries(
    Object.entries(settings).filter((entry): entry is [string, number] => typeof entry[1] === 'number'),
  );

/** A pass plan where one pass is not likely to be enough. */
function passPlanFor(
  { machine, process, thicknessMm, start }: TuneTask,
  tuner: Tuner,
  settings: Settings,
): PassPlan | null {
  if (start.passes === undefined || !processOf(process).parts || processOf(process).keepsBacking) return null;
  const underAfter = (passes: number) => {
    const chances = tuner.predict(dialled({ ...settings, passes }));
    return chances[OUTCOMES[0]] + chances[OUTCOMES[1]];
  };
  const plan = planPasses(thicknessMm, machine.maxPasses, (passes) => 1 - underAfter(passes));
  return plan && plan.passes > 1 ? plan : null;
}
