import type { AskedAction, JobDetail, PartView, StepView } from '@keen-anvil/contract';
import { isOnlyPrinted } from '@keen-anvil/core/steps';
import {
  boundsArea,
  boundsMiddle,
  isInBounds,
  joinBounds,
  knownBounds,
  type Bounds,
  type CurveContour,
  type Point,
} from '@keen-anvil/core/geometry';
import { boundsOnSheet, movedPlace, thingsOn, type Place } from '@keen-anvil/core/layout';
import { processOf } from '@keen-anvil/core/recipes';
import { allParts } from './all-parts';

/** A part where it lies once. */
export interface LaidOnce {
  placementId: string;
  partId: string;
  stepId: string;
  name: string;
  contours: CurveContour[];
  bounds: Bounds;
  place: Place;
  /** It is gone over as an area, and shown filled. */
  isArea?: boolean;
  /** It is left out: it goes along with what it lies in, and is not shown. */
  isLeftOut?: true;
}

/** What is taken into the hand as one. */
export interface LaidThing {
  key: string;
  name: string;
  members: LaidOnce[];
  bounds: Bounds;
}

/** What lies on a sheet, as it is taken into the hand. @param alone of one step only, without what lies over it */
export function laidThings(job: JobDetail, sheetId: string, alone: string | null = null): LaidThing[] {
  const steps = job.steps.filter(
    (step) => (!step.isSkipped || isOnlyPrinted(step)) && (alone === null || step.id === alone),
  );
  const besides = (step: StepView, isWanted: (part: PartView) => boolean) =>
    job.otherParts.filter((part) => part.stepId === step.id && isWanted(part));
  const laid = steps.flatMap((step) =>
    // What is printed lies on the sheet as what is cut does.
    [...step.parts, ...besides(step, ({ role, print }) => role === 'guide' && print !== null)].flatMap((part) =>
      laidOnce(part, step, sheetId),
    ),
  );
  const leftOut = steps.flatMap((step) =>
    besides(step, ({ role }) => role === 'out').flatMap((part) => laidOnce(part, step, sheetId)),
  );
  return thingsOn(
    laid.map(({ partId, stepId, bounds, place }) => ({ id: partId, stepId, bounds, sheetId, place })),
  ).map(({ members, bounds }) => {
    const own = members.map((i) => laid[i]);
    const largest = own.reduce((a, b) => (boundsArea(b.bounds) > boundsArea(a.bounds) ? b : a));
    const along = leftOut.filter((part) => isInBounds(boundsMiddle(boundsOnSheet(part)), bounds));
    return {
      key: largest.placementId,
      name: largest.name,
      members: [...own, ...along.map((part) => ({ ...part, isLeftOut: true as const }))],
      bounds,
    };
  });
}

/** A part wherever it lies on a sheet. */
function laidOnce(part: PartView, step: StepView, sheetId: string): LaidOnce[] {
  const bounds = knownBounds(part.contours);
  if (!bounds) return [];
  return part.places
    .filter((place) => place.sheetId === sheetId)
    .map((place) => ({
      placementId: place.id,
      partId: part.id,
      stepId: step.id,
      name: part.name,
      contours: part.contours,
      bounds,
      isArea: processOf(step.process).path === 'rows',
      place: { x: place.x, y: place.y, angle: place.angle, turnedOver: place.turnedOver },
    }));
}

export const boxOf = (things: readonly LaidThing[]): Bounds | null =>
  things.length ? things.map(({ bounds }) => bounds).reduce(joinBounds) : null;

export const middleOf = ({ minX, minY, maxX, maxY }: Bounds): Point => ({ x: (minX + maxX) / 2, y: (minY + maxY) / 2 });

type LayAction = Omit<Extract<AskedAction, { do: 'lay-parts' }>, 'id'>;

/** How places change: to others, to nothing, or to others on another sheet. */
export interface Relaid {
  /** null: the copy is gone. */
  place: Place | null;
  /** Another sheet: one of the job's by its id. */
  sheetId?: string;
}

/** The action that lays some copies otherwise, and further ones anew; all other places of their parts stay. */
export function relayAction(
  job: JobDetail,
  changes: ReadonlyMap<string, Relaid>,
  fresh: readonly { partId: string; sheetId: string; place: Place }[] = [],
  newSheet: { stockPieceId: string; onCarrier: boolean } | null = null,
): LayAction {
  const parts = allParts(job).filter(
    ({ id, places }) => places.some((place) => changes.has(place.id)) || fresh.some(({ partId }) => partId === id),
  );
  const sheetIds: string[] = [];
  const sheetAt = (id: string): number => {
    if (!sheetIds.includes(id)) sheetIds.push(id);
    return sheetIds.indexOf(id);
  };
  const lies = parts.flatMap(({ id, places }) => [
    ...places.flatMap((before) => {
      const change = changes.get(before.id);
      if (change?.place === null) return [];
      const { x, y, angle, turnedOver } = change?.place ?? before;
      return [{ partId: id, sheet: sheetAt(change?.sheetId ?? before.sheetId), x, y, angle, turnedOver }];
    }),
    ...fresh
      .filter(({ partId }) => partId === id)
      .map(({ sheetId, place: { x, y, angle, turnedOver } }) => ({
        partId: id,
        sheet: sheetAt(sheetId),
        x,
        y,
        angle,
        turnedOver,
      })),
  ]);
  const carriers = new Map(job.steps.flatMap(({ sheets }) => sheets.map(({ id, onCarrier }) => [id, onCarrier])));
  return {
    do: 'lay-parts',
    partIds: parts.map(({ id }) => id),
    sheets: sheetIds.map((id) =>
      id === NEW_SHEET && newSheet
        ? { sheetId: null, ...newSheet }
        : { sheetId: id, stockPieceId: null, onCarrier: carriers.get(id) ?? false },
    ),
    lies,
  };
}

/** Stands for a sheet that is not there yet. */
export const NEW_SHEET = 'new sheet';

/** Things moved, and turned about the middle of them all. */
export function movedThings(things: readonly LaidThing[], by: Point, degrees = 0): Map<string, Relaid> {
  const box = boxOf(things);
  const about = box ? middleOf(box) : { x: 0, y: 0 };
  return new Map(
    things.flatMap(({ members }) =>
      members.map(({ placementId, place }) => [placementId, { place: movedPlace(place, by, degrees, about) }] as const),
    ),
  );
}
