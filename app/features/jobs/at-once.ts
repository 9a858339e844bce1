import type { AskedAction, JobAnswer, JobDetail, PartView } from '@keen-anvil/contract';
import { jobView } from '@keen-anvil/core/steps';
import {
  changeJob,
  namesIn,
  sheetOf,
  type JobDocument,
  type SeenDocument,
  type Shape,
  type ShopFacts,
} from '@keen-anvil/core/jobs';
import { endLive, showLive } from './live-lines';
import { changeDocument } from './see-document';

/** What follows from these is known without the workshop or another shape: it is shown within the frame. */
const KNOWN_HERE = new Set<AskedAction['do']>(['nudge-parts', 'order-steps']);

/** Parts laid otherwise on sheets that are there. */
const isOnKnownSheets = (action: AskedAction): boolean =>
  action.do === 'lay-parts' &&
  action.sheets.every(({ sheetId, stockPieceId }) => sheetId !== null && stockPieceId === null);

const NO_SHOP: ShopFacts = {
  machines: new Map(),
  tools: new Map(),
  materials: new Map(),
  recipes: [],
  lastPlace: null,
};

/** What was seen of a job, from the job as it is drawn. */
function seenOf({ steps, otherParts, artworks }: JobDetail): SeenDocument {
  const parts = [...steps.flatMap((step) => step.parts), ...otherParts];
  return {
    shapes: new Map(parts.map((part) => [part.id, shapeOf(part)])),
    drawings: new Map(artworks.map((artwork) => [artwork.id, artwork.facts])),
  };
}

/** With the very same list of contours, by which it is known again. */
const shapeOf = ({ contours, colour, layer, script, isFilled, print, fault }: PartView): Shape => ({
  contours,
  colour,
  layer,
  script,
  isFilled,
  print,
  fault,
});

/**
 * A job after an action, before the server has answered; the very same job where it has to be waited for. What the server
 * would refuse is left to it to say.
 * @param shop what is known of the workshop; null where nothing is yet
 * @param early is told the shapes as soon as they are known, before what else follows
 */
export async function atOnce(
  job: JobDetail,
  action: AskedAction,
  shop: ShopFacts | null,
  early?: typeof showLive,
): Promise<JobDetail> {
  try {
    if (KNOWN_HERE.has(action.do) || isOnKnownSheets(action)) return movedHere(job, action);
    if (!shop || !isKnown(shop, action)) return job;
    const changed = await changeDocument(job.id, job.document, action, shop);
    if (!changed) return job;
    const { document, seen } = changed;
    early?.(job, seen);
    return jobView({ ...job, document, found: foundStill(job, document, shop) }, seen);
  } catch {
    return job;
  }
}

function movedHere(job: JobDetail, action: AskedAction): JobDetail {
  const seen = seenOf(job);
  const reading = () => {
    throw new Error('no reading has a part in this');
  };
  const document = changeJob(job.document, action, { ...NO_SHOP, reading, shapes: () => seen.shapes });
  return jobView({ ...job, document }, seen);
}

/** A material that the job had nothing to do with yet is not known here. */
const isKnown = (shop: ShopFacts, action: AskedAction): boolean =>
  action.do !== 'change-step' ||
  [action.materialId, action.onMaterialId].every((id) => id === undefined || id === null || shop.materials.has(id));

/** What was found for a step stays where it is done as before, on what it was; of the others only the names are known. */
function foundStill({ document: before, found }: JobDetail, after: JobDocument, shop: ShopFacts): JobAnswer['found'] {
  const was = new Map(before.steps.map((step) => [step.id, step]));
  return Object.fromEntries(
    after.steps.map((step) => {
      const old = was.get(step.id) ?? null;
      const isAsBefore =
        old !== null &&
        (['process', 'materialId', 'machineId', 'toolId'] as const).every((name) => old[name] === step[name]) &&
        sheetOf(before, step.id)?.stockPieceId === sheetOf(after, step.id)?.stockPieceId;
      const names = namesIn(shop, step);
      return [
        step.id,
        isAsBefore && found[step.id] ? found[step.id] : { match: NO_MATCH, claims: [], pressedAt: null, names },
      ];
    }),
  );
}

const NO_MATCH = { recipe: null, settings: null, variant: null, suggestion: null, refusal: null };

/** A job as the server said last, with what was asked of it since. */
interface Talk {
  confirmed: JobDetail | null;
  waiting: AskedAction[];
  shop: ShopFacts | null;
  /** Counted up with all that is said: what was worked out for an earlier one is not shown any more. */
  turn: number;
}

const talks = new Map<string, Talk>();
const talkOf = (jobId: string): Talk => {
  const talk = talks.get(jobId) ?? { confirmed: null, waiting: [], shop: null, turn: 0 };
  talks.set(jobId, talk);
  return talk;
};

/** The job to be shown, with all that waits; null where nothing is known of it, or something else was said meanwhile. */
async function shown(talk: Talk): Promise<JobDetail | null> {
  const turn = ++talk.turn;
  let job = talk.confirmed;
  const last = talk.waiting.at(-1);
  const early: typeof showLive = (...what) => void (turn === talk.turn && showLive(...what));
  for (const action of talk.waiting)
    job = job && (await atOnce(job, action, talk.shop, action === last ? early : undefined));
  return turn === talk.turn ? job : null;
}

/** The job as the server said it last, while something asked of it waits. */
export const confirmedJob = (jobId: string): JobDetail | null => talks.get(jobId)?.confirmed ?? null;

/** Notes that something is asked for. @returns the job to be shown meanwhile; null where there is nothing new to be shown */
export function asked(
  jobId: string,
  action: AskedAction,
  present: JobDetail | undefined,
  shop: ShopFacts | null,
): Promise<JobDetail | null> {
  const talk = talkOf(jobId);
  if (talk.waiting.length === 0) talk.confirmed = present ?? null;
  talk.waiting.push(action);
  talk.shop = shop;
  return shown(talk);
}

/** Notes how the server answered: with the job as it is now, or not at all. @returns the job to be shown, as for `asked` */
export function answered(jobId: string, action: AskedAction, job: JobDetail | null): Promise<JobDetail | null> {
  const talk = talkOf(jobId);
  talk.waiting = talk.waiting.filter(({ id }) => id !== action.id);
  if (job) talk.confirmed = job;
  if (talk.waiting.length === 0) talks.delete(jobId);
  // Refused: what was shown in advance is not so.
  if (!job) endLive();
  return shown(talk);
}

/** Notes a job that was fetched while something asked of it waits, unless the server has said a newer one since. @returns the job to be shown */
export async function fetched(jobId: string, job: JobDetail): Promise<JobDetail> {
  const talk = talks.get(jobId);
  if (!talk) return job;
  if (!talk.confirmed || talk.confirmed.version <= job.version) talk.confirmed = job;
  let now = talk.confirmed;
  for (const action of talk.waiting) now = await atOnce(now, action, talk.shop);
  return now;
}
