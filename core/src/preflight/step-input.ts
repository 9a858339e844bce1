import type { Bounds, Point } from '../geometry';
import type { PlacedPart } from '../layout';
import type { Machine } from '../machines';
import type { FamilyName } from '../materials';
import type { ProcessName, Settings, TemperVerdict } from '../recipes';
import type { ToolKind } from '../tools';

/** What the checks look at: one step as it lies on its sheet. */
export interface CheckedStep {
  placed: PlacedPart[];
  /** With its outline, where that is no rectangle. */
  sheet: {
    name: string;
    widthMm: number;
    lengthMm: number;
    outline?: readonly Point[] | null;
    holes?: readonly (readonly Point[])[];
  };
  /** It lies on a carrier sheet. */
  onCarrier?: boolean;
  /** The outlines of the blanks that guides show on the sheet. */
  guides?: readonly (readonly Point[])[];
  /** What of it is printed on its sheet as a page with marks, each print with its bleed. */
  printed?: readonly Bounds[];
  /** It makes marks to turn the sheet by: small holes, whose waste may fall. */
  isOfMarks?: boolean;
  /** What of the sheet the machine reaches; null where nothing is left of it. */
  cuttable: Bounds | null;
  machine: Machine;
  process: ProcessName;
  /** What is dialled in; null while there is no recipe. */
  settings: Settings | null;
  /** How proven the recipe is. */
  temper: TemperVerdict | null;
  tool: { name: string; kind: ToolKind; wear: number; life: number | null };
  holder: number;
  material: {
    name: string;
    family: FamilyName;
    smallestDetailMm: number;
    mirrored: boolean;
    inStock: number;
    heatLimitC?: number | null;
  };
  /** How wide the machine's beam cuts this material, mm; null where that was never measured, left out where no beam cuts. */
  kerfMm?: number | null;
  /** What it is pressed onto; null where nobody has said. */
  ground?: {
    name: string;
    family: FamilyName;
    heatLimitC: number | null;
    /** Of a cloth, in %; null where it is not known. */
    polyesterShare: number | null;
    takesInk: boolean;
  } | null;
  /** Whether the step is laid reversed. */
  mirrored: boolean;
  /** It is done from the back, whatever its material is like. */
  isFromBack?: boolean;
  /** For letters of a joined script, the word they should hang together in, by part. */
  scripts: Readonly<Record<string, string>>;
}
