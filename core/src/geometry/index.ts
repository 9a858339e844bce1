export { distance, type Point } from './point';
export {
  boundsArea,
  boundsMiddle,
  boundsOf,
  commonBounds,
  holds,
  isInBounds,
  joinBounds,
  overlap,
  type Bounds,
} from './bounds';
export { affineOf, composeAffine, IDENTITY, invertAffine } from './affine';
export {
  contourBounds,
  flatten,
  transformContour,
  type Affine,
  type CurveContour,
  type Polyline,
  type Segment,
} from './curve';
export { isInside, polylineLength, signedArea } from './polygon';
export { nestRings, type Nesting } from './nesting';
export { linesWithin } from './clipping-library';
export { CORNERS, either, joined, intersection, symmetricDifference, type Corners } from './clip';
export { difference, normalise, offset, regionArea, union, type Region } from './clip';
export { thinPlaces, type ThinPlace } from './thin-places';
export { homography, type Homography } from './homography';
export { isThinnerSomewhere } from './near-sides';
export { clipToWindow, resolveFill, type FillRule, type ResolvedFill } from './resolve-fill';
export { ringMeetings } from './ring-meetings';
export { regionOfRings } from './part-region';
export { edgesOf, rawRegionOf, regionOf, withoutHoles } from './region-lines';
export { pointOnSegment } from './split-segment';
export { arcSegments, bulgeSegments, onEllipse, type Ellipse } from './arcs';
export { knownBounds } from './known-bounds';
