import { invertAffine, type Point } from '../geometry';
import { placeParts, planeAt, type PartOnSheet } from '../layout';
import { brought } from '../registration';
import { proposedTabs, tabNear, withKerf } from '../toolpath';
import type { TabsOfStep } from './outlines';

/** A chosen place for a tab, in the plane of the job. */
export type TabPlace = NonNullable<TabsOfStep['places']>[number];

/** A tab as it lies on the sheet. */
export interface TabOnSheet {
  at: Point;
  /** The chosen place that it stands for; null where it is proposed. */
  place: TabPlace | null;
}

/** Where a step's lines are left standing on its sheet. */
export function tabsOnSheet(parts: readonly PartOnSheet[], tabs: TabsOfStep): TabOnSheet[] {
  return placeParts(parts).flatMap((part): TabOnSheet[] => {
    const onto = planeAt(part.place);
    const own = (tabs.places ?? []).filter(({ partId }) => partId === part.id);
    if (own.length > 0) return own.map((place) => ({ at: brought(onto, place), place }));
    return withKerf(part.contours, 0).flatMap((outline) =>
      proposedTabs(outline, tabs).map(({ at }) => ({ at, place: null })),
    );
  });
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
