import type { Machine } from '@keen-anvil/core/machines';
import { holderSheet } from '@keen-anvil/core/output';
import { notFound, refused } from '../problem';
import { listMachines } from '../queries/machines';
import { findMaterials, listMaterials } from '../queries/materials';
import { findPhoto } from '../queries/photos';
import { listChangedPieces } from '../queries/record-edits';
import { listTools } from '../queries/tools';
import { drawerLabels } from '../services/drawer-labels';
import { archiveMachine, changeMachine, createMachine, machineWithMisfits } from '../services/machines';
import {
  addPiece,
  archiveMaterial,
  archivePiece,
  changeMaterial,
  changePiece,
  createMaterial,
  materialOf,
  photographMaterial,
} from '../services/materials';
import { keepPhotoAs } from '../services/photos';
import { keepingEdit, recordTurns, turnRecord } from '../services/record-edits';
import { archiveTool, changeTool, createTool, replaceTool } from '../services/tools';
import type { Handlers } from './answer-endpoints';
import type { ApiParts } from './api-parts';
import { originOf } from './origin';
import { printed, saved, shown } from './sent';

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
export const shopHandlers = ({ pool, heavy }: ApiParts): Handlers<'shop'> => ({
  machines: ({ workshopId }) => listMachines(pool, workshopId),
  addMachine: (here, { body }) => createMachine(here, pool, body),
  changeMachine: (here, { id, body }) =>
    keepingEdit(here, pool, 'machine', id, (inner, one) => changeMachine(inner, one, id, body)),
  misfits: async (here, { id }) => (await machineWithMisfits(here, pool, id)).misfits,
  holderSheet: async (here, { id, holder }) => {
    const { machine } = await machineWithMisfits(here, pool, id);
    return saved([machine.name, `holder ${holder}`], 'hpgl', sheetOf(machine, Number(holder)));
  },
  putMachineAway: (here, { id, body }) => archiveMachine(here, pool, id, body),

  tools: ({ workshopId }) => listTools(pool, workshopId),
  addTool: (here, { body }) => createTool(here, pool, body),
  changeTool: (here, { id, body }) =>
    keepingEdit(here, pool, 'tool', id, (inner, one) => changeTool(inner, one, id, body)),
  replaceTool: (here, { id, body }) => replaceTool(here, pool, id, body),
  putToolAway: (here, { id, body }) => archiveTool(here, pool, id, body),

  materials: ({ workshopId }, { ids, archived, ...asked }) =>
    ids ? findMaterials(pool, workshopId, ids) : listMaterials(pool, workshopId, { ...asked, isArchived: archived }),
  material: (here, { id }) => materialOf(here, pool, id),
  addMaterial: (here, { body }) => createMaterial(here, pool, body),
  changeMaterial: (here, { id, body }) =>
    keepingEdit(here, pool, 'material', id, (inner, one) => changeMaterial(inner, one, id, body)),
  putMaterialAway: (here, { id, body }) => archiveMaterial(here, pool, id, body),
  addPiece: (here, { id, body }) => addPiece(here, pool, id, body),
  changePiece: (here, { id, body }) =>
    keepingEdit(here, pool, 'piece', id, (inner, one) => changePiece(inner, one, id, body)),
  putPieceAway: (here, { id, body }) => archivePiece(here, pool, id, body),
  photographMaterial: (here, { id, version, body }) => {
    if (version === null || !Number.isInteger(version))
      throw refused('The version of the material is missing.', 'version');
    return photographMaterial(here, pool, heavy, id, version, body);
  },
  recordTurns: (here, { kind, id }) => recordTurns(here, pool, kind, id),
  changedPieces: ({ workshopId, deviceId }, { id }) => listChangedPieces(pool, workshopId, id, deviceId),
  turnRecord: (here, { kind, id, body }) => turnRecord(here, pool, kind, id, body),
  photo: async ({ workshopId }, { id }) => {
    const photo = await findPhoto(pool, workshopId, id);
    if (!photo) throw notFound('That photo');
    return shown(photo.mediaType, photo.bytes);
  },
  keepPhoto: (here, { id, body }) => keepPhotoAs(here, pool, heavy, id, body),
  markerPage: async (here) => printed(['marker page'], await heavy.paper(here, 'markerPage')),
  drawerLabels: async (here, { materials }, { req }) => {
    const { words, pdf } = await drawerLabels(here, pool, heavy, materials ?? [], originOf(req));
    return printed(words, pdf);
  },
});
