export { cornersOf, KNOWN_SIZES, TapsRefusedError, trueSize, type TappedPlace, type TrueSize } from './true-size';
export { MOST_PIXELS, straightened, type Straightened } from './straightened';
export { pieceOutline } from './piece-outline';
