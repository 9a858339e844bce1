export { ArtworkRefusedError, type ArtworkPart, type ArtworkReading, type ReadingNotice } from './reading';
export { readSvg } from './svg/read-svg';
export { readDxf } from './dxf/read-dxf';
export { artworkBounds } from './artwork-bounds';
