import type { Here } from '../here';
import { v5 as uuidv5 } from 'uuid';
import type { NewTrialSheet, TrialRun, TuningView } from '@keen-anvil/contract';
import { machineKindOf } from '@keen-anvil/core/machines';
import { trialFile } from '@keen-anvil/core/output';
import { seedFromId, trialResult } from '@keen-anvil/core/standins';
import { wearOf } from '@keen-anvil/core/tools';
import type { Pool } from 'pg';
import type { Db } from '../db/db';
import { inTransaction } from '../db/pool';
import { notFound, Problem, refused, stale } from '../problem';
import { addWear } from '../queries/tools';
import {
  deleteSheet,
  findSheet,
  findTuning,
  insertSheet,
  lockTuning,
  setSheetGoing,
  setSheetState,
  touchTuning,
  type SheetRow,
} from '../queries/tunings';
import { insertShape, listShapes, setShapeDone } from '../queries/trial-shapes';
import { tellOfRun } from '../queries/runs';
import type { StandIns } from '../standin/stand-ins';
import { recipeDetail } from './recipe-views';
import { refuseBusy } from './run-consequences';
import { loadShop } from './shop';
import { tuningView } from './tuning-views';
import type { TuningAdvice } from './tuning-advice';
import { refuseEnded } from './tuning-state';
import { placesOn } from './trial-places';

/** A trial sheet on the stand-in runs this much faster than the machine would, and is done within some seconds. */
const SPEED_UP = 20;
const LONGEST_SECONDS = 3;
/** The first holder takes the tool that is tuned. */
const HOLDER = 1;

/** Trial sheets: laid out, written as machine files, carried out. */
export class TrialSheets {
  constructor(
    private readonly pool: Pool,
    private readonly standIns: StandIns,
    private readonly advice: TuningAdvice,
  ) {}

  /** Lays the next trials out on the scrap. */
  async layOut(here: Here, id: string, wanted: NewTrialSheet): Promise<TuningView> {
    const before = await tuningView(here, this.pool, id);
    refuseEnded(before);
    refuseOpenSheet(before);
    const shop = await loadShop(here, this.pool, [before.recipe.material.id]);
    const machine = shop.machines.get(before.recipe.machine.id)!;
    const isBeam = machineKindOf(machine.kind).does === 'beam';
    if (wanted.count > 1 && !isBeam)
      throw refused(`${machine.name} does one trial at a time: its numbers are dialled in by hand.`, 'count');
    const repeated = wanted.repeatOf
      ? before.sheets.flatMap(({ shapes }) => shapes).find((shape) => shape.id === wanted.repeatOf)
      : undefined;
    if (wanted.repeatOf && !repeated)
      throw refused('The trial to go over again is not one of this tuning.', 'repeatOf');
    if (repeated && repeated.id !== before.sheets.at(-1)?.shapes.at(-1)?.id)
      throw refused('The sheet was moved since: only the last trial can be gone over again in its place.', 'repeatOf');
    if (repeated && !repeated.outcome?.endsWith('under'))
      throw refused('Only a trial that was not enough can be gone over again.', 'repeatOf');
    const { next } = await this.advice.ask(here, before, wanted.count, repeated?.id ?? null);
    return inTransaction(here, this.pool, async (db) => {
      const locked = await lockTuning(db, here.workshopId, id);
      if (!locked) throw notFound('That tuning');
      const now = await tuningView(here, db, id);
      refuseEnded(now);
      refuseOpenSheet(now);
      if (locked.version !== before.version) throw stale('This tuning', now);
      const places = repeated ? [repeated.at] : placesOn(machine, now, next.length);
      if (places.length === 0)
        throw refused(
          `There is no room for another trial on ${now.scrap.name}. Take another scrap: end this tuning, and go on from its trials in a new one.`,
          'scrap',
        );
      const firstNumber = Math.max(0, ...now.sheets.flatMap(({ shapes }) => shapes.map(({ number }) => number))) + 1;
      const cells = next.slice(0, places.length).map((settings, i) => ({
        number: repeated ? repeated.number : firstNumber + i,
        settings,
        at: places[i],
        isRepeat: Boolean(repeated),
      }));
      const tool = shop.tools.get(now.recipe.tool.id) ?? null;
      const file = trialFile({ machine, process: now.recipe.process, holder: HOLDER, tool, cells });
      await insertSheet(db, here.workshopId, {
        id: wanted.id,
        tuningId: id,
        number: (now.sheets.at(-1)?.number ?? 0) + 1,
        format: file.format,
        machineFile: file.text,
        estimateSeconds: file.estimateSeconds,
        machineId: machine.id,
      });
      for (const [i, { number, settings, at }] of cells.entries()) {
        await insertShape(db, here.workshopId, {
          id: uuidv5(`shape ${i}`, wanted.id),
          sheetId: wanted.id,
          number,
          settings,
          onTopOf: repeated ? [...repeated.onTopOf, repeated.settings] : [],
          x: at.x,
          y: at.y,
        });
      }
      await touchTuning(db, here.workshopId, id);
      return tuningView(here, db, id);
    });
  }

  /** Takes a sheet away that was never carried out. */
  async drop(here: Here, sheetId: string): Promise<TuningView> {
    return inTransaction(here, this.pool, async (db) => {
      const sheet = await this.plannedSheet(here, db, sheetId);
      await deleteSheet(db, here.workshopId, sheetId);
      await touchTuning(db, here.workshopId, sheet.tuningId);
      return tuningView(here, db, sheet.tuningId);
    });
  }

