import type { StepView } from '@keen-anvil/contract';
import { worksOf, type StepWork } from '@keen-anvil/core/steps';
import { sheetDrawing } from '@keen-anvil/core/output';
import type { Pool } from 'pg';
import type { HeavyPool } from '../heavy/pool';
import type { Here } from '../here';
import { DRAWING_FORMATS } from '../print/sheet-files';
import { notFound, refused } from '../problem';
import { withPictures } from './engraved-pictures';
import { jobOfStep } from './job-of-step';
import { jobDetail } from './job-views';
import { inOneFile, makeGuideFile, makeSheetFile, makeStepFile, pieceOf } from './machine-files';
import { printOfSheet } from './print-sheets';
import { loadShop, materialsOf, type Shop } from './shop';

/** A file of a job: the words it is called by, its ending, what is in it. */
interface FileOfJob {
  words: string[];
  format: string;
  content: string | Buffer;
}

const materialOf = ({ materialId }: StepView, shop: Shop): string =>
  (materialId && shop.materials.get(materialId)?.name) || '';

/** The job of a step, the step, and what it does on the sheet that is asked for. */
async function workOf(here: Here, pool: Pool, heavy: HeavyPool, stepId: string, sheetId: string | null) {
  const job = await jobOfStep(here, pool, heavy, stepId);
  const step = job.steps.find(({ id }) => id === stepId);
  if (!step) throw notFound('That step');
  const shop = await loadShop(here, pool, materialsOf(job.steps));
  return { job, step, shop, work: workAsked(step, sheetId) };
}

/** What a step does on the sheet that is asked for. @throws Problem where it has several and none is named, or has not that one */
function workAsked(step: StepView, sheetId: string | null): StepWork {
  const works = worksOf(step);
  if (sheetId === null && works.length === 1) return works[0];
  const work = works.find(({ sheet }) => sheet !== null && sheet.id === sheetId);
  if (work) return work;
  throw sheetId === null
    ? refused(`This step is done on ${works.length} sheets, each with a file of its own: say which.`, 'sheet')
    : notFound('That sheet');
}

/**
 * The machine file of a step on one of its sheets, or of all that the same machine does there.
 * @param sheetId may be null where the step has but one
 * @throws Problem for a press, which takes no file
 */
export async function stepFileOf(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  stepId: string,
  sheetId: string | null,
  isTogether: boolean,
): Promise<FileOfJob> {
  const { job, step, work, ...loaded } = await workOf(here, pool, heavy, stepId, sheetId);
  const { sheet } = work;
  const ofSheet = sheet && sheet.of > 1 ? [`sheet ${sheet.turn}`] : [];
  const shop = await withPictures(here, pool, loaded.shop, job.steps.flatMap(worksOf));
  const together = isTogether ? inOneFile(work, job.steps, shop) : [work];
  if (together.length > 1) {
    const numbers = together.map(({ position }) => position + 1).join(' and ');
    const content = await makeSheetFile(here, heavy, together, shop);
    return { words: [job.name, `steps ${numbers}`, ...ofSheet], format: 'gcode', content };
  }
  const { format, text } = await makeStepFile(here, heavy, work, shop);
  if (!format) throw refused('A press takes no file: its numbers are on the dial card.');
  const words = [job.name, `step ${step.position + 1}`, ...ofSheet, materialOf(step, shop)];
  return { words, format, content: text };
}

/** What a step does on a sheet, as a drawing to keep. @throws Problem for a format that there is not, and without a sheet */
export async function stepDrawingOf(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  stepId: string,
  sheetId: string | null,
  asked: string,
): Promise<FileOfJob> {
  const format = DRAWING_FORMATS.find((one) => one === asked);
  if (!format) throw refused(`The format was expected to be one of ${DRAWING_FORMATS.join(', ')}.`, 'format');
  const { job, step, work, shop } = await workOf(here, pool, heavy, stepId, sheetId);
  const piece = pieceOf(work, shop);
  if (!piece) throw refused(`Step ${step.position + 1} lies on no sheet yet.`, 'stockPieceId');
  const words = [job.name, `step ${step.position + 1}`, materialOf(step, shop)];
  const sheet = { widthMm: piece.widthMm, lengthMm: piece.lengthMm, isRoll: piece.kind === 'roll' };
  const drawing = sheetDrawing(words.filter(Boolean).join(', '), sheet, [{ process: work.process, parts: work.laid }]);
  return { words, format, content: await heavy.paper(here, 'sheetFile', drawing, format) };
}

/** A line file of the guides that blanks are laid by. */
export async function guideFileOf(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  stepId: string,
  sheetId: string | null,
): Promise<FileOfJob> {
  const { job, step, work, shop } = await workOf(here, pool, heavy, stepId, sheetId);
  const content = await makeGuideFile(here, heavy, job, work, shop);
  return { words: [job.name, `step ${step.position + 1}`, 'guides'], format: 'hpgl', content };
}

/** A page that a printer prints at true size. @param stretch how many times longer the printer makes things, across and along */
export async function printPageOf(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  jobId: string,
  sheetId: string,
  stretch: { x: number; y: number },
): Promise<{ jobName: string; pdf: Buffer }> {
  if ([stretch.x, stretch.y].some((by) => !(by >= 0.9 && by <= 1.1)))
    throw refused(
      'A printer that is off by more than a tenth was set to another size: print the page at 100 %.',
      'stretch',
    );
  const job = await jobDetail(here, pool, heavy, jobId);
  const shop = await loadShop(here, pool, materialsOf(job.steps));
  return { jobName: job.name, pdf: await printOfSheet(here, pool, heavy, job, sheetId, shop, stretch) };
}
