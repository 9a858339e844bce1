import type {
  NewTrialSheet,
  NewTuning,
  TrialRun,
  TuningAdviceView,
  TuningEnd,
  TuningView,
  WindowView,
} from '@keen-anvil/contract';
import { cuttableArea, machineKindOf, type Machine } from '@keen-anvil/core/machines';
import { freePlaces } from '@keen-anvil/core/layout';
import { trialFile } from '@keen-anvil/core/output';
import { settingProblems, type Outcome, type QuantityName } from '@keen-anvil/core/recipes';
import { trialSize } from '@keen-anvil/core/shapes';
import { seedFromId, trialResult } from '@keen-anvil/core/standins';
import { toolKindOf, wearOf } from '@keen-anvil/core/tools';
import { tunedDials } from '@keen-anvil/core/tuning';
import type { Pool } from 'pg';
import { v5 as uuidv5 } from 'uuid';
import { inTransaction, type Db } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import type { TuneAnswer, TuneTask } from '../heavy/tune';
import { notFound, Problem, refused, stale } from '../problem';
import { findJob } from '../queries/jobs';
import { correctTrial, insertRevision, listEvidence, lockRecipe, updateRecipe } from '../queries/recipes';
import { addWear } from '../queries/tools';
import {
  deleteSheet,
  endTuning,
  findSheet,
  findTuning,
  insertShape,
  insertSheet,
  insertTuning,
  keepAsTrial,
  listEarlierShapes,
  listShapes,
  listTunings,
  lockShape,
  lockTuning,
  scoreShape,
  setShapeDone,
  setShapePhoto,
  setSheetGoing,
  setSheetState,
  touchTuning,
  type ShapeRow,
  type SheetRow,
} from '../queries/tunings';
import { insertVerdict } from '../queries/verdicts';
import { tellOfRun } from '../queries/runs';
import type { StandIns } from '../standin/stand-ins';
import { refreshCards } from './cards';
import { keepPhoto, readPhoto } from './photos';
import { recipeDetail } from './recipe-views';
import { refuseBusy } from './run-consequences';
import { loadShop, type Shop } from './shop';
import { tuningView, tuningViews } from './tuning-views';

/** What is kept free round each trial, in mm. */
const GAP_MM = 4;
/** A trial sheet on the stand-in runs this much faster than the machine would, and is done within some seconds. */
const SPEED_UP = 20;
const LONGEST_SECONDS = 3;
/** So many answers of the tuner are kept: the same question comes again when the sheet is laid out. */
const KEPT_ANSWERS = 60;
/** The first holder takes the tool that is tuned. */
const HOLDER = 1;
/** How sure a recipe's own numbers are when its window is drawn without a tuning. */
const WINDOW_SPREAD = 0.35;

/** Tunings of recipes, their trial sheets, and the stand-ins that carry them out. */
export class TuningService {
  private readonly answers = new Map<string, Promise<TuneAnswer>>();

  constructor(
    private readonly pool: Pool,
    private readonly heavy: HeavyPool,
    private readonly standIns: StandIns,
  ) {}

  view(db: Db, workshopId: string, id: string): Promise<TuningView> {
    return tuningView(db, workshopId, id);
  }

  get(workshopId: string, id: string): Promise<TuningView> {
    return this.view(this.pool, workshopId, id);
  }

  /** Tunings of a recipe, newest first; all open ones where none is named. */
  async list(workshopId: string, recipeId: string | null): Promise<TuningView[]> {
    return tuningViews(this.pool, workshopId, await listTunings(this.pool, workshopId, recipeId));
  }

