import type { Affine } from '../geometry';
import type { PlacedPart } from '../layout';
import { brought } from '../registration';
import {
  proposedTabs,
  tabNear,
  tabsApart,
  withKerf,
  withTabs,
  type Outline,
  type Tab,
  type TabWish,
} from '../toolpath';

/** Tabs of a step: so many round each outline, or where the maker put them. */
export interface TabsOfStep extends TabWish {
  /** In the plane of the job: a part with places of its own has tabs there and nowhere else. */
  places?: readonly TabPlace[];
}

/** A chosen place for a tab, in the plane of the job. */
export interface TabPlace {
  partId: string;
  x: number;
  y: number;
}

/** A tab on its outline; with the chosen place that it stands for, where it was not proposed. */
export type TabOfOutline = Tab & { place: TabPlace | null };

/** A chosen place is on the outline that it is this near to, in mm; the beam's width moves the line itself. */
const NEAR_MM = 3;

export interface OutlineWish {
  kerfMm: number;
  tabs: TabsOfStep | null;
  /** How the plane of the job comes to lie on the sheet for a part. */
  onto: (part: PlacedPart) => Affine;
}

/** A line of a step with its tabs, before these are taken out of it. */
export interface LineWithTabs {
  partId: string;
  outline: Outline;
  tabs: TabOfOutline[];
}

/**
 * The lines of all parts of one step on its sheet, as a tool is to follow them: made up for the beam's width, with the places where
 * they are left standing. What stands between two ends of a cut is as wide as asked for: the beam takes half its width at either end.
 */
export function linesWithTabs(placed: readonly PlacedPart[], { kerfMm, tabs, onto }: OutlineWish): LineWithTabs[] {
  const moved = withKerf(
    placed.flatMap(({ contours }) => contours),
    kerfMm,
  );
  let next = 0;
  return placed.flatMap((part) => {
    const outlines = moved.slice(next, (next += part.contours.length)).flat();
    if (!tabs) return outlines.map((outline) => ({ partId: part.id, outline, tabs: [] }));
    const widthMm = tabs.widthMm + kerfMm;
    const own = (tabs.places ?? []).filter(({ partId }) => partId === part.id);
    return outlines.map((outline) => ({
      partId: part.id,
      outline,
      tabs:
        own.length > 0
          ? chosenTabs(outline, own, onto(part), widthMm)
          : proposedTabs(outline, { ...tabs, widthMm }).map((tab) => ({ ...tab, place: null })),
    }));
  });
}

function chosenTabs(outline: Outline, own: readonly TabPlace[], onto: Affine, widthMm: number): TabOfOutline[] {
  const near = own.flatMap((place) => {
    const tab = tabNear(outline, brought(onto, place), widthMm);
    return tab && tab.offMm <= NEAR_MM ? [{ alongMm: tab.alongMm, at: tab.at, place }] : [];
  });
  return near.length > 1 ? tabsApart(near, outline, widthMm) : near;
}

/**
 * The lines of a step's parts that lie on a sheet, as a tool is to follow them, with what its tabs leave standing.
 * @param only the parts that are gone over, where not all are: what the others are still says what is a hole
 */
export const outlinesOf = (
  placed: readonly PlacedPart[],
  wish: OutlineWish,
  only: readonly string[] | null = null,
): Outline[] =>
  linesWithTabs(placed, wish)
    .filter(({ partId }) => only === null || only.includes(partId))
    .map(({ outline, tabs }) => withTabs(outline, tabs, (wish.tabs?.widthMm ?? 0) + wish.kerfMm));
