import { composeAffine, regionOfRings, type Affine } from '../geometry';
import { planeAt, type PartOnSheet, type PlacedPart } from '../layout';
import {
  pictureRows,
  tonesOn,
  USUAL_PICTURE,
  type GreyPicture,
  type PictureRow,
  type PictureWish,
  type ToneUse,
} from '../raster';
import type { Stroke } from '../toolpath';

/** The pictures that a step engraves, and how. */
export interface PicturesOfStep {
  /** Their light, by the drawings that they are of. */
  grey: Readonly<Record<string, GreyPicture>>;
  wish?: PictureWish | null;
  use: ToneUse;
}

interface PictureStrokesWish extends PicturesOfStep {
  parts: readonly PartOnSheet[];
  placed: readonly PlacedPart[];
  correction?: Affine;
  pitchMm: number;
  /** Every row from the left. */
  oneWay: boolean;
  /** Stretches of a row nearer together than this are one way, mm. */
  nearMm: number;
}

/** Whether a part shows a picture whose light is here. */
export const isPictured = (
  { picture }: Pick<PartOnSheet, 'picture'>,
  { grey }: Pick<PicturesOfStep, 'grey'>,
): boolean => picture !== null && picture !== undefined && grey[picture.drawingId] !== undefined;

/** Rows of the pictures that parts show, each cropped to its part where it lies. */
export function pictureStrokes(wish: PictureStrokesWish): Stroke[] {
  const { parts, placed, correction, grey, pitchMm, use, oneWay, nearMm } = wish;
  const looks = wish.wish ?? USUAL_PICTURE;
  let turn = 0;
  return parts.flatMap((part, i) => {
    const { picture } = part;
    if (!picture || !isPictured(part, wish)) return [];
    const light = grey[picture.drawingId];
    const ownMm: Affine = [picture.widthMm / light.width, 0, 0, picture.heightMm / light.height, 0, 0];
    const onSheet = composeAffine(composeAffine(ownMm, picture.matrix), planeAt(part.place));
    const onto = correction ? composeAffine(onSheet, correction) : onSheet;
    const lying = placed.find(({ id, place }) => id === part.id && place === part.place) ?? placed[i];
    const clip = regionOfRings(lying.contours.filter(({ closed }) => closed).map(({ points }) => points));
    const grid = tonesOn({ grey: light, onto, clip, wish: looks }, pitchMm);
    const strokes: Stroke[] = [];
    for (const row of pictureRows(grid, looks.way, use)) {
      strokes.push(...rowStrokes(row, !oneWay && turn % 2 === 1, nearMm));
      turn += 1;
    }
    return strokes;
  });
}

/** A row as ways of the head: from the left or from the right, with the power of each stretch; long bare ones are left out. */
export function rowStrokes({ y, stretches }: PictureRow, isBack: boolean, nearMm: number): Stroke[] {
  const strokes: (Stroke & { power: number[] })[] = [];
  const count = stretches.length / 3;
  let open: (Stroke & { power: number[] }) | null = null;
  for (let k = 0; k < count; k++) {
    const i = (isBack ? count - 1 - k : k) * 3;
    const [from, to] = isBack ? [stretches[i + 1], stretches[i]] : [stretches[i], stretches[i + 1]];
    const last = open?.points[open.points.length - 1];
    const gap: number = last ? Math.abs(from - last.x) : Infinity;
    if (!open || gap > nearMm) strokes.push((open = { points: [{ x: from, y }], power: [] }));
    else if (gap > 1e-6) {
      open.points.push({ x: from, y });
      open.power.push(0);
    }
    open.points.push({ x: to, y });
    open.power.push(stretches[i + 2]);
  }
  return strokes;
}