  async begin(workshopId: string, recipeId: string, wanted: NewTuning): Promise<TuningView> {
    return inTransaction(this.pool, async (db) => {
      const recipe = await recipeDetail(db, workshopId, recipeId);
      const { machines, materials } = await loadShop(db, workshopId, [recipe.material.id]);
      const machine = machines.get(recipe.machine.id)!;
      const before = wanted.goesOnFrom ? await findTuning(db, workshopId, wanted.goesOnFrom) : undefined;
      if (wanted.goesOnFrom && (before?.recipeId !== recipeId || before.state !== 'ended'))
        throw refused('Only a tuning of this recipe that ended without a result can be gone on from.', 'goesOnFrom');
      // What was tried before is understood from where that one began.
      const { start, startSpread } = before ?? wanted;
      const [problem] = settingProblems(machine, recipe.process, start);
      if (problem) throw refused(problem.message, problem.field);
      const dials = tunedDials(machine, recipe.process, start);
      if (dials.every(({ name }) => wanted.fixed.includes(name)))
        throw refused('At least one dial has to be free to turn.', 'fixed');
      const piece = wanted.stockPieceId
        ? materials.get(recipe.material.id)?.pieces.find(({ id }) => id === wanted.stockPieceId)
        : undefined;
      if (wanted.stockPieceId && !piece) throw refused("That piece is not of this recipe's material.", 'stockPieceId');
      if (wanted.jobId && !(await findJob(db, workshopId, wanted.jobId)))
        throw refused('The job that waits for it is not in this workshop.', 'jobId');
      const isNew = await insertTuning(db, workshopId, {
        id: wanted.id,
        recipeId,
        jobId: wanted.jobId ?? null,
        start,
        startSpread,
        fixed: wanted.fixed,
        goesOnFrom: before?.id ?? null,
        stockPieceId: piece?.id ?? null,
        scrapWidthMm: piece?.widthMm ?? wanted.scrapWidthMm,
        scrapLengthMm: piece?.lengthMm ?? wanted.scrapLengthMm,
      });
      if (!isNew)
        throw new Problem(409, 'exists', 'This recipe is being tuned already. Go on with that one, or end it.');
      return this.view(db, workshopId, wanted.id);
    });
  }

  /** What to try next; reckoned when it is asked for. */
  async advice(workshopId: string, id: string): Promise<TuningAdviceView> {
    const tuning = await this.get(workshopId, id);
    const { advice, passPlan } = await this.ask(workshopId, tuning, 1, null);
    return { advice, passPlan };
  }

  /** Lays the next trials out on the scrap. */
  async layOut(workshopId: string, id: string, wanted: NewTrialSheet): Promise<TuningView> {
    const before = await this.get(workshopId, id);
    refuseEnded(before);
    refuseOpenSheet(before);
    const shop = await loadShop(this.pool, workshopId, [before.recipe.material.id]);
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
    const { next } = await this.ask(workshopId, before, wanted.count, repeated?.id ?? null);
    return inTransaction(this.pool, async (db) => {
      const locked = await lockTuning(db, workshopId, id);
      if (!locked) throw notFound('That tuning');
      const now = await this.view(db, workshopId, id);
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
      const file = trialFile({ machine, process: now.recipe.process, holder: HOLDER, cells });
      await insertSheet(db, workshopId, {
        id: wanted.id,
        tuningId: id,
        number: (now.sheets.at(-1)?.number ?? 0) + 1,
        format: file.format,
        machineFile: file.text,
        estimateSeconds: file.estimateSeconds,
        machineId: machine.id,
      });
      for (const [i, { number, settings, at }] of cells.entries()) {
        await insertShape(db, workshopId, {
          id: uuidv5(`shape ${i}`, wanted.id),
          sheetId: wanted.id,
          number,
          settings,
          onTopOf: repeated ? [...repeated.onTopOf, repeated.settings] : [],
          x: at.x,
          y: at.y,
        });
      }
      await touchTuning(db, workshopId, id);
      return this.view(db, workshopId, id);
    });
  }

  /** Takes a sheet away that was never carried out. */
  async drop(workshopId: string, sheetId: string): Promise<TuningView> {
    return inTransaction(this.pool, async (db) => {
      const sheet = await this.plannedSheet(db, workshopId, sheetId);
      await deleteSheet(db, workshopId, sheetId);
      await touchTuning(db, workshopId, sheet.tuningId);
      return this.view(db, workshopId, sheet.tuningId);
    });
  }

  async machineFile(workshopId: string, sheetId: string): Promise<SheetRow & { materialName: string }> {
    const sheet = await findSheet(this.pool, workshopId, sheetId);
    if (!sheet) throw notFound('That trial sheet');
    if (!sheet.format) throw refused('A press takes no machine file: its numbers are dialled in by hand.');
    const tuning = await findTuning(this.pool, workshopId, sheet.tuningId);
    return { ...sheet, materialName: (await recipeDetail(this.pool, workshopId, tuning!.recipeId)).material.name };
  }

