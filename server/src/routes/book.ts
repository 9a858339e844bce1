import { Readable } from 'node:stream';
import type { Here } from '../here';
import { bookText, exportBook, exportCsv } from '../exchange/export-book';
import { importBook, previewImport } from '../exchange/import-book';
import { refused } from '../problem';
import { findWorkshop } from '../queries/workshops';
import {
  addVariant,
  archiveRecipe,
  createRecipe,
  dropVariant,
  nailCards,
  noteRecipe,
  returnToRevision,
  reviseRecipe,
  writeTrial,
} from '../services/book';
import { searchBook, searchFrom } from '../services/book-search';
import { correctEvidence } from '../services/evidence';
import { keepingEdit } from '../services/record-edits';
import { recipeCards } from '../services/recipe-cards';
import { recipeDetail } from '../services/recipe-views';
import { suggest } from '../services/suggestions';
import type { Handlers } from './answer-endpoints';
import type { ApiParts } from './api-parts';
import { originOf } from './origin';
import { printed, saved } from './sent';

/** The settings book, and taking it along. */
export const bookHandlers = ({ pool, heavy, runs, tunings }: ApiParts): Handlers<'book'> => {
  const nameOf = async ({ workshopId }: Here) => (await findWorkshop(pool, workshopId))?.name ?? '';
  return {
    recipes: (here, asked) => searchBook(here, pool, searchFrom(asked)),
    recipe: (here, { id }) => recipeDetail(here, pool, id),
    writeRecipe: (here, { body }) => createRecipe(here, pool, body),
    reviseRecipe: (here, { id, body }) => reviseRecipe(here, pool, id, body),
    returnToRevision: (here, { id, body }) => returnToRevision(here, pool, id, body),
    noteRecipe: (here, { id, body }) =>
      keepingEdit(here, pool, 'note', id, (inner, one) => noteRecipe(inner, one, id, body)),
    putRecipeAway: (here, { id, body }) => archiveRecipe(here, pool, id, body),
    addVariant: (here, { id, body }) => addVariant(here, pool, id, body),
    endVariant: (here, { id }) => dropVariant(here, pool, id),
    writeTrial: (here, { id, body }) => writeTrial(here, pool, id, body),
    correctEvidence: (here, { id, body }) => correctEvidence(here, { pool, runs, tunings }, id, body.outcome),
    nailCards: (here, { body }) => nailCards(here, pool, body.recipeIds),
    suggestion: (here, { body }) => suggest(here, pool, body),

    bookAsJson: async (here, { recipes }) =>
      saved([await nameOf(here), 'book'], 'json', bookText(await exportBook(here, pool, recipes)), 'application/json'),
    bookAsCsv: async (here, { recipes }) =>
      saved([await nameOf(here), 'book'], 'csv', Readable.from(exportCsv(here, pool, recipes)), 'text/csv'),
    importBook: (here, { fileName, preview, leaveOut, body }) => {
      if (!fileName) throw refused('The name of the file is missing.', 'fileName');
      const file = { fileName, bytes: body };
      return preview === false
        ? importBook(here, pool, heavy, file, leaveOut === true)
        : previewImport(here, pool, heavy, file);
    },
    recipeCards: async (here, { recipes }, { req }) => {
      const { words, pdf } = await recipeCards(here, pool, heavy, recipes ?? [], originOf(req));
      return printed(words, pdf);
    },
  };
};
