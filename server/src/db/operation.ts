import { claimOperation, keepAnswer } from '../queries/operations';
import type { Db } from './db';

/** The write that a request is about, by the name that its sender gave it. */
export interface Operation {
  workshopId: string;
  key: string;
  asked: string;
  /** The address that was written to. */
  at: string;
  isClaimed: boolean;
  /** What came of it is kept as the job that it wrote. */
  isJobKept: boolean;
}

/** This write was done before: its first answer is to be given again. */
export class OperationDone extends Error {
  constructor(readonly operation: Operation) {
    super('This was written already.');
    this.name = 'OperationDone';
  }
}

/** Larger answers are not kept. */
const LARGEST_ANSWER = 200_000;

/**
 * Within a transaction: takes the name of the request's write first, does the work, and keeps what came of it; all of it is written
 * together or not at all. Only the first transaction of a request counts: what comes after it follows from it.
 * @throws OperationDone where the write was done before
 */
export async function asOperation<T>(operation: Operation | null, db: Db, work: () => Promise<T>): Promise<T> {
  if (!operation || operation.isClaimed) return work();
  if (!(await claimOperation(db, operation))) throw new OperationDone(operation);
  const result = await work();
  const kept = keptAnswer(result);
  await keepAnswer(db, operation.workshopId, operation.key, { status: null, ...kept });
  // Said only now: where PostgreSQL gives the transaction up, its next try takes the name anew.
  operation.isClaimed = true;
  operation.isJobKept = kept.jobId !== null;
  return result;
}

const WRITTEN = Symbol('the job that was written');

/** What a transaction says that wrote a job: who asks again is told how that job is then. */
export const writtenJob = (jobId: string): object => ({ [WRITTEN]: jobId });

/** What is kept of an answer: a job by its id, as it is large and can be read again; nothing of what is no object or too large. */
export function keptAnswer(answer: unknown): { answer: unknown; jobId: string | null } {
  if (typeof answer !== 'object' || answer === null) return { answer: null, jobId: null };
  if (WRITTEN in answer) return { answer: null, jobId: String((answer as { [WRITTEN]: unknown })[WRITTEN]) };
  if (('document' in answer && 'found' in answer) || ('difference' in answer && 'from' in answer))
    return { answer: null, jobId: String((answer as unknown as { id: unknown }).id) };
  return JSON.stringify(answer).length > LARGEST_ANSWER ? { answer: null, jobId: null } : { answer, jobId: null };
}