  /** Carries a sheet out: on the stand-in, or by hand, when the maker says that it is done. */
  async carryOut(workshopId: string, sheetId: string, { by }: TrialRun): Promise<TuningView> {
    const sheet = await findSheet(this.pool, workshopId, sheetId);
    if (!sheet) throw notFound('That trial sheet');
    const tuning = await findTuning(this.pool, workshopId, sheet.tuningId);
    const recipe = await recipeDetail(this.pool, workshopId, tuning!.recipeId);
    const shop = await loadShop(this.pool, workshopId, [recipe.material.id]);
    const machine = shop.machines.get(recipe.machine.id)!;
    const shapes = (await listShapes(this.pool, workshopId, sheet.tuningId)).filter(
      (shape) => shape.sheetId === sheetId,
    );
    const trace = by === 'stand-in' ? await this.standIns.work(machine, sheet.machineFile, shapes[0].settings) : null;
    await inTransaction(this.pool, async (db) => {
      await this.plannedSheet(db, workshopId, sheetId);
      if (trace) {
        await refuseBusy(db, workshopId, machine.id);
        await setSheetGoing(db, workshopId, sheetId, {
          speedUp: Math.max(SPEED_UP, trace.totalSeconds / LONGEST_SECONDS),
          totalSeconds: trace.totalSeconds,
          totalCutMm: trace.cutMm,
        });
        await tellOfRun(db, sheetId);
      } else {
        await setSheetState(db, workshopId, sheetId, 'done', { isByHand: true });
        await this.markShapes(db, workshopId, sheet, { isSeen: false });
      }
      await touchTuning(db, workshopId, sheet.tuningId);
    });
    return this.get(workshopId, sheet.tuningId);
  }

  /** Keeps the maker's verdict on a trial: it teaches the tuner, and is evidence for the recipe. */
  async score(workshopId: string, shapeId: string, outcome: Outcome | null): Promise<TuningView> {
    return inTransaction(this.pool, async (db) => {
      const shape = await lockShape(db, workshopId, shapeId);
      if (!shape) throw notFound('That trial');
      if (shape.sheetState !== 'done')
        throw new Problem(409, 'sheet-state', 'A trial can be scored once its sheet is done.');
      if (outcome === null && shape.tuningState !== 'open')
        throw new Problem(
          409,
          'tuning-state',
          'This tuning has ended: a verdict on its trials can be corrected, not taken back.',
        );
      await scoreShape(db, workshopId, shapeId, outcome);
      await insertVerdict(db, workshopId, 'trial', shapeId, outcome, shape.outcome);
      // Gone over twice, a place says nothing of the second numbers alone: the tuner knows, the recipe's evidence does not.
      if (outcome === null) await correctTrial(db, workshopId, shapeId, null);
      else if (shape.onTopOf.length === 0)
        await keepAsTrial(db, workshopId, {
          id: shape.id,
          recipeId: shape.recipeId,
          settings: shape.settings,
          outcome,
          toolWear: shape.toolWear,
          toolLife: shape.toolLife,
        });
      await refreshCards(db, workshopId, [shape.recipeId]);
      await touchTuning(db, workshopId, shape.tuningId);
      return this.view(db, workshopId, shape.tuningId);
    });
  }

  /** Hangs a photo to a trial. */
  async photograph(workshopId: string, shapeId: string, bytes: Buffer): Promise<TuningView> {
    const photo = await readPhoto(this.heavy, bytes);
    return inTransaction(this.pool, async (db) => {
      const shape = await lockShape(db, workshopId, shapeId);
      if (!shape) throw notFound('That trial');
      await setShapePhoto(db, workshopId, shapeId, await keepPhoto(db, workshopId, photo));
      await touchTuning(db, workshopId, shape.tuningId);
      return this.view(db, workshopId, shape.tuningId);
    });
  }

  /** Writes what was settled into the recipe with its trials as evidence, or ends the tuning without. */
  async end(workshopId: string, id: string, { version, how }: TuningEnd): Promise<TuningView> {
    const before = await this.get(workshopId, id);
    const { advice } = how === 'settle' ? await this.ask(workshopId, before, 1, null) : { advice: null };
    return inTransaction(this.pool, async (db) => {
      const locked = await lockTuning(db, workshopId, id);
      if (!locked) throw notFound('That tuning');
      const now = await this.view(db, workshopId, id);
      if (locked.version !== version || now.version !== before.version) throw stale('This tuning', now);
      refuseEnded(now);
      if (advice) {
        if (!advice.isSettled) throw refused('This tuning is not settled yet: more trials have to say so.', 'how');
        const trials =
          now.earlier.length + now.sheets.flatMap(({ shapes }) => shapes).filter((shape) => shape.outcome).length;
        await lockRecipe(db, workshopId, now.recipe.id);
        await insertRevision(db, workshopId, now.recipe.id, {
          settings: advice.settings,
          source: 'own-trial',
          reason: `settled by tuning in ${trials} trials: ${advice.why}`.slice(0, 1000),
          tuningId: id,
          settledTrials: trials,
        });
        await updateRecipe(db, workshopId, now.recipe.id);
        await refreshCards(db, workshopId, [now.recipe.id]);
      } else {
        for (const sheet of now.sheets.filter(({ state }) => state === 'planned'))
          await deleteSheet(db, workshopId, sheet.id);
      }
      await endTuning(db, workshopId, id, advice ? 'settled' : 'ended');
      return this.view(db, workshopId, id);
    });
  }