  async machineFile(here: Here, sheetId: string): Promise<SheetRow & { materialName: string }> {
    const sheet = await findSheet(this.pool, here.workshopId, sheetId);
    if (!sheet) throw notFound('That trial sheet');
    if (!sheet.format) throw refused('A press takes no machine file: its numbers are dialled in by hand.');
    const tuning = await findTuning(this.pool, here.workshopId, sheet.tuningId);
    return { ...sheet, materialName: (await recipeDetail(here, this.pool, tuning!.recipeId)).material.name };
  }

  /** Carries a sheet out: on the stand-in, or by hand, when the maker says that it is done. */
  async carryOut(here: Here, sheetId: string, { by }: TrialRun): Promise<TuningView> {
    const sheet = await findSheet(this.pool, here.workshopId, sheetId);
    if (!sheet) throw notFound('That trial sheet');
    const tuning = await findTuning(this.pool, here.workshopId, sheet.tuningId);
    const recipe = await recipeDetail(here, this.pool, tuning!.recipeId);
    const shop = await loadShop(here, this.pool, [recipe.material.id]);
    const machine = shop.machines.get(recipe.machine.id)!;
    const shapes = (await listShapes(this.pool, here.workshopId, sheet.tuningId)).filter(
      (shape) => shape.sheetId === sheetId,
    );
    const trace =
      by === 'stand-in' ? await this.standIns.work(here, machine, sheet.machineFile, shapes[0].settings) : null;
    await inTransaction(here, this.pool, async (db) => {
      await this.plannedSheet(here, db, sheetId);
      if (trace) {
        await refuseBusy(here, db, machine.id);
        await setSheetGoing(db, here.workshopId, sheetId, {
          speedUp: Math.max(SPEED_UP, trace.totalSeconds / LONGEST_SECONDS),
          totalSeconds: trace.totalSeconds,
          totalCutMm: trace.cutMm,
        });
        await tellOfRun(db, sheetId);
      } else {
        await setSheetState(db, here.workshopId, sheetId, 'done', { isByHand: true });
        await this.markShapes(here, db, sheet, { isSeen: false });
      }
      await touchTuning(db, here.workshopId, sheet.tuningId);
    });
    return tuningView(here, this.pool, sheet.tuningId);
  }

  private async plannedSheet(here: Here, db: Db, sheetId: string): Promise<SheetRow> {
    const found = await findSheet(db, here.workshopId, sheetId);
    if (!found) throw notFound('That trial sheet');
    await lockTuning(db, here.workshopId, found.tuningId);
    const sheet = await findSheet(db, here.workshopId, sheetId);
    if (!sheet) throw notFound('That trial sheet');
    if (sheet.state !== 'planned')
      throw new Problem(
        409,
        'sheet-state',
        sheet.state === 'running' ? 'This sheet is on the machine.' : 'This sheet is done; score its trials.',
      );
    return sheet;
  }

  /** Writes down that a sheet on the stand-in is done, with what it wore; its tuning is locked. Returns false where it is not on a machine. */
  readonly finish = async (here: Here, db: Db, sheetId: string): Promise<boolean> => {
    const sheet = await findSheet(db, here.workshopId, sheetId);
    if (sheet?.state !== 'running') return false;
    const { totalSeconds, totalCutMm } = sheet;
    await setSheetState(db, here.workshopId, sheetId, 'done', {
      measuredSeconds: totalSeconds ?? sheet.estimateSeconds,
    });
    const tool = await this.markShapes(here, db, sheet, { isSeen: true });
    await addWear(
      db,
      here.workshopId,
      tool.id,
      wearOf(tool.kind, { cutMm: totalCutMm ?? 0, seconds: totalSeconds ?? sheet.estimateSeconds }),
    );
    await touchTuning(db, here.workshopId, sheet.tuningId);
    await tellOfRun(db, sheetId);
    return true;
  };

  /** Writes down how worn the tool was, and what the stand-in's world makes of every trial. */
  private async markShapes(here: Here, db: Db, sheet: SheetRow, { isSeen }: { isSeen: boolean }) {
    const tuning = (await findTuning(db, here.workshopId, sheet.tuningId))!;
    const recipe = await recipeDetail(here, db, tuning.recipeId);
    const shop = await loadShop(here, db, [recipe.material.id]);
    const [machine, tool, material] = [
      shop.machines.get(recipe.machine.id)!,
      shop.tools.get(recipe.tool.id)!,
      shop.materials.get(recipe.material.id)!,
    ];
    for (const shape of (await listShapes(db, here.workshopId, sheet.tuningId)).filter(
      ({ sheetId }) => sheetId === sheet.id,
    )) {
      const seen = isSeen
        ? trialResult(
            {
              process: recipe.process,
              machine,
              passes: [...shape.onTopOf, shape.settings],
              wear: tool.wear,
              heatLimitC: material.heatLimitC,
            },
            { family: material.family, thicknessMm: material.thicknessMm, seed: seedFromId(material.id) },
            seedFromId(shape.id),
          )
        : { outcome: null, fault: null };
      await setShapeDone(db, here.workshopId, shape.id, {
        toolWear: tool.wear,
        toolLife: tool.lifeNumber,
        seenOutcome: seen.outcome,
        seenFault: seen.fault,
      });
    }
    return tool;
  }
}

function refuseOpenSheet({ sheets }: TuningView): void {
  const open = sheets.find(({ state, shapes }) => state !== 'done' || shapes.some(({ outcome }) => outcome === null));
  if (open)
    throw new Problem(
      409,
      'open-sheet',
      open.state === 'done'
        ? 'Score the trials of the last sheet first: what comes next depends on them.'
        : 'The last trial sheet was not carried out yet.',
    );
}
