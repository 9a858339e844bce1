import type { ReadingPreview } from '@keen-anvil/contract';
import type { ReadingNotice } from '@keen-anvil/core/artwork';
import type { Bounds } from '@keen-anvil/core/geometry';
import { keyed, type KeyedReading } from '@keen-anvil/core/jobs';
import { readArtwork, type ReadTask } from './read-artwork';

/** A reading that is to be kept under a number, with the one before it, whose keys it goes on with; or only looked at. */
export type DrawingTask = ReadTask & { keepAs: { number: number; before: string | null } | null };

export type DrawingAnswer =
  | { is: 'refused'; message: string; field: string | null }
  | { is: 'empty'; notices: ReadingNotice[] }
  | { is: 'preview'; preview: ReadingPreview }
  | { is: 'reading'; text: string; drawn: Bounds };

/** Reads a drawing to be kept, as text that nobody has to take apart on the way, or to be looked at. Runs in a worker thread. */
export async function readDrawing({ keepAs, ...task }: DrawingTask): Promise<DrawingAnswer> {
  const answer = await readArtwork(task);
  if (answer.refusal !== null) return { is: 'refused', message: answer.refusal, field: answer.field };
  const { reading, drawn } = answer;
  if (!drawn || reading.parts.length === 0) return { is: 'empty', notices: reading.notices };
  if (!keepAs) {
    const { widthMm, heightMm, parts, notices, asks } = reading;
    return {
      is: 'preview',
      preview: {
        widthMm,
        heightMm,
        notices,
        asks: asks ?? null,
        parts: parts.map(({ name, colour, contours }) => ({ name, colour, contours })),
      },
    };
  }
  const before = keepAs.before === null ? null : (JSON.parse(keepAs.before) as KeyedReading);
  return { is: 'reading', text: JSON.stringify(keyed(reading, keepAs.number, before)), drawn };
}
