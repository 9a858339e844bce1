import type { VerdictView } from '@keen-anvil/contract';
import { processOf, type ProcessName } from '@keen-anvil/core/recipes';
import { whenSaid } from '../../ui/when';

/** What was said of something before, in the words of its process. */
export const sayVerdicts = (process: ProcessName, earlier: readonly VerdictView[]): string =>
  earlier
    .map(({ outcome, at }) => `${outcome ? processOf(process).outcomes[outcome] : 'taken back'} (${whenSaid(at)})`)
    .join(', ');
