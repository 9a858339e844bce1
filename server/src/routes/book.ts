import {
  Archiving,
  Nails,
  NewRecipe,
  NewRevision,
  NewTrial,
  NewVariant,
  RecipeNote,
  ReturnToRevision,
  EvidenceVerdict,
  SuggestionWanted,
} from '@keen-anvil/contract/checks';
import { Router } from 'express';
import { correctEvidence } from '../services/evidence';
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
import { suggest } from '../services/suggestions';
import { searchBook, searchFrom } from '../services/book-search';
import { recipeDetail } from '../services/recipe-views';
import { workshopOf } from '../workshop';
import type { ApiParts } from './api-parts';
import { bodyOf, idOf } from './respond';

/** The settings book. */
export function bookRoutes({ pool, runs, tunings }: ApiParts): Router {
  const router = Router();
  router.get(
    '/recipes',
    async (request, response) =>
      void response.json(await searchBook(pool, workshopOf(request), searchFrom(request.query))),
  );
  router.post(
    '/recipes',
    async (request, response) =>
      void response.status(201).json(await createRecipe(pool, workshopOf(request), bodyOf(request, NewRecipe))),
  );
  router.get(
    '/recipes/:id',
    async (request, response) => void response.json(await recipeDetail(pool, workshopOf(request), idOf(request))),
  );
  router.post(
    '/recipes/:id/revisions',
    async (request, response) =>
      void response
        .status(201)
        .json(await reviseRecipe(pool, workshopOf(request), idOf(request), bodyOf(request, NewRevision))),
  );
  router.post(
    '/recipes/:id/return',
    async (request, response) =>
      void response
        .status(201)
        .json(await returnToRevision(pool, workshopOf(request), idOf(request), bodyOf(request, ReturnToRevision))),
  );
  router.put(
    '/recipes/:id/note',
    async (request, response) =>
      void response.json(await noteRecipe(pool, workshopOf(request), idOf(request), bodyOf(request, RecipeNote))),
  );
  router.post(
    '/recipes/:id/archive',
    async (request, response) =>
      void response.json(await archiveRecipe(pool, workshopOf(request), idOf(request), bodyOf(request, Archiving))),
  );
  router.post(
    '/recipes/:id/variants',
    async (request, response) =>
      void response
        .status(201)
        .json(await addVariant(pool, workshopOf(request), idOf(request), bodyOf(request, NewVariant))),
  );
  router.post(
    '/recipes/:id/trials',
    async (request, response) =>
      void response
        .status(201)
        .json(await writeTrial(pool, workshopOf(request), idOf(request), bodyOf(request, NewTrial))),
  );
  router.post(
    '/variants/:id/end',
    async (request, response) => void response.json(await dropVariant(pool, workshopOf(request), idOf(request))),
  );
  router.put(
    '/evidence/:id/outcome',
    async (request, response) =>
      void response.json(
        await correctEvidence(
          { pool, runs, tunings },
          workshopOf(request),
          idOf(request),
          bodyOf(request, EvidenceVerdict).outcome,
        ),
      ),
  );
  router.put(
    '/nails',
    async (request, response) =>
      void response.json(await nailCards(pool, workshopOf(request), bodyOf(request, Nails).recipeIds)),
  );
  router.post(
    '/suggestion',
    async (request, response) =>
      void response.json(await suggest(pool, workshopOf(request), bodyOf(request, SuggestionWanted))),
  );
  return router;
}
