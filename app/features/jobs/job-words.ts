import type { JobState } from '@keen-anvil/contract';
import type { StepWork } from '@keen-anvil/core/steps';

/** Where a job stands, in words. */
export const JOB_WORDS: Readonly<Record<JobState, string>> = {
  open: 'not run yet',
  running: 'on the machine',
  'on-hold': 'on hold',
  'to-score': 'waiting to be scored',
  done: 'done',
};

/** Which of its sheets a step is looked at on, where it has several. */
export const sayTurn = ({ sheet }: Pick<StepWork, 'sheet'>): string =>
  sheet && sheet.of > 1 ? `, sheet ${sheet.turn} of ${sheet.of}` : '';
