import { composeAffine, flatten, regionOfRings, transformContour, type Affine } from '@keen-anvil/core/geometry';
import { planeAt, type PartOnSheet } from '@keen-anvil/core/layout';
import {
  burntDarkness,
  dotDarkness,
  greyOf,
  pictureRows,
  tonesOn,
  USUAL_PICTURE,
  type PictureWish,
} from '@keen-anvil/core/raster';
import type { Settings } from '@keen-anvil/core/recipes';
import { toneCurve, type TonePatch } from '@keen-anvil/core/tuning';
import { expose } from 'comlink';

/** A picture as it will come out, to be looked at. */
export interface EngravedPicture {
  blob: Blob;
  /** Whether it is known how dark each power burns. */
  hasLadder: boolean;
}

interface PreviewTask {
  pixels: { width: number; height: number; data: Uint8ClampedArray };
  part: Pick<PartOnSheet, 'contours' | 'place'> & { picture: NonNullable<PartOnSheet['picture']> };
  wish: PictureWish | null;
  settings: Settings;
  patches: readonly TonePatch[] | null;
  /** Of a ladder of the very dots it is made of. */
  dots: readonly TonePatch[] | null;
  /** Of the material, `#rrggbb`. */
  colour: string;
}

const USUAL_INTERVAL_MM = 0.1;
const TOLERANCE_MM = 0.05;
/** What is burnt as dark as can be: a brown that is nearly black. */
const BURNT = [38, 22, 12];

const worker = {
  async preview({ pixels, part, wish, settings, patches, dots, colour }: PreviewTask): Promise<EngravedPicture> {
    const { picture, contours, place } = part;
    const ownMm: Affine = [picture.widthMm / pixels.width, 0, 0, picture.heightMm / pixels.height, 0, 0];
    const plane = planeAt(place);
    const clip = regionOfRings(
      contours
        .filter(({ closed }) => closed)
        .map((contour) => flatten(transformContour(contour, plane), TOLERANCE_MM).points),
    );
    const looks = wish ?? USUAL_PICTURE;
    const onto = composeAffine(composeAffine(ownMm, picture.matrix), plane);
    const grid = tonesOn({ grey: greyOf(pixels), onto, clip, wish: looks }, settings.interval ?? USUAL_INTERVAL_MM);
    const isDots = looks.way !== 'by power';
    const use = {
      curve: patches ? toneCurve(patches) : null,
      dots: isDots && dots ? toneCurve(dots) : null,
      power: settings.power ?? 1,
    };
    const { columns, rows, pitchMm } = grid;
    const image = new ImageData(Math.max(1, columns), Math.max(1, rows));
    const bare = [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16));
    const tone = new Float32Array(grid.dark);
    for (let i = 0; i < columns * rows; i++) image.data.set([...bare, 255], i * 4);
    for (const { y, stretches } of pictureRows(grid, looks.way, use)) {
      const row = Math.round((y - grid.y) / pitchMm);
      for (let k = 0; k < stretches.length; k += 3) {
        const [from, to] = [stretches[k], stretches[k + 1]].map((x) => Math.round((x - grid.x) / pitchMm + 0.5));
        for (let column = from; column < to; column++) {
          const i = row * columns + column;
          const dark = isDots ? dotDarkness(tone[i], use) : burntDarkness(stretches[k + 2], use);
          image.data.set([...bare.map((value, c) => value + (BURNT[c] - value) * dark), 255], i * 4);
        }
      }
    }
    const canvas = new OffscreenCanvas(image.width, image.height);
    canvas.getContext('2d')!.putImageData(image, 0, 0);
    return { blob: await canvas.convertToBlob({ type: 'image/png' }), hasLadder: (isDots ? dots : patches) !== null };
  },
};
export type PreviewWorker = typeof worker;

expose(worker);
