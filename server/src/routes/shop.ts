import {
  Archiving,
  MachineChange,
  MaterialChange,
  NewMachine,
  NewMaterial,
  NewStockPiece,
  NewTool,
  StockPieceChange,
  ToolChange,
  ToolReplacement,
} from '@keen-anvil/contract/checks';
import type { Machine } from '@keen-anvil/core/machines';
import { holderSheet } from '@keen-anvil/core/output';
import { Router } from 'express';
import { idsIn, pageIn, wordIn, yesOrNoIn } from '../asked-for';
import { notFound, refused } from '../problem';
import { listMachines } from '../queries/machines';
import { findMaterials, listMaterials } from '../queries/materials';
import { findPhoto } from '../queries/photos';
import { listTools } from '../queries/tools';
import { archiveMachine, changeMachine, createMachine, machineWithMisfits } from '../services/machines';
import {
  addPiece,
  archiveMaterial,
  archivePiece,
  changeMaterial,
  changePiece,
  createMaterial,
  materialOf,
} from '../services/materials';
import { archiveTool, changeTool, createTool, replaceTool } from '../services/tools';
import { workshopOf } from '../workshop';
import type { ApiParts } from './api-parts';
import { fileName } from './file-name';
import { bodyOf, idOf } from './respond';

const USUAL_PAGE = 100;
const LARGEST_PAGE = 500;
const LONGEST_SEARCH = 200;

/** The sheet that a holder's offset is measured by. @throws Problem for a holder that the machine has not */
function sheetOf(machine: Machine, holder: number): string {
  try {
    return holderSheet(machine, holder);
  } catch (error) {
    if (error instanceof RangeError) throw refused(error.message, 'holder');
    throw error;
  }
}

/** Machines, tools, materials and stock. */
export function shopRoutes({ pool }: ApiParts): Router {
  const router = Router();
  router.get(
    '/machines',
    async (request, response) => void response.json(await listMachines(pool, workshopOf(request))),
  );
  router.post(
    '/machines',
    async (request, response) =>
      void response.status(201).json(await createMachine(pool, workshopOf(request), bodyOf(request, NewMachine))),
  );
  router.put(
    '/machines/:id',
    async (request, response) =>
      void response.json(await changeMachine(pool, workshopOf(request), idOf(request), bodyOf(request, MachineChange))),
  );
  router.get('/machines/:id/holders/:holder/sheet', async (request, response) => {
    const { machine } = await machineWithMisfits(pool, workshopOf(request), idOf(request));
    const text = sheetOf(machine, Number(request.params.holder));
    response
      .attachment(fileName([machine.name, `holder ${request.params.holder}`], 'hpgl'))
      .type('application/octet-stream')
      .send(text);
  });
  router.get(
    '/machines/:id/misfits',
    async (request, response) =>
      void response.json((await machineWithMisfits(pool, workshopOf(request), idOf(request))).misfits),
  );
  router.post(
    '/machines/:id/archive',
    async (request, response) =>
      void response.json(await archiveMachine(pool, workshopOf(request), idOf(request), bodyOf(request, Archiving))),
  );

  router.get('/tools', async (request, response) => void response.json(await listTools(pool, workshopOf(request))));
  router.post(
    '/tools',
    async (request, response) =>
      void response.status(201).json(await createTool(pool, workshopOf(request), bodyOf(request, NewTool))),
  );
  router.put(
    '/tools/:id',
    async (request, response) =>
      void response.json(await changeTool(pool, workshopOf(request), idOf(request), bodyOf(request, ToolChange))),
  );
  router.post(
    '/tools/:id/replacement',
    async (request, response) =>
      void response.json(await replaceTool(pool, workshopOf(request), idOf(request), bodyOf(request, ToolReplacement))),
  );
  router.post(
    '/tools/:id/archive',
    async (request, response) =>
      void response.json(await archiveTool(pool, workshopOf(request), idOf(request), bodyOf(request, Archiving))),
  );

  router.get('/materials', async (request, response) => {
    const { query } = request;
    const ids = idsIn(query, 'ids', LARGEST_PAGE);
    response.json(
      ids
        ? await findMaterials(pool, workshopOf(request), ids)
        : await listMaterials(pool, workshopOf(request), {
            search: wordIn(query, 'search').slice(0, LONGEST_SEARCH),
            isArchived: yesOrNoIn(query, 'archived'),
            ...pageIn(query, USUAL_PAGE, LARGEST_PAGE),
          }),
    );
  });
  router.get(
    '/materials/:id',
    async (request, response) => void response.json(await materialOf(pool, workshopOf(request), idOf(request))),
  );
  router.post(
    '/materials',
    async (request, response) =>
      void response.status(201).json(await createMaterial(pool, workshopOf(request), bodyOf(request, NewMaterial))),
  );
  router.put(
    '/materials/:id',
    async (request, response) =>
      void response.json(
        await changeMaterial(pool, workshopOf(request), idOf(request), bodyOf(request, MaterialChange)),
      ),
  );
  router.post(
    '/materials/:id/archive',
    async (request, response) =>
      void response.json(await archiveMaterial(pool, workshopOf(request), idOf(request), bodyOf(request, Archiving))),
  );
  router.post(
    '/materials/:id/pieces',
    async (request, response) =>
      void response
        .status(201)
        .json(await addPiece(pool, workshopOf(request), idOf(request), bodyOf(request, NewStockPiece))),
  );
  router.put(
    '/pieces/:id',
    async (request, response) =>
      void response.json(
        await changePiece(pool, workshopOf(request), idOf(request), bodyOf(request, StockPieceChange)),
      ),
  );
  router.post(
    '/pieces/:id/archive',
    async (request, response) =>
      void response.json(await archivePiece(pool, workshopOf(request), idOf(request), bodyOf(request, Archiving))),
  );
  router.get('/photos/:id', async (request, response) => {
    const photo = await findPhoto(pool, workshopOf(request), idOf(request));
    if (!photo) throw notFound('That photo');
    response.set('Cache-Control', 'private, max-age=31536000, immutable').type(photo.mediaType).send(photo.bytes);
  });
  return router;
}
