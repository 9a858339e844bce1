export { planeOf, type ArtworkPlace } from './artwork-place';
export { largestFirst, outermostFirst } from './pieces';
export { bridged, bridgeInDrawing, outlineAt, toPlane, type Bridge } from './made-parts';
export { matchParts, type KnownPart } from './match-parts';
export { strayLabels, type StrayCandidate } from './stray-labels';
export { fitScale, KNOWN_SIZES, type KnownSize } from './sizes';
