import type { Here } from '../here';
import type {
  JobAnswer,
  JobEdited,
  NewMeasured,
  NewText,
  ReadAgain,
  ReadingPreview,
  TextPreview,
} from '@keen-anvil/contract';
import {
  decided,
  fontsOf,
  sourceOf,
  sourceOfFile,
  textName,
  USUAL_TRACING,
  type SourceChoices,
  type SourceName,
  type TextChoices,
  type TracingWay,
} from '@keen-anvil/core/artwork-choices';
import { measuredName } from '@keen-anvil/core/measured';
import type { Bounds } from '@keen-anvil/core/geometry';
import type { Pool } from 'pg';
import { randomUUID } from 'node:crypto';
import type { HeavyPool, Listening } from '../heavy/pool';
import type { ReadTask } from '../heavy/read-artwork';
import { notFound, Problem, refused } from '../problem';
import { findArtworkFile, insertArtwork, type ArtworkFile } from '../queries/artworks';
import { findFont } from '../queries/fonts';
import { insertReading, listReadings, nextReadingNumber } from '../queries/readings';
import { actOnJob } from './act-on-job';
import { jobAnswer } from './job-views';

export interface IncomingFile {
  id: string;
  fileName: string;
  bytes: Buffer;
  /** How a picture is traced; kept as a picture it is printed instead. */
  tracing?: TracingWay;
}

/** Brings a drawing into a job: the bytes are kept, the drawing is read, and each of its colours becomes a step. */
export async function bringIn(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  jobId: string,
  file: IncomingFile,
  listening: Listening = {},
): Promise<JobAnswer | JobEdited> {
  const source = sourceOfFile(file.fileName)?.name;
  if (!source)
    throw refused(
      `A drawing (SVG, DXF), a picture (PNG, JPG) or a machine file (HP-GL, G-code) was expected; “${file.fileName}” came.`,
      'file',
    );
  if (file.bytes.length === 0) throw refused(`“${file.fileName}” is empty.`, 'file');
  const { tracing, ...bare } = file;
  if (tracing && !sourceOf(source).isPicture)
    throw refused(`A picture (PNG, JPG) was expected, to be kept as one; “${file.fileName}” came.`, 'file');
  const choices = tracing ? { tracing: { ...USUAL_TRACING, way: tracing } } : {};
  return addDrawing(here, pool, heavy, jobId, { ...bare, source, choices }, listening);
}

/** Takes a measured shape from the shelf as a drawing of its own. */
export async function addMeasured(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  jobId: string,
  { id, measured }: NewMeasured,
): Promise<JobAnswer | JobEdited> {
  return addDrawing(here, pool, heavy, jobId, {
    id,
    fileName: measuredName(measured),
    bytes: Buffer.from(JSON.stringify(measured, null, 2)),
    source: 'measured',
    choices: measured,
  });
}

/** Sets a text as a drawing of its own. */
export async function addText(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  jobId: string,
  { id, text }: NewText,
): Promise<JobAnswer | JobEdited> {
  return addDrawing(here, pool, heavy, jobId, {
    id,
    fileName: textName(text),
    bytes: Buffer.from(JSON.stringify(text, null, 2)),
    source: 'text',
    choices: text,
  });
}

interface Incoming extends Omit<IncomingFile, 'tracing'> {
  source: SourceName;
  choices: SourceChoices;
}

async function addDrawing(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  jobId: string,
  { id, fileName, bytes, source, choices }: Incoming,
  listening: Listening = {},
): Promise<JobAnswer | JobEdited> {
  const there = await findArtworkFile(pool, here.workshopId, id);
  // Sent twice: it is in the job already, with the same bytes.
  if (there?.jobId === jobId && there.bytes.equals(bytes)) return jobAnswer(here, pool, jobId);
  if (there) throw new Problem(409, 'exists', 'This drawing is in a job already.');
  const task = await taskFor(here, pool, source, choices, { bytes, fileName });
  const { text, drawn } = await readToKeep(here, heavy, task, fileName, { number: 1, before: null }, listening);
  const reading = { drawingId: id, number: 1, text };
  return actOnJob(
    here,
    pool,
    heavy,
    jobId,
    { id, do: 'add-drawing', drawingId: id, source, name: fileName, choices, drawn },
    {
      brought: {
        readings: [reading],
        write: async (db) => {
          if (!(await insertArtwork(db, here.workshopId, jobId, { id, source, name: fileName, choices, drawn, bytes })))
            throw new Problem(409, 'exists', 'This drawing is in a job already.');
          await insertReading(db, here.workshopId, reading);
        },
      },
    },
  );
}

