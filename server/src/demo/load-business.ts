import { byItself } from '../here';
import { warmUpSeconds, type PlanPhase } from '@keen-anvil/core/press';
import type { Pool } from 'pg';
import type { HeavyPool } from '../heavy/pool';
import { insertHandTime, keepTick } from '../queries/finish';
import { insertGarment, keepSizeSet } from '../queries/garments';
import { insertPressing, turnPressing } from '../queries/pressings';
import { finishingOf } from '../services/finishing';
import { offer } from '../services/quotes';
import { DEMO_WORKSHOP_ID } from '../workshop';
import { ago, demoId } from './ids';
import { HAND_TIMES } from './hand-data';

const DAY_MS = 86_400_000;
const job = (name: string): string => demoId(`job ${name}`);
const dayFrom = (days: number): string => new Date(Date.now() + days * DAY_MS).toISOString().slice(0, 10);

/** What hands took, what was offered, what is half finished, and a plate that is warming up. */
export async function loadBusiness(pool: Pool, heavy: HeavyPool): Promise<void> {
  for (const [i, [kind, daysAgo, seconds, contourMm, smallPieces, pieces]] of HAND_TIMES.entries())
    await insertHandTime(pool, DEMO_WORKSHOP_ID, {
      id: demoId(`hand time ${i}`),
      jobId: null,
      kind,
      seconds,
      contourMm,
      smallPieces,
      pieces,
      at: ago(daysAgo),
    });
  for (const [name, pieces, customer] of [
    ['Finishers’ medals', 30, 'Osprey Bend Rowing Club'],
    ['Crew stickers', 50, 'the juniors of the club'],
  ] as const)
    await offer(byItself(DEMO_WORKSHOP_ID), pool, heavy, job(name), {
      id: demoId(`quote ${name}`),
      pieces,
      customer,
      validUntil: dayFrom(30),
    });
  const finishing = await finishingOf(byItself(DEMO_WORKSHOP_ID), pool, heavy, job('Finishers’ medals'));
  for (const { id } of finishing.lines.slice(0, 2))
    await keepTick(pool, DEMO_WORKSHOP_ID, job('Finishers’ medals'), { lineId: id, done: 1, isWaiting: false });
  await loadSizes(pool);
  await loadWarming(pool);
}

/** A garment that was measured, and how many shirts of each size the crew wants. */
async function loadSizes(pool: Pool): Promise<void> {
  await insertGarment(pool, DEMO_WORKSHOP_ID, {
    id: demoId('garment Rowing vest'),
    name: 'Rowing vest',
    measures: {
      chestWidthMm: 470,
      lengthMm: 680,
      neckWidthMm: 190,
      neckDropMm: 115,
      sleeveLengthMm: 45,
      sleeveWidthMm: 210,
    },
  });
  await keepSizeSet(pool, DEMO_WORKSHOP_ID, job('Shirts in two films'), {
    place: 'front',
    counts: [
      { size: 'S', count: 4 },
      { size: 'M', count: 8 },
      { size: 'L', count: 3 },
    ],
  });
}

/** The hand plate is on its way to its temperature. */
async function loadWarming(pool: Pool): Promise<void> {
  const id = demoId('pressing of a badge');
  const plain = {
    isDown: false,
    dialled: 320,
    celsius: 160,
    pressure: null,
    layerIds: [],
    place: null,
    peel: null,
    cover: null,
    isOnlyIfNeeded: false,
  };
  const layerId = demoId('film of a badge');
  const phases: PlanPhase[] = [
    { ...plain, kind: 'warm-up', seconds: warmUpSeconds('hand-press', plain.celsius) },
    { ...plain, kind: 'lay', seconds: 4, layerIds: [layerId], cover: 1 },
    { ...plain, kind: 'press', seconds: 18, isDown: true, layerIds: [layerId] },
    { ...plain, kind: 'peel', seconds: 6, layerIds: [layerId], peel: 'warm' },
  ];
  await insertPressing(pool, DEMO_WORKSHOP_ID, {
    id,
    jobId: job('Crew shirts'),
    machineId: demoId('Hand iron'),
    name: 'A badge for the coach',
    layers: [
      { id: layerId, name: 'Transfer film, gold glitter', colour: '#c79a3b', process: 'heat-press', recipeId: null },
    ],
    phases,
    isRead: true,
    preparation: [],
  });
  await turnPressing(pool, DEMO_WORKSHOP_ID, id, {
    phases,
    state: 'running',
    at: 0,
    since: Date.now() - 20_000,
    doneBefore: 0,
    took: [],
  });
}
