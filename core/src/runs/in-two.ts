import type { Settings } from '../recipes';

/**
 * The settings of a step that stops to be looked at after some of its passes: those of the first run and those of the rest; only one
 * where it does not stop.
 * @param lookAfter passes that are done before it stops; null or undefined for no stop
 * @example inTwo({ power: 80, passes: 3 }, 2) // [{ power: 80, passes: 2 }, { power: 80, passes: 1 }]
 */
export function inTwo(settings: Settings, lookAfter: number | null | undefined): [Settings] | [Settings, Settings] {
  const { passes = 1 } = settings;
  if (!lookAfter || lookAfter >= passes) return [settings];
  return [
    { ...settings, passes: lookAfter },
    { ...settings, passes: passes - lookAfter },
  ];
}
