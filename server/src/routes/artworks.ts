import { NewMeasured, NewText, ReadAgain, TextPreview } from '@keen-anvil/contract/checks';
import express, { Router } from 'express';
import { refused } from '../problem';
import { originalFile, readingText, shownPicture } from '../services/drawing-files';
import { addMeasured, addText, bringIn, previewText, readAgain } from '../services/drawings';
import { keepFont } from '../services/fonts';
import { listFonts } from '../queries/fonts';
import { workshopOf } from '../workshop';
import type { ApiParts } from './api-parts';
import { bodyOf, idOf } from './respond';
import { streamed } from './streamed';
import { uploadLine } from './upload-line';

/** The largest drawing that is taken. */
const LARGEST_FILE = 40_000_000;
const LARGEST_FONT = 10_000_000;

/** Drawings, pictures, texts and fonts. */
export function artworkRoutes({ pool, heavy }: ApiParts): Router {
  const router = Router();
  router.put(
    '/jobs/:id/artworks/:artworkId',
    uploadLine,
    express.raw({ type: () => true, limit: LARGEST_FILE }),
    async (request, response) => {
      const fileName = typeof request.query.fileName === 'string' ? request.query.fileName.slice(0, 200) : '';
      if (!fileName) throw refused('The name of the file is missing.', 'fileName');
      const bytes = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
      const tracing = request.query.kept === 'true' ? ('kept' as const) : undefined;
      const file = { id: idOf(request, 'artworkId'), fileName, bytes, tracing };
      await streamed(request, response, 201, (listening) =>
        bringIn(pool, heavy, workshopOf(request), idOf(request), file, listening),
      );
    },
  );
  router.post('/artworks/:id/reading', async (request, response) => {
    const wish = bodyOf(request, ReadAgain);
    await streamed(request, response, 200, (listening) =>
      readAgain(pool, heavy, workshopOf(request), idOf(request), wish, listening),
    );
  });
  router.get('/artworks/:id/readings/:number', async (request, response) => {
    const text = await readingText(pool, workshopOf(request), idOf(request), Number(request.params.number));
    // It never changes: who has it need not ask again, whatever becomes of its drawing.
    response.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    response.type('application/json').send(text);
  });
  router.get('/artworks/:id/picture', async (request, response) => {
    const picture = await shownPicture(pool, workshopOf(request), idOf(request));
    // The bytes of a drawing never change.
    response.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    response.type('image/webp').send(picture);
  });
  router.post(
    '/jobs/:id/texts',
    async (request, response) =>
      void response
        .status(201)
        .json(await addText(pool, heavy, workshopOf(request), idOf(request), bodyOf(request, NewText))),
  );
  router.post(
    '/jobs/:id/shapes',
    async (request, response) =>
      void response
        .status(201)
        .json(await addMeasured(pool, heavy, workshopOf(request), idOf(request), bodyOf(request, NewMeasured))),
  );
  router.post(
    '/text-preview',
    async (request, response) =>
      void response.json(await previewText(pool, heavy, workshopOf(request), bodyOf(request, TextPreview))),
  );
  router.get('/fonts', async (request, response) => void response.json(await listFonts(pool, workshopOf(request))));
  router.put(
    '/fonts/:id',
    uploadLine,
    express.raw({ type: () => true, limit: LARGEST_FONT }),
    async (request, response) => {
      const fileName = typeof request.query.fileName === 'string' ? request.query.fileName.slice(0, 120) : '';
      const bytes = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
      response
        .status(201)
        .json(await keepFont(pool, heavy, workshopOf(request), { id: idOf(request), fileName, bytes }));
    },
  );
  router.get('/artworks/:id/file', async (request, response) => {
    const file = await originalFile(pool, workshopOf(request), idOf(request));
    // Never shown as a page of ours: only handed out.
    response.attachment(file.fileName).type('application/octet-stream').send(file.bytes);
  });

  return router;
}
