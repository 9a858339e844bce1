/** How shades are made: dots that are on or off, spread in one of four ways, or a beam that is stronger where it is darker. */
export const PICTURE_WAYS = ['spread', 'spread wide', 'woven', 'halftone', 'by power'] as const;
export type PictureWay = (typeof PICTURE_WAYS)[number];

/** What the patches of a ladder of dots differ in: how much of each is covered, in %. No dial of a machine. */
export const COVER = 'cover';

/** How a picture is engraved. */
export interface PictureWish {
  way: PictureWay;
  /** 1 leaves it as it is; more makes dark darker and light lighter. */
  contrast: number;
  /** What is dark in the picture stays light. */
  isInverted: boolean;
}

export const USUAL_PICTURE: PictureWish = { way: 'spread', contrast: 1, isInverted: false };
