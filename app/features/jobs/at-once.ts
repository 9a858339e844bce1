import type { ArtworkView, AskedAction, JobDetail, PartView } from '@keen-anvil/contract';
import { jobView } from '@keen-anvil/contract/job-view';
import { changeJob, type DrawingFacts, type JobShop, type SeenDocument, type Shape } from '@keen-anvil/core/jobs';

/** What follows from these is known here: neither the workshop nor another shape has a part in it. */
const KNOWN_HERE = new Set<AskedAction['do']>(['nudge-parts', 'order-steps']);

/** What was seen of a job, from the job as it is drawn. */
function seenOf({ steps, otherParts, artworks }: JobDetail): SeenDocument {
  const parts = [...steps.flatMap((step) => step.parts), ...otherParts];
  return {
    shapes: new Map(parts.map((part) => [part.id, shapeOf(part)])),
    drawings: new Map(artworks.map((artwork) => [artwork.id, factsOf(artwork)])),
  };
}

/** With the very same list of contours, by which it is known again. */
const shapeOf = ({ contours, colour, layer, script, isFilled, fault }: PartView): Shape => ({
  contours,
  colour,
  layer,
  script,
  isFilled,
  fault,
});

const factsOf = (artwork: ArtworkView): DrawingFacts => ({
  widthMm: artwork.pageWidthMm,
  heightMm: artwork.pageHeightMm,
  notices: artwork.notices,
  asks: artwork.asks,
  keptWidthMm: artwork.keptWidthMm,
  keptHeightMm: artwork.keptHeightMm,
});

/**
 * A job after an action, before the server has answered; the very same job where it has to be waited for. What the server
 * would refuse is left to it to say.
 */
export function atOnce(job: JobDetail, action: AskedAction): JobDetail {
  if (!KNOWN_HERE.has(action.do)) return job;
  const seen = seenOf(job);
  const shop: JobShop = {
    machines: new Map(),
    tools: new Map(),
    materials: new Map(),
    recipes: [],
    lastPlace: null,
    reading: () => {
      throw new Error('no reading has a part in this');
    },
    shapes: () => seen.shapes,
  };
  try {
    return jobView({ ...job, document: changeJob(job.document, action, shop) }, seen);
  } catch {
    return job;
  }
}

/** A job as the server said last, with what was asked of it since. */
interface Talk {
  confirmed: JobDetail | null;
  waiting: AskedAction[];
}

const talks = new Map<string, Talk>();
const talkOf = (jobId: string): Talk => {
  const talk = talks.get(jobId) ?? { confirmed: null, waiting: [] };
  talks.set(jobId, talk);
  return talk;
};

const shown = ({ confirmed, waiting }: Talk): JobDetail | null => confirmed && waiting.reduce(atOnce, confirmed);

/** Notes that something is asked for. @returns the job to be shown meanwhile; null where nothing is known of it */
export function asked(jobId: string, action: AskedAction, present: JobDetail | undefined): JobDetail | null {
  const talk = talkOf(jobId);
  if (talk.waiting.length === 0) talk.confirmed = present ?? null;
  talk.waiting.push(action);
  return shown(talk);
}

/** Notes how the server answered: with the job as it is now, or not at all. @returns the job to be shown */
export function answered(jobId: string, action: AskedAction, job: JobDetail | null): JobDetail | null {
  const talk = talkOf(jobId);
  talk.waiting = talk.waiting.filter(({ id }) => id !== action.id);
  if (job) talk.confirmed = job;
  const next = shown(talk);
  if (talk.waiting.length === 0) talks.delete(jobId);
  return next;
}
