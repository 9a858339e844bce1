export { distance, type Point } from './point';
export { boundsOf, holds, joinBounds, type Bounds } from './bounds';
export { composeAffine, IDENTITY } from './affine';
export { contourBounds, flatten, transformContour, type Affine, type CurveContour, type Polyline, type Segment } from './curve';
export { isInside, polylineLength, signedArea } from './polygon';
export { nestRings, type Nesting } from './nesting';
export { difference, normalise, offset, regionArea, union, type Region } from './clip';
export { thinPlaces, type ThinPlace } from './thin-places';
export { homography, type Homography } from './homography';
