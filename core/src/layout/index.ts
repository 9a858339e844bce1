export { placeParts, planeOnSheet, SHEET_TOLERANCE_MM, type PartOnSheet, type PlacedPart } from './place-parts';
export { firstPlace } from './first-place';
export { freePlaces, type FreePlaceRequest } from './free-places';
