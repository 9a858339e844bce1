export { boundsOnSheet, movedAlong, shareSheet, type OnPiece, type PartOnPiece } from './share-sheet';
export { planeAt, straightAt, type Place } from './place';
export { placeParts, SHEET_TOLERANCE_MM, type PartOnSheet, type PlacedPart } from './place-parts';
export { firstPlace } from './first-place';
export { freePlaces, type FreePlaceRequest } from './free-places';
