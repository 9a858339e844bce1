import type { ArtworkView, JobAnswer, JobDetail, PartView } from '@keen-anvil/contract';
import type { Drawing, DrawingFacts, JobDocument, Making, Part, SeenDocument, Shape } from '@keen-anvil/core/jobs';

/** A job as it is drawn, without what it is drawn from. */
export type DrawnJob = Omit<JobDetail, 'document' | 'found' | 'byteCounts'>;

/** The shapes and facts of the jobs that a test answers with: the worker that evaluates them is not there. */
const shapes = new Map<string, Shape>();
const facts = new Map<string, DrawingFacts>();

/** What the worker would see of a document. */
export const seenInTest = ({ parts, drawings }: JobDocument): SeenDocument => ({
  shapes: new Map(parts.map(({ id }) => [id, shapes.get(id)!])),
  drawings: new Map(drawings.map(({ id }) => [id, facts.get(id)!])),
});

/** The answer of the server from which a job is drawn so. */
export function answerOf(job: DrawnJob): JobAnswer {
  const parts = [...job.steps.flatMap((step) => step.parts), ...job.otherParts];
  for (const { id, contours, colour, layer, script, isFilled, print, fault } of parts)
    shapes.set(id, { contours, colour, layer, script, isFilled, print, fault });
  for (const artwork of job.artworks) facts.set(artwork.id, artwork.facts);
  const { artworks, steps, otherParts: _, isOrderByHand, ...answer } = job;
  return {
    ...answer,
    document: {
      drawings: artworks.map(drawingOf),
      parts: parts.map(partOf),
      steps: steps.map(
        ({ stockPieceId: _p, onCarrier: _c, claims: _l, match: _m, parts: _q, sheets: _s, names: _n, ...step }) => step,
      ),
      sheets: steps.map(({ id, stockPieceId, onCarrier }, i) => ({
        id: `sheet of ${stockPieceId ?? id}`,
        number: i + 1,
        stockPieceId,
        size: null,
        photo: null,
        onCarrier,
      })),
      placements: parts.flatMap(({ id, stepId, places }) => {
        const step = steps.find((s) => s.id === stepId);
        return step
          ? places.map((place, i) => ({
              ...place,
              id: `place ${i} ${id}`,
              partId: id,
              sheetId: `sheet of ${step.stockPieceId ?? step.id}`,
            }))
          : [];
      }),
      isOrderByHand,
    },
    found: Object.fromEntries(
      steps.map(({ id, match, claims, pressedAt }) => [
        id,
        { match, claims, pressedAt, names: { material: null, isFoil: false, tool: null, machine: null } },
      ]),
    ),
    byteCounts: Object.fromEntries(artworks.map(({ id, byteCount }) => [id, byteCount])),
  };
}

/** A whole job from what is drawn of it. */
export const wholeJob = (job: DrawnJob): JobDetail => ({ ...job, ...answerOf(job) });

const drawingOf = ({ byteCount: _, facts: _facts, decided: _decided, ...drawing }: ArtworkView): Drawing => drawing;

const partOf = ({ id, name, role, stepId, artworkId, pieces, outline, bridges }: PartView): Part => {
  const drawn: Making = {
    op: 'drawn',
    drawingId: artworkId,
    contours: Array.from({ length: pieces }, (_, i) => ['0', i] as const),
  };
  const making: Making = outline
    ? { op: 'outline', of: [outline.ofPartId], distanceMm: outline.mm }
    : bridges.length
      ? { op: 'bridges', of: [`under ${id}`], bridges }
      : drawn;
  return { id, name, role, stepId, making };
};
