import type { ShopLists } from '@keen-anvil/core/jobs';
import type { JobAnswer, JobEdited, JobSummary, TemplateDetail, TemplateSummary } from '../answers';
import type { JobActionWish, JobChange, JobTurn, NewJob, NewNote, NewTemplate, PutAway } from '../requests';
import { givesFile, number, page, reads, text, writes, yesOrNo } from './endpoint';

const seesJob = { touches: ['jobs'] } as const;

/** Jobs, what is done to them, their notes, templates and files. */
export const jobs = {
  jobs: reads<JobSummary[]>()({ path: '/jobs', key: 'jobs', query: { archived: yesOrNo, ...page(50, 200) } }),
  startJob: writes<NewJob, JobAnswer>('POST')({ path: '/jobs', makes: true, ...seesJob }),
  job: reads<JobAnswer>()({ path: '/jobs/:id', key: 'jobs', holds: 'until asked' }),
  shopOfJob: reads<ShopLists>()({ path: '/jobs/:id/shop', key: 'jobs', holds: 'until asked' }),
  renameJob: writes<JobChange, JobAnswer>('PATCH')({ path: '/jobs/:id', ...seesJob }),
  actOnJob: writes<JobActionWish, JobAnswer | JobEdited>('POST')({ path: '/jobs/:id/actions', ...seesJob }),
  undoInJob: writes<JobTurn, JobAnswer | JobEdited>('POST')({ path: '/jobs/:id/undo', ...seesJob }),
  redoInJob: writes<JobTurn, JobAnswer | JobEdited>('POST')({ path: '/jobs/:id/redo', ...seesJob }),
  putJobAway: writes<PutAway, JobAnswer>('POST')({ path: '/jobs/:id/archive', ...seesJob }),
  writeNote: writes<NewNote, JobAnswer>('POST')({ path: '/jobs/:id/notes', role: 'runner', makes: true, ...seesJob }),
  putNoteAway: writes<PutAway, JobAnswer>('POST')({ path: '/notes/:id/archive', role: 'runner', ...seesJob }),
  keepTemplate: writes<NewTemplate, TemplateSummary[]>('POST')({
    path: '/jobs/:id/templates',
    makes: true,
    touches: ['templates'],
  }),
  templates: reads<TemplateSummary[]>()({ path: '/templates', key: 'templates' }),
  template: reads<TemplateDetail>()({ path: '/templates/:id', key: 'templates' }),
  putTemplateAway: writes<PutAway, TemplateSummary[]>('POST')({
    path: '/templates/:id/archive',
    touches: ['templates'],
  }),

  /** Of a step on one of its sheets, which may be left out where it has but one; with all that the same machine does on it, or alone. */
  stepFile: givesFile({ path: '/steps/:id/machine-file', query: { sheet: text(40), together: yesOrNo } }),
  stepDrawing: givesFile({ path: '/steps/:id/drawing', query: { format: text(10), sheet: text(40) } }),
  guideFile: givesFile({ path: '/steps/:id/guide-file', query: { sheet: text(40) } }),
  printPage: givesFile({
    path: '/jobs/:id/sheets/:sheetId/print',
    query: { stretchX: number, stretchY: number },
  }),
};
