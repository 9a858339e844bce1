export { planPasses, type PassPlan } from './pass-plan';
export { marksAfter } from './proof';
export { createTuner, type Tuner } from './tuner';
export {
  specProblem,
  type Advice,
  type Chances,
  type Setting,
  type TunedDial,
  type TunedTrial,
  type TunerSpec,
} from './tuner-spec';
export { tunedDials } from './trial-dials';
export { ladderValues, toneCurve, valueForTone, type TonePatch, type TonePoint } from './tone';
