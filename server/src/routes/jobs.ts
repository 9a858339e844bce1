import { listTemplates } from '../queries/templates';
import { actOnJob, turnLastEdit } from '../services/act-on-job';
import { shopOf } from '../services/job-shop';
import { jobAnswer, listJobSummaries } from '../services/job-views';
import { archiveJob, createJob, renameJob } from '../services/jobs';
import { putNoteAway, writeNote } from '../services/notes';
import { guideFileOf, printPageOf, stepDrawingOf, stepFileOf } from '../services/files-of-job';
import { keepTemplate, putTemplateAway, templateDetail } from '../services/templates';
import type { Handlers } from './answer-endpoints';
import type { ApiParts } from './api-parts';
import { printed, saved } from './sent';

/** Jobs: their list, what is done to them, notes, templates and files. */
export const jobHandlers = ({ pool, heavy }: ApiParts): Handlers<'jobs'> => ({
  jobs: (here, { archived, limit, offset }) => listJobSummaries(here, pool, { isArchived: archived, limit, offset }),
  startJob: (here, { body }) => createJob(here, pool, body),
  job: (here, { id }) => jobAnswer(here, pool, id),
  shopOfJob: (here, { id }) => shopOf(here, pool, id),
  renameJob: (here, { id, body }) => renameJob(here, pool, id, body),
  actOnJob: (here, { id, body: { version, action } }) => actOnJob(here, pool, heavy, id, action, { version }),
  undoInJob: (here, { id, body: { version = null } }) => turnLastEdit(here, pool, id, 'undo', version),
  redoInJob: (here, { id, body: { version = null } }) => turnLastEdit(here, pool, id, 'redo', version),
  putJobAway: (here, { id, body }) => archiveJob(here, pool, id, body.isArchived),
  writeNote: (here, { id, body }) => writeNote(here, pool, id, body),
  putNoteAway: (here, { id, body }) => putNoteAway(here, pool, id, body.isArchived),
  keepTemplate: (here, { id, body }) => keepTemplate(here, pool, id, body),
  templates: ({ workshopId }) => listTemplates(pool, workshopId),
  template: (here, { id }) => templateDetail(here, pool, id),
  putTemplateAway: (here, { id, body }) => putTemplateAway(here, pool, id, body.isArchived),

  stepFile: async (here, { id, sheet, together }) => {
    const { words, format, content } = await stepFileOf(here, pool, heavy, id, sheet || null, together === true);
    return saved(words, format, content);
  },
  stepDrawing: async (here, { id, sheet, format }) => {
    const drawing = await stepDrawingOf(here, pool, heavy, id, sheet || null, format);
    return saved(drawing.words, drawing.format, drawing.content);
  },
  guideFile: async (here, { id, sheet }) => {
    const { words, format, content } = await guideFileOf(here, pool, heavy, id, sheet || null);
    return saved(words, format, content);
  },
  printPage: async (here, { id, sheetId, stretchX, stretchY }) => {
    const { jobName, pdf } = await printPageOf(here, pool, heavy, id, sheetId, {
      x: stretchX ?? 1,
      y: stretchY ?? 1,
    });
    return printed([jobName, 'to print'], pdf);
  },
});
