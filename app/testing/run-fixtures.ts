import type { RunView } from '@keen-anvil/contract';

/** What a run says of itself that goes on the stand-in, where nobody is led and nothing happened to it. */
export const aloneRun = {
  driver: 'stand-in',
  zero: null,
  preparation: null,
  ticked: [],
  interruption: null,
  confirmedLine: 0,
  nudge: null,
  changed: [],
  onlyParts: null,
  partOutcomes: [],
  symptom: null,
  photoId: null,
} satisfies Partial<RunView>;
