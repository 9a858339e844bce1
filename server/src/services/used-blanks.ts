import type { Here } from '../here';
import { MACHINE_KINDS, machineKindOf } from '@keen-anvil/core/machines';
import { isAnotherBlank } from '@keen-anvil/core/materials';
import type { Db } from '../db/db';
import { countBlanks, groundsOf, takeBlank } from '../queries/blanks';

const PRESS_KINDS = MACHINE_KINDS.filter((kind) => machineKindOf(kind).does === 'heat');

/** Takes off the stock what a pressing that is just done was pressed onto; a cloth that comes from elsewhere is in no stock. */
export async function takePressed(here: Here, db: Db, jobId: string, stepIds: readonly string[]): Promise<void> {
  for (const materialId of await groundsOf(db, here.workshopId, jobId, stepIds))
    if (isAnotherBlank('pressed', await countBlanks(db, here.workshopId, jobId, materialId, PRESS_KINDS)))
      await takeBlank(db, here.workshopId, materialId);
}

/** Whether a run that is just finished was on a blank that no pressing of its job has taken. */
export async function isBlankUntaken(here: Here, db: Db, jobId: string, materialId: string): Promise<boolean> {
  return isAnotherBlank('run', await countBlanks(db, here.workshopId, jobId, materialId, PRESS_KINDS));
}
