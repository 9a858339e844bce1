import type { Affine } from '../geometry';
import type { PlacedPart } from '../layout';
import { brought } from '../registration';
import { proposedTabs, tabNear, withKerf, withTabs, type Outline, type TabWish } from '../toolpath';

/** Tabs of a step: so many round each outline, or where the maker put them. */
export interface TabsOfStep extends TabWish {
  /** In the plane of the job: a part with places of its own has tabs there and nowhere else. */
  places?: readonly { partId: string; x: number; y: number }[];
}

/** A chosen place is on the outline that it is this near to, in mm; the beam's width moves the line itself. */
const NEAR_MM = 3;

export interface OutlineWish {
  kerfMm: number;
  tabs: TabsOfStep | null;
  /** How the plane of the job comes to lie on the sheet for the part. */
  onto: Affine;
}

/** The lines of a part that lies on a sheet, as a tool is to follow them: made up for the beam's width, with tabs left standing. */
export function outlinesOf({ id, contours }: PlacedPart, { kerfMm, tabs, onto }: OutlineWish): Outline[] {
  const outlines = withKerf(contours, kerfMm);
  if (!tabs) return outlines;
  const own = (tabs.places ?? []).filter(({ partId }) => partId === id).map((place) => brought(onto, place));
  return outlines.map((outline) => {
    const chosen = own.flatMap((place) => {
      const tab = tabNear(outline, place, tabs.widthMm);
      return tab && tab.offMm <= NEAR_MM ? [tab] : [];
    });
    return withTabs(outline, own.length > 0 ? chosen : proposedTabs(outline, tabs), tabs.widthMm);
  });
}
