import { familyOf, type FamilyName } from './family';

/** Whether a material is worked reversed: where that was written down, and always where it goes on with its back up. */
export const isWorkedReversed = ({ family, mirrored }: { family: FamilyName; mirrored: boolean }): boolean =>
  mirrored || familyOf(family).isMirrored;
