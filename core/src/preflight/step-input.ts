import type { Bounds } from '../geometry';
import type { PlacedPart } from '../layout';

/** What the checks look at: one step as it lies on its sheet. */
export interface CheckedStep {
  placed: PlacedPart[];
  sheet: { name: string; widthMm: number; lengthMm: number };
  /** What of the sheet the machine reaches; null where nothing is left of it. */
  cuttable: Bounds | null;
  machineName: string;
  material: { name: string; smallestDetailMm: number; mirrored: boolean };
  /** Whether the step is laid reversed. */
  mirrored: boolean;
}
