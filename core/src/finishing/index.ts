export { finishingFor, type FinishingLine, type OwnFinishing } from './finishing-for';
export type { DoneBy, FinishedStep } from './table';
