import { refused } from '../problem';
import { listFonts } from '../queries/fonts';
import { originalFile, readingText, shownPicture } from '../services/drawing-files';
import { addMeasured, addText, bringIn, previewText, readAgain } from '../services/drawings';
import { keepFont } from '../services/fonts';
import type { Handlers } from './answer-endpoints';
import type { ApiParts } from './api-parts';
import { Sent, shown } from './sent';

/** Drawings, pictures, texts and fonts. */
export const drawingHandlers = ({ pool, heavy }: ApiParts): Handlers<'drawings'> => ({
  bringIn: (here, { id, artworkId, fileName, kept, body, listening }) => {
    if (!fileName) throw refused('The name of the file is missing.', 'fileName');
    const file = { id: artworkId, fileName, bytes: body, tracing: kept ? ('kept' as const) : undefined };
    return bringIn(here, pool, heavy, id, file, listening);
  },
  readAgain: (here, { id, body, listening }) => readAgain(here, pool, heavy, id, body, listening),
  reading: async (here, { id, number }) => shown('application/json', await readingText(here, pool, id, Number(number))),
  drawingPicture: async (here, { id }) => shown('image/webp', await shownPicture(here, pool, id)),
  drawingFile: async (here, { id }) => {
    const { fileName, bytes } = await originalFile(here, pool, id);
    return new Sent(fileName, 'application/octet-stream', bytes);
  },
  addText: (here, { id, body }) => addText(here, pool, heavy, id, body),
  addMeasured: (here, { id, body }) => addMeasured(here, pool, heavy, id, body),
  textPreview: (here, { body }) => previewText(here, pool, heavy, body),
  fonts: ({ workshopId }) => listFonts(pool, workshopId),
  keepFont: (here, { id, fileName, body }) => keepFont(here, pool, heavy, { id, fileName, bytes: body }),
});
