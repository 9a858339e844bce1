import type { RunView } from '@keen-anvil/contract';
import { machineKindOf } from '@keen-anvil/core/machines';
import { processOf } from '@keen-anvil/core/recipes';

/** Which step it is, and on which of its sheets where it has several. */
export const stepOf = ({ stepNumber, sheetTurn, sheetOf }: RunView): string =>
  `Step ${stepNumber}${sheetOf > 1 ? `, sheet ${sheetTurn} of ${sheetOf}` : ''}`;

/** What became of the metres, in the word of the process. */
export const doneWord = (process: RunView['process']): string => (processOf(process).parts ? 'cut' : 'done');

/** Whether the tool belongs to the machine, so that nobody puts it in. */
export const isBuiltIn = (run: RunView): boolean =>
  processOf(run.process).machineKinds.every((kind) => machineKindOf(kind).builtIn !== undefined);

/** Whether a plate does it, and nothing moves. */
export const isPressed = (run: RunView): boolean => processOf(run.process).path === 'none';

/** Whether a run was only looked at between its passes: the run of the other passes is judged for both. */
export const isJudgedWithTheRest = (run: RunView, runs: readonly RunView[]): boolean =>
  runs.some(
    ({ onTopOf, holdFor, progress }) =>
      onTopOf === run.id && holdFor?.lookAfter !== undefined && progress.state !== 'cancelled',
  );
