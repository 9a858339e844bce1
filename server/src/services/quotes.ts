import type { Here } from '../here';
import type { NewQuote, QuoteTurn, QuoteView } from '@keen-anvil/contract';
import type { Pool } from 'pg';
import { v5 as uuidv5 } from 'uuid';
import { inTransaction } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { notFound, Problem, refused } from '../problem';
import { lockJob, touchJob } from '../queries/jobs';
import { findQuote, insertQuote, listQuotes, turnQuote, type QuoteRow } from '../queries/finish';
import { insertNote } from '../queries/notes';
import { findPhoto } from '../queries/photos';
import { jobCost } from './costs';
import { drawnJob } from './drawn-job';
import { finishingOf } from './finishing';
import { mockupOf } from './mockups';
import { ratesOf } from './rates';

/** A quote is good for two years at most, days. */
const LONGEST_DAYS = 731;
const DAY_MS = 86_400_000;

const viewOf = ({ told: _told, ...quote }: QuoteRow): QuoteView => quote;

export async function quotesOf(here: Here, pool: Pool, jobId: string): Promise<QuoteView[]> {
  return (await listQuotes(pool, here.workshopId, jobId)).map(viewOf);
}

/** Offers a job's pieces at what they cost now. @throws Problem where there is no price, or the day is none */
export async function offer(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  jobId: string,
  wish: NewQuote,
): Promise<QuoteView[]> {
  const days = (Date.parse(`${wish.validUntil}T23:59:59Z`) - Date.now()) / DAY_MS;
  if (!(days >= 0 && days <= LONGEST_DAYS))
    throw refused(`A day from today up to two years from now was expected; ${wish.validUntil} came.`, 'validUntil');
  const { job, asked, currency } = await jobCost(here, pool, heavy, jobId, wish.pieces);
  const { taxText } = await ratesOf(here, pool);
  const { photoId } = await mockupOf(here, pool, jobId);
  await inTransaction(here, pool, (db) =>
    insertQuote(db, here.workshopId, {
      id: wish.id,
      jobId,
      customer: wish.customer,
      pieces: wish.pieces,
      totalCents: asked.priceCents,
      currency,
      taxText,
      validUntil: wish.validUntil,
      photoId,
      told: { jobName: job.name, colours: job.colours },
    }),
  );
  return quotesOf(here, pool, jobId);
}

/** Takes a quote further: accepted, the job knows of it. @throws Problem where its day is over */
export async function answerQuote(here: Here, pool: Pool, id: string, { state }: QuoteTurn): Promise<QuoteView[]> {
  const jobId = await inTransaction(here, pool, async (db) => {
    const quote = await findQuote(db, here.workshopId, id);
    if (!quote) throw notFound('That quote');
    if (state === 'accepted' && quote.isOver)
      throw new Problem(
        409,
        'quote-over',
        `This quote was good until ${quote.validUntil}. Offer it anew at what it costs now.`,
      );
    await turnQuote(db, here.workshopId, id, state);
    if (state === 'accepted' && quote.state !== 'accepted') {
      await lockJob(db, here.workshopId, quote.jobId);
      await insertNote(db, here.workshopId, quote.jobId, {
        id: uuidv5('accepted', id),
        kind: 'words',
        label: `Quote ${quote.number} accepted`,
        value: `${quote.pieces === 1 ? '1 piece' : `${quote.pieces} pieces`}${quote.customer ? ` for ${quote.customer}` : ''}`,
      });
      await touchJob(db, here.workshopId, quote.jobId);
    }
    return quote.jobId;
  });
  return quotesOf(here, pool, jobId);
}

/** A quote as a page to hand over. @throws Problem where there is none */
export async function quotePaperOf(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  id: string,
): Promise<{ number: number; jobName: string; pdf: Buffer }> {
  const quote = await findQuote(pool, here.workshopId, id);
  if (!quote) throw notFound('That quote');
  const { jobName } = quote.told;
  const { parts } = await drawnJob(here, pool, heavy, quote.jobId);
  const { workshopName } = await ratesOf(here, pool);
  const { care } = await finishingOf(here, pool, heavy, quote.jobId);
  const photo = quote.photoId ? await findPhoto(pool, here.workshopId, quote.photoId) : undefined;
  const pdf = await heavy.paper(
    here,
    'quotePaper',
    quote,
    jobName,
    workshopName,
    parts,
    photo?.bytes ?? null,
    care.words,
  );
  return { number: quote.number, jobName, pdf };
}
