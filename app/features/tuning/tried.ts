import type { EarlierTrialView, TrialShapeView, TuningView } from '@keen-anvil/contract';

const isScored = (shape: TrialShapeView): shape is TrialShapeView & EarlierTrialView => shape.outcome !== null;

/** Every trial that a tuning knows the outcome of, the first one first: those that it goes on from, and its own. */
export const triedIn = ({ sheets, earlier }: TuningView): EarlierTrialView[] => [
  ...earlier,
  ...sheets.flatMap(({ shapes }) => shapes).filter(isScored),
];
