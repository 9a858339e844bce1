// What a job's form brings with it (its rules, clipping, the worker's other end): fetched once a job is opened, not with the first page.
export { editedJob, jobView } from '@keen-anvil/contract/job-view';
export { printMeasures, shopFacts, windowMatrix } from '@keen-anvil/core/jobs';
export { OPERATIONS } from '@keen-anvil/core/makings';
export {
  drawMeasured,
  measuredShape,
  MEASURED_SHAPES,
  MeasureRefusedError,
  usualMeasures,
} from '@keen-anvil/core/measured';
export { answered, asked, confirmedJob, fetched } from './at-once';
export { seeDocument, tryInWorker } from './see-document';
