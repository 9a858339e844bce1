import { familyOf, isWorkedReversed } from '../materials';
import { processOf } from '../recipes';
import type { Finding } from './finding';
import type { CheckedStep } from './step-input';

/** Whether the step lies as its material must be cut: from the face, or reversed from the back. */
export function checkMirror({ material, mirrored, process, isFromBack }: CheckedStep): Finding[] {
  // Pressed with its face up, whichever side it is cut from.
  const { path, liesFaceDown } = processOf(process);
  const { isMirrored, goesOnByHeat } = familyOf(material.family);
  // What goes on by heat is pressed with its back up, whatever was written down of it.
  const isReversed = isWorkedReversed(material);
  const wanted = (isReversed || isFromBack === true) && (path !== 'none' || liesFaceDown === true);
  if (wanted === mirrored) return [];
  // What is turned about under the press by hand alone reads the way it was cut.
  if (isReversed && !wanted) return [];
  return [
    wanted
      ? {
          code: 'mirror-missing',
          severity: 'stop',
          message: isFromBack
            ? 'This step is done from the back, but does not read reversed.'
            : liesFaceDown || (isMirrored && !goesOnByHeat)
              ? `${material.name} lies face down on what it is pressed onto, but its print does not read reversed.`
              : `${material.name} is cut from its back, but this step does not read reversed.`,
          mend: 'Turn “reads reversed” on for this step.',
          places: [],
          fix: { kind: 'mirror', mirrored: true, label: 'Let it read reversed' },
        }
      : {
          code: 'mirror-unneeded',
          severity: 'warn',
          message: `${material.name} is worked from its face, but this step reads reversed.`,
          mend: 'Turn “reads reversed” off, unless it is to be seen from behind.',
          places: [],
          fix: { kind: 'mirror', mirrored: false, label: 'Let it read straight' },
        },
  ];
}
