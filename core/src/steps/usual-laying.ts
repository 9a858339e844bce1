import type { Turns } from '../layout';
import { machineKindOf } from '../machines';
import { familyOf, type FamilyName } from '../materials';
import { freesPieces, processOf, type ProcessName } from '../recipes';
import type { Details } from '../units';

/** What of a material decides how close parts lie on it, and which way they may be turned. */
interface LaidMaterial {
  family: FamilyName;
  thicknessMm: number;
  details: Details;
  /** Of its pattern; null where it is plain. */
  photoId: string | null;
}

/** Whether pieces are cut out by a beam. */
const cutsByBeam = (process: ProcessName): boolean =>
  freesPieces(process) && processOf(process).machineKinds.every((kind) => machineKindOf(kind).does === 'beam');

/** What a beam or a blade takes away to each side, and what soft stuff gives: so much is kept between parts at first, in mm. */
export function usualGap(
  { family, thicknessMm }: Pick<LaidMaterial, 'family' | 'thicknessMm'>,
  processes: readonly ProcessName[],
): number {
  if (processes.some(cutsByBeam)) return thicknessMm >= 2.5 ? 2 : 1.5;
  return familyOf(family).isSupple ? 3 : 2;
}

/** Which way parts of a material may be turned: along its grain, as its pattern stands, or any way. */
export function usualTurns({ details, photoId, family }: Pick<LaidMaterial, 'details' | 'photoId' | 'family'>): Turns {
  const { grain } = details;
  if (grain === 'length' || grain === 'width') return 'half';
  if (photoId !== null || familyOf(family).isWoven) return 'none';
  return 'free';
}

/** Of the edge of a piece so much is left at first, mm. */
export const USUAL_EDGE_MM = 5;
