import type { FontView, JobAnswer, JobEdited, ReadingPreview } from '../answers';
import type { NewMeasured, NewText, ReadAgain, TextPreview } from '../requests';
import { givesFile, reads, takesFile, text, writes, yesOrNo } from './endpoint';

/** The largest drawing that is taken. */
const LARGEST_FILE = 40_000_000;
const LARGEST_FONT = 10_000_000;

const seesJob = { touches: ['jobs'] } as const;

/** Drawings, pictures, texts, measured shapes and fonts. */
export const drawings = {
  /** A picture that is `kept` is to be printed, not traced. */
  bringIn: takesFile<JobAnswer | JobEdited>()({
    path: '/jobs/:id/artworks/:artworkId',
    query: { fileName: text(200), kept: yesOrNo },
    fileUpTo: LARGEST_FILE,
    makes: true,
    inLines: true,
    ...seesJob,
  }),
  readAgain: writes<ReadAgain, JobAnswer | JobEdited | ReadingPreview>('POST')({
    path: '/artworks/:id/reading',
    inLines: true,
    ...seesJob,
  }),
  /** A reading never changes: who has it need not ask again, whatever becomes of its drawing. */
  reading: givesFile({ path: '/artworks/:id/readings/:number', holds: 'for ever' }),
  /** The bytes of a drawing never change. */
  drawingPicture: givesFile({ path: '/artworks/:id/picture', holds: 'for ever' }),
  drawingFile: givesFile({ path: '/artworks/:id/file' }),
  addText: writes<NewText, JobAnswer | JobEdited>('POST')({ path: '/jobs/:id/texts', makes: true, ...seesJob }),
  addMeasured: writes<NewMeasured, JobAnswer | JobEdited>('POST')({
    path: '/jobs/:id/shapes',
    makes: true,
    ...seesJob,
  }),
  textPreview: writes<TextPreview, ReadingPreview>('POST')({
    path: '/text-preview',
    role: 'reader',
    key: 'text preview',
  }),
  fonts: reads<FontView[]>()({ path: '/fonts', key: 'fonts' }),
  keepFont: takesFile<FontView[]>()({
    path: '/fonts/:id',
    query: { fileName: text(120) },
    fileUpTo: LARGEST_FONT,
    makes: true,
    touches: ['fonts'],
  }),
};
