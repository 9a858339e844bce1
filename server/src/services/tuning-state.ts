import type { TuningView } from '@keen-anvil/contract';
import { Problem } from '../problem';

/** Refuses what only an open tuning can have done to it. @throws Problem 409 */
export function refuseEnded({ state }: TuningView): void {
  if (state !== 'open')
    throw new Problem(409, 'tuning-state', state === 'settled' ? 'This tuning is settled.' : 'This tuning has ended.');
}
