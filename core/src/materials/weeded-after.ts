import { processOf, type ProcessName } from '../recipes';
import { familyOf, type FamilyName } from './family';

/** Whether the waste is peeled off a backing after a process: only a cut that leaves the backing whole can be weeded. */
export const isWeededAfter = (process: ProcessName, family: FamilyName): boolean =>
  processOf(process).keepsBacking && familyOf(family).isWeeded === true;
