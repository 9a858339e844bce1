import type { ToneLadderView } from '@keen-anvil/contract';
import type { StepWork } from '@keen-anvil/contract/work';
import { wrap } from 'comlink';
import type { EngravedPicture, PreviewWorker } from '../../workers/preview.worker';
import type { Pixels } from '../api/read-pixels';

interface PreviewWish {
  pixels: Pixels;
  part: StepWork['laid'][number];
  step: StepWork;
  ladder: ToneLadderView | null;
  colour: string;
}

/** A picture as it will come out, worked out by a worker of its own; a signal ends it. */
export async function previewPicture(
  { pixels, part, step, ladder, colour }: PreviewWish,
  signal: AbortSignal,
): Promise<EngravedPicture> {
  const worker = new Worker(new URL('../../workers/preview.worker', window.location.href));
  const ended = new Promise<never>((_, reject) => {
    signal.addEventListener('abort', () => reject(new DOMException('It is not asked for any more.', 'AbortError')));
    worker.addEventListener('error', () => reject(new Error('The picture could not be worked out on this device.')));
  });
  try {
    const { contours, place, picture } = part;
    return await Promise.race([
      wrap<PreviewWorker>(worker).preview({
        pixels,
        part: { contours, place, picture: picture! },
        wish: step.cut?.picture ?? null,
        settings: step.match.settings ?? {},
        patches: ladder?.quantity === 'power' ? ladder.patches : null,
        colour,
      }),
      ended,
    ]);
  } finally {
    worker.terminate();
  }
}
