export { writeHpgl, type HpglRequest } from './hpgl/write';
export { readHpgl, type HpglReading, type PlottedStroke } from './hpgl/read';
export { HOME, planStep, stepHpgl, type StepPlan, type StepRequest } from './step-plan';