/** A text as it would be set, without keeping it. */
export async function previewText(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  { text }: TextPreview,
): Promise<ReadingPreview> {
  return preview(here, heavy, await taskFor(here, pool, 'text', text), textName(text));
}

/** Reads a drawing again with other choices, to be looked at or kept: then its steps and parts stay. */
export async function readAgain(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  id: string,
  wish: ReadAgain,
  listening: Listening = {},
): Promise<JobAnswer | JobEdited | ReadingPreview> {
  const file = await findArtworkFile(pool, here.workshopId, id);
  if (!file) throw notFound('That drawing');
  const choices = choicesOf(file, wish);
  const name = wish.text ? textName(wish.text) : wish.measured ? measuredName(wish.measured) : file.fileName;
  const task = await taskFor(here, pool, file.kind, choices, file);
  if (!wish.keep) return preview(here, heavy, task, name, listening);
  const number = await nextReadingNumber(pool, here.workshopId, id);
  const [before] = await listReadings(pool, here.workshopId, [{ drawingId: id, number: file.reading }]);
  const { text, drawn } = await readToKeep(here, heavy, task, name, { number, before: before.text }, listening);
  const reading = { drawingId: id, number, text };
  return actOnJob(
    here,
    pool,
    heavy,
    file.jobId,
    { id: randomUUID(), do: 'take-reading', drawingId: id, reading: number, name, choices, drawn },
    {
      brought: {
        readings: [reading],
        write: async (db) => {
          if (!(await insertReading(db, here.workshopId, reading)))
            throw new Problem(409, 'busy', 'This drawing was read from somewhere else at the same time. Try again.');
        },
      },
    },
  );
}

function choicesOf({ kind }: ArtworkFile, wish: ReadAgain): SourceChoices {
  switch (sourceOf(kind).choices) {
    case 'text':
      return wish.text ?? missing('The words and measures of the text were expected.', 'text');
    case 'measured':
      return wish.measured ?? missing('The shape and its measures were expected.', 'measured');
    case 'reading':
      return wish.reading ?? missing('How the drawing is to be read was expected.', 'reading');
  }
}

function missing(sentence: string, field: string): never {
  throw refused(sentence, field);
}

/** What is to be read: a file with its choices, or a text with its fonts. */
async function taskFor(
  here: Here,
  pool: Pool,
  source: SourceName,
  choices: SourceChoices,
  file: { bytes: Buffer; fileName: string } | null = null,
): Promise<ReadTask> {
  const { reading, text, measured } = decided(source, choices);
  if (text) return { source, choices: text, fileName: '', bytes: null, fonts: await ownFonts(here, pool, text) };
  const { bytes = null, fileName = '' } = file ?? {};
  return { source, choices: measured ?? reading, fileName, bytes };
}

/** The workshop's own fonts that a text is set in, by their ids. */
async function ownFonts(here: Here, pool: Pool, text: TextChoices): Promise<Map<string, Buffer>> {
  const files = await Promise.all(
    fontsOf(text).map(async (id) => [id, await findFont(pool, here.workshopId, id)] as const),
  );
  return new Map(files.filter((file): file is [string, Buffer] => file[1] !== undefined));
}

async function preview(
  here: Here,
  heavy: HeavyPool,
  task: ReadTask,
  name: string,
  listening: Listening = {},
): Promise<ReadingPreview> {
  const answer = await heavy.readDrawing(here, { ...task, keepAs: null }, listening);
  if (answer.is === 'preview') return answer.preview;
  throw unreadable(answer, name);
}

async function readToKeep(
  here: Here,
  heavy: HeavyPool,
  task: ReadTask,
  name: string,
  keepAs: { number: number; before: string | null },
  listening: Listening,
): Promise<{ text: string; drawn: Bounds }> {
  const answer = await heavy.readDrawing(here, { ...task, keepAs }, listening);
  if (answer.is === 'reading') return answer;
  throw unreadable(answer, name);
}

function unreadable(answer: Awaited<ReturnType<HeavyPool['readDrawing']>>, name: string): Problem {
  if (answer.is === 'refused') return refused(answer.message, answer.field ?? 'file');
  const why = answer.is === 'empty' ? answer.notices.map((notice) => notice.message).join('; ') : '';
  return refused(`“${name}” holds nothing that could be cut or drawn${why ? `: ${why}` : ''}.`, 'file');
}
