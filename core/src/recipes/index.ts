export { OUTCOMES, type Outcome } from './outcome';
export { QUANTITIES, quantityOf, sayQuantity, type Quantity, type QuantityName } from './quantity';
export {
  cutsToBacking,
  freesPieces,
  givesPrint,
  PROCESSES,
  PROCESS_NAMES,
  processOf,
  type DoseTerm,
  type Process,
  type ProcessName,
} from './process';
export {
  dialOrder,
  quantitiesFor,
  sameSettings,
  scaleOf,
  settingProblems,
  type SettingProblem,
  type Settings,
} from './settings';
export { canBeDone } from './can-be-done';
export { engraveOrCut } from './engrave-or-cut';
export { heatRate } from './heat-rate';
export { dialInDose, doseTerms, logDose, type LogDose } from './dose';
export { nudged, nudgeProblems, sayChanges, type Changes } from './nudge';
export { strongerPass } from './stronger-pass';
export { bearsOn, type Happened } from './bears-on';
export { differences, sayDifference, type SettingDifference } from './difference';
export { revisionTurns, type TurnedRevision } from './revision-turns';
export {
  hasGoneBad,
  SOURCES,
  temperOf,
  TEMPERS,
  type Evidence,
  type Source,
  type Temper,
  type TemperTally,
  type TemperVerdict,
} from './temper';
export { findRecipe, type RecipeKey } from './matching';
export { variantFor } from './variant';
export {
  sayOffBy,
  suggestRecipe,
  type KnownRecipe,
  type Leaning,
  type RecipePlace,
  type SuggestAnswer,
  type Suggestion,
} from './suggest';
export { wearHint, type WearEvent, type WearHint } from './wear-hint';
export {
  liesOverStencil,
  orderSteps,
  turnsOf,
  wrongOrder,
  type Hold,
  type OrderedStep,
  type StepTurn,
} from './step-order';
export { readSearch, searchWords, wordsIn, type RecipeTexts, type SearchTerm, type WordWeight } from './search-words';
export { recipeProblem, typedProblem } from './recipe-problem';
export { sayTemper, sayWrong } from './say-temper';
export { sayHold, type HoldNames } from './say-hold';