  /** Where right lies over two dials of a recipe, as all its trials and runs say. */
  async window(workshopId: string, recipeId: string, x: string | null, y: string | null): Promise<WindowView> {
    const recipe = await recipeDetail(this.pool, workshopId, recipeId);
    const machine = (await loadShop(this.pool, workshopId)).machines.get(recipe.machine.id)!;
    const names = tunedDials(machine, recipe.process, recipe.settings).map(({ name }) => name);
    if (names.length === 0) throw refused('This recipe has no dial to turn.');
    const pick = (wanted: string | null, fallback: QuantityName | undefined): QuantityName | undefined => {
      if (wanted === null) return fallback;
      const found = names.find((name) => name === wanted);
      if (!found) throw refused(`The window can be drawn over ${names.join(', ')}; “${wanted}” came.`, 'x');
      return found;
    };
    const first = pick(x, names[0])!;
    const second = pick(
      y,
      names.find((name) => name !== first),
    );
    const evidence = (await listEvidence(this.pool, workshopId, [recipeId])).reverse();
    return this.heavy.goodWindow({
      machine,
      process: recipe.process,
      start: recipe.settings,
      startSpread: WINDOW_SPREAD,
      fixed: [],
      seed: seedFromId(recipeId) >>> 1,
      thicknessMm: recipe.material.thicknessMm,
      x: first,
      y: second && second !== first ? second : null,
      trials: evidence.map(({ id, settings, outcome }, i) => ({
        id,
        number: i + 1,
        settings,
        onTopOf: [],
        outcome,
        wear: null,
      })),
    });
  }

  /** The tuner's answer; of one version of a tuning it is always the same. */
  private async ask(
    workshopId: string,
    tuning: TuningView,
    count: number,
    repeatOf: string | null,
  ): Promise<TuneAnswer> {
    const shop = await loadShop(this.pool, workshopId);
    const machine = shop.machines.get(tuning.recipe.machine.id)!;
    refuseOffDial(machine, tuning);
    const key = [tuning.id, tuning.version, machine.version, count, repeatOf].join(' ');
    const kept =
      this.answers.get(key) ??
      this.task(workshopId, shop, tuning, count, repeatOf).then((task) => this.heavy.tune(task));
    this.answers.delete(key);
    this.answers.set(key, kept);
    kept.catch(() => this.answers.delete(key));
    for (const oldest of [...this.answers.keys()].slice(0, -KEPT_ANSWERS)) this.answers.delete(oldest);
    return kept;
  }

  private async task(
    workshopId: string,
    { machines, tools }: Shop,
    { id, recipe, start, startSpread, fixed }: TuningView,
    count: number,
    repeatOf: string | null,
  ): Promise<TuneTask> {
    const isMetres = toolKindOf(tools.get(recipe.tool.id)!.kind).wearUnit === 'm';
    const asTrials = (shapes: ShapeRow[], isEarlier: boolean): TuneTask['trials'] =>
      shapes.flatMap(({ id: shapeId, number, settings, onTopOf, outcome, toolWear }) =>
        outcome
          ? [{ id: shapeId, number, settings, onTopOf, outcome, wear: isMetres ? toolWear : null, isEarlier }]
          : [],
      );
    const trials = [
      ...asTrials(await listEarlierShapes(this.pool, workshopId, id), true),
      ...asTrials(await listShapes(this.pool, workshopId, id), false),
    ];
    return {
      machine: machines.get(recipe.machine.id)!,
      process: recipe.process,
      start,
      startSpread,
      fixed,
      seed: seedFromId(id) >>> 1,
      thicknessMm: recipe.material.thicknessMm,
      trials,
      count,
      repeatOf,
    };
  }

