import { processOf } from '@keen-anvil/core/recipes';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import express, { Router, type Request } from 'express';
import { validate as isUuid } from 'uuid';
import { bookText, exportBook, exportCsv } from '../exchange/export-book';
import { importBook, previewImport } from '../exchange/import-book';
import { notFound, refused } from '../problem';
import { listRecipes } from '../queries/recipes';
import { listWorkshops } from '../queries/workshops';
import { photographMaterial } from '../services/materials';
import { keepPhotoAs } from '../services/photos';
import { loadShop } from '../services/shop';
import { recipeSummary } from '../services/recipe-views';
import { workshopOf } from '../workshop';
import type { ApiParts } from './api-parts';
import { fileName } from './file-name';
import { operations } from './operations';
import { idOf } from './respond';
import { uploadLine } from './upload-line';

const LARGEST_BOOK = 80_000_000;
const LARGEST_PHOTO = 25_000_000;
const MOST_CHOSEN = 300;

/** Taking the book along: files out and in, cards and labels to print, photos. */
export function exchangeRoutes({ pool, heavy, tunings }: ApiParts): Router {
  const router = Router();
  const nameOf = async (request: Request) =>
    (await listWorkshops(pool)).find(({ id }) => id === workshopOf(request))?.name ?? '';
  const named = operations(pool);
  const raw = (limit: number) => express.raw({ type: () => true, limit });

  router.get('/book.json', async (request, response) => {
    response
      .attachment(fileName([await nameOf(request), 'book'], 'json'))
      .type('application/json')
      .send(bookText(await exportBook(pool, workshopOf(request), chosen(request, 'recipes'))));
  });
  router.get('/book.csv', async (request, response) => {
    const rows = exportCsv(pool, workshopOf(request), chosen(request, 'recipes'));
    response.attachment(fileName([await nameOf(request), 'book'], 'csv')).type('text/csv');
    await pipeline(Readable.from(rows), response).catch((error: NodeJS.ErrnoException) => {
      // Who asked has gone away; nobody is left to be told.
      if (error.code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
    });
  });
  router.post('/book/import', named, uploadLine, raw(LARGEST_BOOK), async (request, response) => {
    const fileName = typeof request.query.fileName === 'string' ? request.query.fileName.slice(0, 200) : '';
    if (!fileName) throw refused('The name of the file is missing.', 'fileName');
    const file = { fileName, bytes: bytesOf(request) };
    response.json(
      request.query.preview === 'false'
        ? await importBook(pool, heavy, workshopOf(request), file, request.query.leaveOut === 'true')
        : await previewImport(pool, heavy, workshopOf(request), file),
    );
  });
  router.get('/cards.pdf', async (request, response) => {
    const workshopId = workshopOf(request);
    const { machines } = await loadShop(pool, workshopId);
    const rows = await listRecipes(pool, workshopId, { ids: chosen(request, 'recipes') ?? [], withArchived: true });
    if (rows.length === 0) throw notFound('What was to be printed');
    const cards = rows.map((row) => ({
      recipe: { ...recipeSummary(row), reason: row.reason, note: row.note },
      machine: machines.get(row.machine.id)!,
      address: `${originOf(request)}/book/${row.id}`,
    }));
    response
      .attachment(
        fileName(
          rows.length === 1
            ? [rows[0].material.name, rows[0].machine.name, processOf(rows[0].process).label.toLowerCase()]
            : [`${rows.length} recipe cards`],
          'pdf',
        ),
      )
      .type('application/pdf')
      .send(await heavy.paper('recipeCards', cards));
  });
  router.get('/labels.pdf', async (request, response) => {
    const workshopId = workshopOf(request);
    const ids = chosen(request, 'materials') ?? [];
    const { materials } = await loadShop(pool, workshopId, ids);
    const found = ids.flatMap((id) => materials.get(id) ?? []);
    if (found.length === 0) throw notFound('What was to be printed');
    const recipes = await listRecipes(pool, workshopId, { materialIds: ids });
    const labels = found.map((material) => ({
      material,
      recipes: recipes.filter((row) => row.material.id === material.id).map(recipeSummary),
      address: `${originOf(request)}/book?material=${material.id}`,
    }));
    response
      .attachment(
        fileName(found.length === 1 ? [found[0].name, 'drawer label'] : [`${found.length} drawer labels`], 'pdf'),
      )
      .type('application/pdf')
      .send(await heavy.paper('drawerLabels', labels));
  });
  router.put('/materials/:id/photo', named, uploadLine, raw(LARGEST_PHOTO), async (request, response) => {
    const version = Number(request.query.version);
    if (!Number.isInteger(version)) throw refused('The version of the material is missing.', 'version');
    response.json(await photographMaterial(pool, heavy, workshopOf(request), idOf(request), version, bytesOf(request)));
  });
  router.put('/photos/:id', named, uploadLine, raw(LARGEST_PHOTO), async (request, response) => {
    await keepPhotoAs(pool, heavy, workshopOf(request), idOf(request), bytesOf(request));
    response.status(204).end();
  });
  router.put(
    '/trials/:id/photo',
    named,
    uploadLine,
    raw(LARGEST_PHOTO),
    async (request, response) =>
      void response.json(await tunings.trials.photograph(workshopOf(request), idOf(request), bytesOf(request))),
  );
  return router;
}

const bytesOf = (request: Request): Buffer => (Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0));
/** The address under which the maker reached this server: what a code has to open. */
const originOf = (request: Request): string => `${request.protocol}://${request.get('host')}`;

/** The ids that a request is about; null where it names none. */
function chosen(request: Request, name: string): string[] | null {
  const text = request.query[name];
  if (text === undefined) return null;
  const ids = typeof text === 'string' ? [...new Set(text.split(',').filter(Boolean))] : [];
  if (ids.length === 0 || !ids.every((id) => isUuid(id)))
    throw refused(`${name} must be ids with commas between them.`, name);
  if (ids.length > MOST_CHOSEN)
    throw refused(`At most ${MOST_CHOSEN} can be chosen at once; ${ids.length} were.`, name);
  return ids;
}
