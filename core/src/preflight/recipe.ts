import { hasGoneBad, sayWrong, settingProblems } from '../recipes';
import type { Finding } from './finding';
import type { CheckedStep } from './step-input';

/** Numbers that the machine cannot be set to. */
export function checkRange({ machine, process, settings }: CheckedStep): Finding[] {
  if (!settings) return [];
  return settingProblems(machine, process, settings).map(({ field, message }) => ({
    code: `out-of-range ${field}`,
    severity: 'stop',
    message,
    mend: 'Nudge it back, or change the recipe.',
    places: [],
  }));
}

/** A recipe that was never tried, or that came out wrong lately. */
export function checkTemper({ temper }: CheckedStep): Finding[] {
  if (!temper) return [];
  if (hasGoneBad(temper.tally))
    return [
      {
        code: 'recipe-gone-bad',
        severity: 'warn',
        message: `The recipe has gone wrong: ${sayWrong(temper.tally)}.`,
        mend: 'Look at what goes wrong, or tune it before the run.',
        places: [],
      },
    ];
  if (temper.temper !== 'bare') return [];
  return [
    {
      code: 'recipe-bare',
      severity: 'warn',
      message: 'The recipe is bare: nobody has tried it.',
      mend: 'Try it on a scrap first: tune it.',
      places: [],
    },
  ];
}
