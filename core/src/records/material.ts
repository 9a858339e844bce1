import type { FamilyName } from '../materials';
import type { ProcessName } from '../recipes';
import type { KerfReading } from '../toolpath';
import type { Details, TypedQuantity } from '../units';
import type { StockPieceView } from './stock-piece';

/** How wide a machine cuts a material, and how that was measured. */
export interface MaterialKerf extends KerfReading {
  machineId: string;
}

/** A material as the workshop keeps it, with its pieces. */
export interface MaterialView {
  id: string;
  version: number;
  name: string;
  family: FamilyName;
  finish: string;
  colour: string;
  thicknessMm: number;
  readingsMm: number[];
  /** Standard deviation of the readings; null where there were fewer than two. */
  spreadMm: number | null;
  smallestDetailMm: number;
  mirrored: boolean;
  facing: string;
  heatLimitC: number | null;
  supplierCard: string | null;
  priceCents: number | null;
  pricePer: 'm2' | 'piece';
  notes: string;
  details: Details;
  defaultProcess: ProcessName;
  typed: Record<string, TypedQuantity>;
  photoId: string | null;
  /** How wide what its photo shows is; null where nobody has measured it. */
  patternWidthMm: number | null;
  /** How wide machines cut it. */
  kerfs: MaterialKerf[];
  isArchived: boolean;
  pieces: StockPieceView[];
}
