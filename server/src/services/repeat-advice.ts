import type { Here } from '../here';
import { machineKindOf } from '@keen-anvil/core/machines';
import { logDose, settingProblems, strongerPass, type Outcome, type Settings } from '@keen-anvil/core/recipes';
import { seedFromId } from '@keen-anvil/core/standins';
import { tunedDials } from '@keen-anvil/core/tuning';
import type { Pool } from 'pg';
import type { HeavyPool } from '../heavy/pool';
import { listEvidence } from '../queries/evidence';
import { findRun, type RunRow } from '../queries/runs';
import type { Shop } from './shop';

/** How sure a recipe's own numbers are, in log dose, before its evidence is looked at. */
const START_SPREAD = 0.35;
/** So much of what happened with a recipe is looked at, the last of it. */
const MOST_TRIALS = 40;

/**
 * What a second pass in the same place should be dialled to, after a first that was not enough: as the tuner says, by all that the
 * book knows of the recipe and with what lies there counted in, and never less than a step more. A press adds its time. null where it
 * was enough.
 */
export async function repeatAfter(
  here: Here,
  { pool, heavy }: { pool: Pool; heavy: HeavyPool },
  run: RunRow,
  outcome: Outcome | null,
  shop: Shop,
): Promise<Settings | null> {
  const machine = shop.machines.get(run.machineId);
  const material = shop.materials.get(run.materialId);
  const plain = machine && outcome ? strongerPass(machine, run.process, run.settings, outcome) : null;
  if (!machine || !material || !outcome || !plain) return null;
  const isTuned = tunedDials(machine, run.process, run.settings).length > 0;
  if (machineKindOf(machine.kind).does === 'heat' || !isTuned) return plain;
  const first = run.onTopOf ? await findRun(pool, here.workshopId, run.onTopOf) : undefined;
  const before = (await listEvidence(pool, here.workshopId, [run.recipeId]))
    .filter(
      ({ id, settings }) =>
        id !== run.id && id !== first?.id && settingProblems(machine, run.process, settings).length === 0,
    )
    .slice(0, MOST_TRIALS)
    .reverse();
  const { advice } = await heavy.tune(here, {
    machine,
    process: run.process,
    start: run.settings,
    startSpread: START_SPREAD,
    fixed: [],
    seed: seedFromId(run.recipeId) >>> 1,
    thicknessMm: material.thicknessMm,
    trials: [
      ...before.map(({ id, settings, outcome: was, onTopOf = [] }, i) => ({
        id,
        number: i + 1,
        settings,
        onTopOf,
        outcome: was,
        wear: null,
        isEarlier: true,
      })),
      {
        id: run.id,
        number: before.length + 1,
        settings: run.settings,
        onTopOf: first ? [first.settings] : [],
        outcome,
        wear: null,
        isEarlier: false,
      },
    ],
    count: 1,
    repeatOf: run.id,
  });
  if (!advice.repeat) return plain;
  // One pass does: what lies there counts in.
  const told = { ...plain, ...advice.repeat.settings, ...(plain.passes === undefined ? {} : { passes: plain.passes }) };
  const doseOf = (settings: Settings) => logDose(machine, run.process, settings).value;
  // A tool that goes over a cut that hangs has to press more than it did, whatever a weak pass would add in numbers.
  return doseOf(told) > doseOf(plain) ? told : plain;
}
