export { OUTCOMES, type Outcome } from './outcome';
export {
  PROCESSES,
  PROCESS_NAMES,
  processOf,
  QUANTITIES,
  TOOL_KINDS,
  type Process,
  type ProcessName,
  type QuantityName,
  type ToolKind,
} from './process';
export { quantitiesFor, sameSettings, scaleOf, settingProblems, type SettingProblem, type Settings } from './settings';
export { SOURCES, temperOf, TEMPERS, type Evidence, type Source, type Temper, type TemperVerdict } from './temper';
export { carrySettings, findRecipe, nearestRecipe, type KnownRecipe, type NearestRecipe, type RecipeKey, type RecipePlace } from './matching';
export { holdBetween, orderSteps, type HoldReason } from './step-order';
