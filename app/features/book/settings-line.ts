import { QUANTITIES, type QuantityName, type Settings } from '@keen-anvil/core/recipes';

const WORDS: Readonly<Record<QuantityName, string>> = { force: 'force', depth: 'depth', speed: 'speed', passes: 'passes', overcut: 'overcut' };

/** A recipe's numbers on one line; one pass and the overcut go without saying. */
export function settingsLine(settings: Settings): string {
  return QUANTITIES.filter((name) => settings[name] !== undefined && name !== 'overcut' && !(name === 'passes' && settings.passes === 1))
    .map((name) => `${WORDS[name]} ${settings[name]}`)
    .join(' · ');
}
