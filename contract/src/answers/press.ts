import type { AtOdds, FoundPlan, HeatWindow, PlanPhase, PlatePlace } from '@keen-anvil/core/press';
import type { PreparationLine } from '@keen-anvil/core/preparation';
import type { PlateReading } from '@keen-anvil/core/standins';
import type { PressTimer } from '@keen-anvil/core/timers';
import type { Outcome, ProcessName, Temper } from '@keen-anvil/core/recipes';
import type { StepRecipe } from '@keen-anvil/core/steps';

/** A film or print that is pressed in a job, from the cloth up. */
export interface PressLayerView {
  /** Its step. */
  id: string;
  stepNumber: number;
  name: string;
  colour: string;
  process: ProcessName;
  side: 'front' | 'back';
  recipeId: string | null;
  temper: Temper;
  /** How often somebody looked at what came of its recipe. */
  evidence: number;
  /** What its recipe says: all its seconds, and °C at the plate. */
  dwellSeconds: number;
  temperatureC: number;
  /** So many of them are out of all reason beside that, and do not count. */
  leftOut: number;
  window: HeatWindow;
  /** At this temperature its heat is said in seconds, °C, and how much a second counts there. */
  atC: number;
  rate: number;
}

/** How all that is pressed in a job is pressed onto what it goes on. */
export interface PressPlanView {
  machineId: string;
  machineName: string;
  /** The unit of its dial. */
  unit: string;
  ground: { id: string; name: string } | null;
  isOpenWeave: boolean;
  layers: PressLayerView[];
  plan: FoundPlan | null;
  /** Which two are at odds; null where there is a plan. */
  none: AtOdds | null;
  /** What is pressed takes up so much, and where the plate is set down for it. */
  design: { widthMm: number; heightMm: number };
  places: PlatePlace[];
  /** How often the most pressed place is pressed. */
  overlaps: number;
  phases: PlanPhase[];
  /** All of it with what hands do, s. */
  seconds: number;
}

/** A press plan as it is carried out; by the server's clock, ms since 1970. */
export interface PressingView extends PressTimer {
  id: string;
  jobId: string | null;
  machineId: string;
  machineName: string;
  unit: string;
  name: string;
  /** Its plate tells its temperature itself; else somebody reads its dial. */
  isRead: boolean;
  /** What has to be ready before it starts, and what of that is ticked. */
  preparation: PreparationLine[];
  ticked: string[];
  layers: (Pick<PressLayerView, 'id' | 'name' | 'colour' | 'process' | 'recipeId'> & { outcome: Outcome | null })[];
}

/** What the plate of a pressing says now; null where it does not tell. */
export interface PlateView {
  plate: PlateReading | null;
}

/** What the server's clock says, ms since 1970. */
export interface ClockView {
  now: number;
}

/** A layer that nobody knows yet how to press: a pressing has no plan before its numbers are written down. */
export interface UnknownLayer {
  materialId: string;
  materialName: string;
  machineId: string;
  toolId: string;
  process: ProcessName;
  match: Pick<StepRecipe, 'suggestion' | 'refusal'>;
}
