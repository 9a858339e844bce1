export { cornersOf, KNOWN_SIZES, TapsRefusedError, trueSize, type TappedPlace, type TrueSize } from './true-size';
export { MOST_PIXELS, straightened, type Straightened } from './straightened';
export { pieceOutline } from './piece-outline';
export { MARKER_PAGE, markerDots, type MarkerDots } from './marker-page';
export { findMarkerPage } from './find-marker-page';
