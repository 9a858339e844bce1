import { careCard } from './care-card';
import { drawerLabels } from './drawer-labels';
import { markerPage } from './marker-page';
import { placementSheet } from './placement-sheet';
import { printPage } from './print-page';
import { quotePaper } from './quote-paper';
import { recipeCards } from './recipe-cards';
import { sheetFile } from './sheet-files';

/** All that is made to be printed or saved as a drawing. What they are given is plain: they are made on a thread of their own. */
export const PAPERS = {
  careCard,
  drawerLabels,
  markerPage,
  placementSheet,
  printPage,
  quotePaper,
  recipeCards,
  sheetFile,
};

export type Papers = typeof PAPERS;
export type PaperName = keyof Papers;