  private async plannedSheet(db: Db, workshopId: string, sheetId: string): Promise<SheetRow> {
    const found = await findSheet(db, workshopId, sheetId);
    if (!found) throw notFound('That trial sheet');
    await lockTuning(db, workshopId, found.tuningId);
    const sheet = await findSheet(db, workshopId, sheetId);
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
  readonly finish = async (db: Db, workshopId: string, sheetId: string): Promise<boolean> => {
    const sheet = await findSheet(db, workshopId, sheetId);
    if (sheet?.state !== 'running') return false;
    const { totalSeconds, totalCutMm } = sheet;
    await setSheetState(db, workshopId, sheetId, 'done', { measuredSeconds: totalSeconds ?? sheet.estimateSeconds });
    const tool = await this.markShapes(db, workshopId, sheet, { isSeen: true });
    await addWear(
      db,
      workshopId,
      tool.id,
      wearOf(tool.kind, { cutMm: totalCutMm ?? 0, seconds: totalSeconds ?? sheet.estimateSeconds }),
    );
    await touchTuning(db, workshopId, sheet.tuningId);
    await tellOfRun(db, sheetId);
    return true;
  };

  /** Writes down how worn the tool was, and what the stand-in's world makes of every trial. */
  private async markShapes(db: Db, workshopId: string, sheet: SheetRow, { isSeen }: { isSeen: boolean }) {
    const tuning = (await findTuning(db, workshopId, sheet.tuningId))!;
    const recipe = await recipeDetail(db, workshopId, tuning.recipeId);
    const shop = await loadShop(db, workshopId, [recipe.material.id]);
    const [machine, tool, material] = [
      shop.machines.get(recipe.machine.id)!,
      shop.tools.get(recipe.tool.id)!,
      shop.materials.get(recipe.material.id)!,
    ];
    for (const shape of (await listShapes(db, workshopId, sheet.tuningId)).filter(
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
      await setShapeDone(db, workshopId, shape.id, {
        toolWear: tool.wear,
        toolLife: tool.lifeNumber,
        seenOutcome: seen.outcome,
        seenFault: seen.fault,
      });
    }
    return tool;
  }
}

/** A dial may have been given another range since the tuning began: what was tried is not on it any more. */
function refuseOffDial(machine: Machine, { recipe, start, sheets, earlier }: TuningView): void {
  const tried = [...sheets.flatMap(({ shapes }) => shapes), ...earlier]
    .filter(({ outcome }) => outcome !== null)
    .map(({ settings }) => settings);
  const [problem] = [start, ...tried].flatMap((settings) =>
    settingProblems(machine, recipe.process, { ...start, ...settings }),
  );
  if (problem)
    throw new Problem(
      409,
      'off-dial',
      `${problem.message} The dial was given another range since this tuning began: end it, and begin a new one from where you are.`,
    );
}

function refuseEnded({ state }: TuningView): void {
  if (state !== 'open')
    throw new Problem(409, 'tuning-state', state === 'settled' ? 'This tuning is settled.' : 'This tuning has ended.');
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

/** Free places on the scrap, clear of everything that lies there. */
function placesOn(machine: Machine, { scrap, sheets, otherTrials, recipe }: TuningView, count: number) {
  const size = trialSize(recipe.process);
  const does = machineKindOf(machine.kind).does;
  const all = {
    minX: 0,
    minY: 0,
    maxX: Math.min(scrap.widthMm, machine.workWidthMm),
    maxY: Math.min(scrap.lengthMm, machine.workLengthMm),
  };
  const reach = does === 'tool' ? cuttableArea(machine, scrap, false) : all;
  if (!reach) return [];
  const outline = scrap.outline ?? [
    { x: 0, y: 0 },
    { x: scrap.widthMm, y: 0 },
    { x: scrap.widthMm, y: scrap.lengthMm },
    { x: 0, y: scrap.lengthMm },
  ];
  const box = (at: { x: number; y: number }, { widthMm, heightMm }: { widthMm: number; heightMm: number }) => ({
    minX: at.x,
    minY: at.y,
    maxX: at.x + widthMm,
    maxY: at.y + heightMm,
  });
  const taken = [
    ...sheets.flatMap(({ shapes }) => shapes.map(({ at }) => box(at, size))),
    ...otherTrials.map((other) => box(other.at, other)),
  ];
  return freePlaces({ outline: [outline], reach, taken, ...size, count, gapMm: GAP_MM });
}
