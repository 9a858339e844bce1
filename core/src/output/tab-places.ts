import { invertAffine, type Point } from '../geometry';
import { placeParts, planeAt, type PartOnSheet } from '../layout';
import { brought } from '../registration';
import { tabNear } from '../toolpath';
import { linesWithTabs, type TabPlace, type TabsOfStep } from './outlines';

/** A tab as it lies on the sheet. */
export interface TabOnSheet {
  at: Point;
  /** The chosen place that it stands for; null where it is proposed. */
  place: TabPlace | null;
}

/**
 * Where a step's lines are left standing on its sheet, as they are in its machine file. A chosen place that no line is near any more,
 * or that would run into another, is shown where it was put.
 */
export function tabsOnSheet(parts: readonly PartOnSheet[], tabs: TabsOfStep, kerfMm = 0): TabOnSheet[] {
  const placed = placeParts(parts);
  const onto = (part: Pick<PartOnSheet, 'place'>) => planeAt(part.place);
  const standing = linesWithTabs(placed, { kerfMm, tabs, onto }).flatMap((line) => line.tabs);
  const missed = placed.flatMap((part) =>
    (tabs.places ?? [])
      .filter((place) => place.partId === part.id && !standing.some((tab) => tab.place === place))
      .map((place) => ({ at: brought(onto(part), place), place })),
  );
  return [...standing.map(({ at, place }) => ({ at, place })), ...missed];
}

/**
 * The place for a tab that is meant by a tap on the sheet: on the nearest line within reach, in the plane of the job; null where no
 * line is near, or a corner is.
 */
export function tabPlaceAt(
  parts: readonly PartOnSheet[],
  at: Point,
  { reachMm, widthMm }: { reachMm: number; widthMm: number },
): TabPlace | null {
  let best: { offMm: number; place: TabPlace } | null = null;
  for (const part of placeParts(parts)) {
    const { minX, minY, maxX, maxY } = part.bounds;
    if (at.x < minX - reachMm || at.x > maxX + reachMm || at.y < minY - reachMm || at.y > maxY + reachMm) continue;
    for (const outline of part.contours) {
      const tab = tabNear(outline, at, widthMm);
      if (!tab || tab.offMm > reachMm || (best && tab.offMm >= best.offMm)) continue;
      const { x, y } = brought(invertAffine(planeAt(part.place)), tab.at);
      best = { offMm: tab.offMm, place: { partId: part.id, x, y } };
    }
  }
  return best?.place ?? null;
}
