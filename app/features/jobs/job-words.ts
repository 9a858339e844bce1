import type { JobState } from '@keen-anvil/contract';

/** Where a job stands, in words. */
export const JOB_WORDS: Readonly<Record<JobState, string>> = {
  open: 'not run yet',
  running: 'on the machine',
  'on-hold': 'on hold',
  'to-score': 'waiting to be scored',
  done: 'done',
};
