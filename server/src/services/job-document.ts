import type { Here } from '../here';
import type { JobAction, JobDocument, SeenDocument, ShopFacts } from '@keen-anvil/core/jobs';
import type { Db } from '../db/db';
import type { DocumentAnswer } from '../heavy/job-work';
import type { HeavyPool } from '../heavy/pool';
import { refused } from '../problem';
import { listReadings, type ReadingText } from '../queries/readings';

/** Where documents are worked on, and where their readings are kept. */
export interface Bench {
  db: Db;
  heavy: HeavyPool;
  here: Here;
  jobId: string;
}

/** The thread may have been ended and begun anew in between: then it knows nothing any more. */
const MOST_TRIES = 3;

type Answer<Is extends DocumentAnswer['is']> = Extract<DocumentAnswer, { is: Is }>;

async function ask(
  { here, jobId, db, heavy }: Bench,
  document: JobDocument,
  change: { action: JobAction; shop: ShopFacts } | null,
  fresh: readonly ReadingText[],
): Promise<Exclude<DocumentAnswer, Answer<'missing'>>> {
  let given = [...fresh];
  for (let tries = 1; ; tries++) {
    const answer = await heavy.workOnDocument(here, jobId, { document, given, change });
    if (answer.is !== 'missing') return answer;
    if (tries >= MOST_TRIES) throw new Error(`readings are missing: ${JSON.stringify(answer.refs)}`);
    given = [...fresh, ...(await listReadings(db, here.workshopId, answer.refs))];
  }
}

/** The shapes of a document's parts, and what its drawings' readings say. */
export async function seeDocument(bench: Bench, document: JobDocument): Promise<SeenDocument> {
  const answer = await ask(bench, document, null, []);
  if (answer.is !== 'seen') throw new Error(`a document was to be seen, and is ${answer.is}`);
  return answer;
}

/**
 * A document after an action; computed by the thread that documents have.
 * @param fresh readings that are not kept yet
 * @throws Problem where it cannot be done
 */
export async function changedDocument(
  bench: Bench,
  document: JobDocument,
  action: JobAction,
  shop: ShopFacts,
  fresh: readonly ReadingText[] = [],
): Promise<Answer<'changed'>> {
  const answer = await ask(bench, document, { action, shop }, fresh);
  if (answer.is === 'refused') throw refused(answer.message, answer.field ?? undefined);
  if (answer.is !== 'changed') throw new Error(`a document was to be changed, and is ${answer.is}`);
  return answer;
}
