import type { ToneLadderView } from '@keen-anvil/contract';
import type { StepWork } from '@keen-anvil/contract/work';
import type { EngravedPicture, PreviewWorker } from '../../workers/preview.worker';
import { askWorker } from '../api/ask-worker';
import type { Pixels } from '../api/read-pixels';

interface PreviewWish {
  pixels: Pixels;
  part: StepWork['laid'][number];
  step: StepWork;
  ladder: ToneLadderView | null;
  colour: string;
}

/** A picture as it will come out, worked out by a worker of its own; a signal ends it. */
export const previewPicture = (
  { pixels, part, step, ladder, colour }: PreviewWish,
  signal: AbortSignal,
): Promise<EngravedPicture> =>
  askWorker<PreviewWorker, EngravedPicture>(
    new Worker(new URL('../../workers/preview.worker', window.location.href)),
    (remote) =>
      remote.preview({
        pixels,
        part: { contours: part.contours, place: part.place, picture: part.picture! },
        wish: step.cut?.picture ?? null,
        settings: step.match.settings ?? {},
        patches: ladder?.quantity === 'power' ? ladder.patches : null,
        colour,
      }),
    signal,
    'The picture could not be worked out on this device.',
  );
