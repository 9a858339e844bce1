export * from './book';
export * from './job';
export * from './press';
export * from './finish';
export * from './shop';
export * from './tuning';
export type * from './change';
export type * from '@keen-anvil/core/records';
export type {
  ArtworkView,
  GivenRole,
  JobAnswer,
  JobDetail,
  JobEdited,
  JobState,
  JobSummary,
  NoteKind,
  NoteView,
  PartView,
  SheetOfStep,
  StepFound,
  StepRecipe,
  StepView,
} from '@keen-anvil/core/steps';
