import type { AskedAction } from '@keen-anvil/contract';

/** An action before it has its id. */
export type UnnamedAction = AskedAction extends infer A ? (A extends AskedAction ? Omit<A, 'id'> : never) : never;
