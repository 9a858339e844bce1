import { familyOf } from '../materials';
import { plateCelsius } from '../press';
import { givesPrint, processOf } from '../recipes';
import { formatNumber } from '../units';
import type { Finding } from './finding';
import type { CheckedStep } from './step-input';

/** Ink holds in polyester alone: below this share of it a print stays pale. */
const PALE_BELOW = 100;
/** And below this it washes out. */
const NOTHING_BELOW = 60;

const stop = (code: string, message: string, mend: string): Finding => ({
  code,
  severity: 'stop',
  message,
  mend,
  places: [],
});
const warn = (code: string, message: string, mend: string): Finding => ({
  ...stop(code, message, mend),
  severity: 'warn',
});

/** Whether what a step is pressed onto takes it, and bears the heat. */
export function checkGround(step: CheckedStep): Finding[] {
  if (processOf(step.process).path !== 'none') return [];
  return [...tooHot(step), ...(givesPrint(step.process) ? takesInk(step) : [])];
}

function tooHot({ settings, machine, material, ground }: CheckedStep): Finding[] {
  if (settings?.temperature === undefined) return [];
  const celsius = plateCelsius(machine, settings.temperature);
  return [material, ...(ground ? [ground] : [])].flatMap(({ name, heatLimitC }) =>
    heatLimitC !== null && heatLimitC !== undefined && celsius > heatLimitC + 0.5
      ? [
          stop(
            `too-hot ${name}`,
            `${name} bears ${formatNumber(heatLimitC, 0)} °C; the plate has ${formatNumber(celsius, 0)} °C.`,
            'Press it cooler and longer, or onto something else.',
          ),
        ]
      : [],
  );
}

function takesInk({ ground }: CheckedStep): Finding[] {
  if (!ground)
    return [
      warn(
        'no-ground',
        'Nobody has said yet what the print is pressed onto.',
        'Choose it: not every cloth or blank takes ink.',
      ),
    ];
  if (!familyOf(ground.family).isWoven)
    return ground.takesInk
      ? []
      : [
          stop(
            'not-coated',
            `${ground.name} is not known to be coated: bare, it takes no ink.`,
            'Take a blank that is coated to take ink, or say so where the material is kept.',
          ),
        ];
  const { polyesterShare: share } = ground;
  if (share === null)
    return [
      warn(
        'polyester-unknown',
        `How much polyester is in ${ground.name} is not known: ink holds in polyester alone.`,
        'Write it down where the material is kept.',
      ),
    ];
  if (share < NOTHING_BELOW)
    return [
      stop(
        'too-little-polyester',
        `At least ${NOTHING_BELOW} % polyester was expected; ${ground.name} has ${formatNumber(share, 0)} %: the print would wash out.`,
        'Take a cloth of polyester, or a film.',
      ),
    ];
  return share < PALE_BELOW
    ? [
        warn(
          'pale-on-mixed',
          `${ground.name} is ${formatNumber(share, 0)} % polyester: the print comes out about that strong.`,
          'Print it darker, or take a cloth of polyester alone.',
        ),
      ]
    : [];
}
