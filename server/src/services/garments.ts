import type { Here } from '../here';
import type { GarmentView, NewGarment, SizeSetView, SizeSetWish } from '@keen-anvil/contract';
import { cutList, GARMENT_SIZES, ownSize, placeOn, GARMENT_PLACES, type GarmentSize } from '@keen-anvil/core/garments';
import type { Pool } from 'pg';
import { inTransaction } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { notFound, refused } from '../problem';
import { type PlacedSize } from '../print/placement-sheet';
import { findSizeSet, insertGarment, keepSizeSet, listGarments } from '../queries/garments';
import { findJob, lockJob } from '../queries/jobs';
import { drawnJob } from './drawn-job';
import { designBox } from './pieces-of-job';

const NOBODY_SAID: SizeSetView = { place: 'front', counts: [{ size: 'M', count: 1 }] };

/** Keeps a garment that was measured. @throws Problem where its measures cannot be */
export async function measureGarment(here: Here, pool: Pool, garment: NewGarment): Promise<GarmentView[]> {
  try {
    ownSize(garment.name, garment.measures);
  } catch (error) {
    throw refused((error as Error).message, 'measures');
  }
  const { id, name, measures } = garment;
  await inTransaction(here, pool, (db) => insertGarment(db, here.workshopId, { id, name, measures: { ...measures } }));
  return listGarments(pool, here.workshopId);
}

export async function sizeSetOf(here: Here, pool: Pool, jobId: string): Promise<SizeSetView> {
  if (!(await findJob(pool, here.workshopId, jobId))) throw notFound('That job');
  return (await findSizeSet(pool, here.workshopId, jobId)) ?? NOBODY_SAID;
}

/** Keeps how many of each size a job is for. @throws Problem for a size that there is not */
export async function countSizes(
  here: Here,
  pool: Pool,
  jobId: string,
  { place, counts }: SizeSetWish,
): Promise<SizeSetView> {
  const sizes = await sizesBy(here, pool);
  const unknown = counts.find(({ size }) => !sizes.has(size));
  if (unknown)
    throw refused(
      `A size among ${GARMENT_SIZES.map(({ name }) => name).join(', ')}, or a garment of your own was expected; “${unknown.size}” came.`,
      'counts',
    );
  const twice = counts.find(({ size }, i) => counts.findIndex((other) => other.size === size) !== i);
  if (twice) throw refused(`Each size was expected once; “${twice.size}” came twice.`, 'counts');
  const set = { place, counts: counts.map(({ size, count }) => ({ size, count })) };
  await inTransaction(here, pool, async (db) => {
    if (!(await lockJob(db, here.workshopId, jobId))) throw notFound('That job');
    await keepSizeSet(db, here.workshopId, jobId, set);
  });
  return set;
}

/** Sizes by the name of the table, or by the id of what was measured, also where that was put away since. */
export async function sizesBy(here: Here, pool: Pool): Promise<Map<string, GarmentSize>> {
  const own = await listGarments(pool, here.workshopId, true);
  return new Map([
    ...GARMENT_SIZES.map((size) => [size.name, size] as const),
    ...own.map(({ id, name, measures }) => [id, ownSize(name, measures)] as const),
  ]);
}

/** The drawing of where a job's design goes on a size, to print. @throws Problem where there is no such size, or nothing to lay on */
export async function placementPaper(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  jobId: string,
  { size: wanted, place: asked }: { size: string; place: string },
): Promise<{ jobName: string; sizeName: string; pdf: Buffer }> {
  const place = GARMENT_PLACES.find((one) => one === asked);
  if (!place)
    throw refused(`A place among ${GARMENT_PLACES.join(', ')} was expected; “${asked.slice(0, 60)}” came.`, 'place');
  const { job, parts } = await drawnJob(here, pool, heavy, jobId);
  const box = designBox(job);
  if (!box) throw refused('There is nothing to lay on a garment yet: bring a drawing into the job first.', 'parts');
  const sizes = await sizesBy(here, pool);
  const size = sizes.get(wanted);
  if (!size)
    throw refused(
      `A size of the table, or a garment that was measured, was expected; “${wanted.slice(0, 60)}” came.`,
      'size',
    );
  const design = { widthMm: Math.max(0.1, box.maxX - box.minX), heightMm: Math.max(0.1, box.maxY - box.minY) };
  const { counts } = await sizeSetOf(here, pool, jobId);
  const counted = counts.flatMap(({ size: key, count }) => {
    const one = sizes.get(key);
    return one && count > 0 ? [{ size: one, count }] : [];
  });
  const all: PlacedSize[] = counted.length > 0 ? cutList(counted, place, design).flatMap(({ sizes: own }) => own) : [];
  const pdf = await heavy.paper(
    here,
    'placementSheet',
    job.name,
    { size, on: placeOn(size, place, design) },
    all,
    parts,
    box,
  );
  return { jobName: job.name, sizeName: size.name, pdf };
}
