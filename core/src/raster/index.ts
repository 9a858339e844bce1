export { greyOf, type GreyPicture } from './grey-picture';
export { tonesOn, type PictureOnSheet, type ToneGrid } from './tones-on-sheet';
export { dithered } from './dither';
export { burntCover, evenDotRows, type DotWay } from './even-dots';
export { COVER, PICTURE_WAYS, USUAL_PICTURE, type PictureWay, type PictureWish } from './picture-wish';
export { burntDarkness, dotDarkness, pictureRows, powerOf, type PictureRow, type ToneUse } from './picture-rows';
