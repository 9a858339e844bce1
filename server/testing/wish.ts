import { randomUUID } from 'node:crypto';
import type { AskedAction, JobDetail } from '@keen-anvil/contract';

/** An action before it has its id. */
type Unnamed = AskedAction extends infer A ? (A extends AskedAction ? Omit<A, 'id'> : never) : never;

/** What is sent to have something done to a job as it is. */
export const wish = (
  { version }: Pick<JobDetail, 'version'>,
  action: Unnamed,
): { version: number; action: object } => ({
  version,
  action: { id: randomUUID(), ...action },
});
