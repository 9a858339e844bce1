import type { ToneLadderView } from '@keen-anvil/contract';
import type { StepWork } from '@keen-anvil/core/steps';
import type { EngravedPicture, PreviewWorker } from '../../workers/preview.worker';
import { COVER } from '@keen-anvil/core/raster';
import { askWorker } from '../api/ask-worker';
import type { Pixels } from '../api/read-pixels';

interface PreviewWish {
  pixels: Pixels;
  part: StepWork['laid'][number];
  step: StepWork;
  /** Those that were scored, of whichever way. */
  ladders: readonly (ToneLadderView | null)[];
  colour: string;
}

/** A picture as it will come out, worked out by a worker of its own; a signal ends it. */
export const previewPicture = (
  { pixels, part, step, ladders, colour }: PreviewWish,
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
        patches: ladders.find((ladder) => ladder?.quantity === 'power')?.patches ?? null,
        dots: ladders.find((ladder) => ladder?.quantity === COVER)?.patches ?? null,
        colour,
      }),
    signal,
    'The picture could not be worked out on this device.',
  );
