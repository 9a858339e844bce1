import type { Here } from '../here';
import type { JobDetail, JobSummary, NewSizeJobs } from '@keen-anvil/contract';
import { jobView } from '@keen-anvil/core/steps';
import { cutList, type SizeGroup } from '@keen-anvil/core/garments';
import { copiedDocument, differenceOf, EMPTY_JOB, type JobDocument } from '@keen-anvil/core/jobs';
import { formatNumber } from '@keen-anvil/core/units';
import type { Pool } from 'pg';
import { v5 as uuidv5 } from 'uuid';
import type { Db } from '../db/db';
import { inTransaction } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { refused } from '../problem';
import { copyArtwork } from '../queries/artworks';
import { writeDifference } from '../queries/documents';
import { findSizeSet, keepSizeSet } from '../queries/garments';
import { insertJob, updateOrderByHand } from '../queries/jobs';
import { insertNote } from '../queries/notes';
import { sizesBy } from './garments';
import { changedDocument, seeDocument, type Bench } from './job-document';
import { shopFor } from './job-shop';
import { jobAnswer, listJobSummaries } from './job-views';
import { laidAsOften, type LaidOften } from './laid-as-often';
import { designBox } from './pieces-of-job';
import { loadShop, materialsOf } from './shop';

const LONGEST_NAME = 120;
const LONGEST_NOTE = 2000;

/**
 * Makes a job for each width that a set of sizes needs: the same work with its drawings that large, laid on its sheets as often as it is
 * needed, and what is made of it noted.
 * Sent twice, they are there once.
 * @throws Problem where nothing is counted, or a drawing may not be made larger
 */
export async function makeSizeJobs(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  jobId: string,
  { id }: NewSizeJobs,
): Promise<JobSummary[]> {
  const bench = { here, jobId, db: pool, heavy };
  const answer = await jobAnswer(here, pool, jobId);
  const job = jobView(answer, await seeDocument(bench, answer.document));
  const shop = await loadShop(here, pool, materialsOf(job.steps));
  const { groups, widthMm, keys } = await groupsOf(here, pool, job);
  const all = await Promise.all(
    groups.map(async (group) => ({
      group,
      id: uuidv5(`${group.widthMm}`, id),
      ...(await laidAsOften(bench, answer, await asWideAs(bench, job, group.widthMm / widthMm), shop, group.count)),
    })),
  );
  await inTransaction(here, pool, async (db) => {
    for (const made of all) await writeJob(here, db, job, made, keys);
  });
  const ids = new Set(all.map((one) => one.id));
  return (await listJobSummaries(here, pool, { isArchived: false, limit: 100, offset: 0 })).filter((one) =>
    ids.has(one.id),
  );
}

/** A job as it is to be made for one width. */
interface SizeJob extends LaidOften {
  id: string;
  group: SizeGroup;
}

/** The widths that the set of a job needs. */
async function groupsOf(
  here: Here,
  pool: Pool,
  job: JobDetail,
): Promise<{ groups: SizeGroup[]; widthMm: number; keys: Map<string, string> }> {
  const set = await findSizeSet(pool, here.workshopId, job.id);
  const sizes = await sizesBy(here, pool);
  const wanted = (set?.counts ?? []).flatMap(({ size: key, count }) => {
    const size = sizes.get(key);
    return size && count > 0 ? [{ key, size, count }] : [];
  });
  if (!set || wanted.length === 0)
    throw refused('At least one garment was expected in the set; none was counted.', 'counts');
  const box = designBox(job);
  if (!box) throw refused('There is nothing to lay on a garment yet: bring a drawing into the job first.', 'parts');
  const widthMm = Math.max(0.1, box.maxX - box.minX);
  return {
    groups: cutList(wanted, set.place, { widthMm, heightMm: Math.max(0.1, box.maxY - box.minY) }),
    widthMm,
    keys: new Map(wanted.map(({ key, size }) => [size.name, key])),
  };
}

async function asWideAs(
  bench: Bench,
  { document, id }: Pick<JobDetail, 'document' | 'id'>,
  factor: number,
): Promise<JobDocument> {
  const action = { id, do: 'scale-drawings', factor } as const;
  const shop = await shopFor(bench.here, bench.db, document, action);
  return (await changedDocument(bench, document, action, shop)).document;
}

async function writeJob(
  here: Here,
  db: Db,
  job: JobDetail,
  { id, group, document, short }: SizeJob,
  keys: ReadonlyMap<string, string>,
): Promise<void> {
  const width = `${formatNumber(group.widthMm, 0)} mm wide`;
  const name = `${job.name.slice(0, LONGEST_NAME - width.length - 2)}, ${width}`;
  if (!(await insertJob(db, here.workshopId, { id, name }))) return;
  const fresh = (of: string) => uuidv5(of, id);
  for (const drawing of document.drawings)
    if (!(await copyArtwork(db, here.workshopId, drawing.id, { id: fresh(drawing.id), jobId: id })))
      throw refused(`“${drawing.name}” is not in this workshop any more.`, 'drawings');
  const next = copiedDocument(document, fresh);
  await writeDifference(db, here.workshopId, id, differenceOf(EMPTY_JOB, next), next);
  if (next.isOrderByHand) await updateOrderByHand(db, here.workshopId, id, true);
  await insertNote(db, here.workshopId, id, {
    id: uuidv5('sizes', id),
    kind: 'words',
    label: `${group.count === 1 ? '1 garment' : `${group.count} garments`}`,
    value: [
      group.sizes.map(({ name: size, count }) => `${count} × ${size}`).join(', '),
      ...short.map(({ material, count }) =>
        count === group.count
          ? `None of them found room on what there is of ${material}`
          : `${count} of them found no room on what there is of ${material}`,
      ),
    ]
      .join('. ')
      .slice(0, LONGEST_NOTE),
  });
  await keepSizeSet(db, here.workshopId, id, {
    place: group.sizes[0].on.place,
    counts: group.sizes.map(({ name: size, count }) => ({ size: keys.get(size)!, count })),
  });
}
