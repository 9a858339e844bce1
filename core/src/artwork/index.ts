export { ArtworkRefusedError, type ArtworkPart, type ArtworkReading, type ReadingNotice } from './reading';
export { readSvg } from './svg/read-svg';
export { artworkBounds } from './artwork-bounds';
