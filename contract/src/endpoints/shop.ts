import type { MachineView, MaterialView, Misfit, ChangedMachine, RecordTurnsView, ToolView } from '../answers';
import type {
  Archiving,
  MachineChange,
  MaterialChange,
  NewMachine,
  NewMaterial,
  NewStockPiece,
  NewTool,
  RecordTurn,
  StockPieceChange,
  ToolChange,
  ToolReplacement,
} from '../requests';
import { givesFile, ids, number, page, reads, takesFile, text, writes, yesOrNo } from './endpoint';
import { SEEN_IN } from './seen-in';

const LARGEST_PHOTO = 25_000_000;
const MOST_MATERIALS = 500;

const seesMachine = { touches: SEEN_IN.machine };
const seesTool = { touches: SEEN_IN.tool };
const seesMaterial = { touches: SEEN_IN.material };

/** Machines, tools, materials and stock. */
export const shop = {
  machines: reads<MachineView[]>()({ path: '/machines', key: 'machines' }),
  addMachine: writes<NewMachine, ChangedMachine>('POST')({ path: '/machines', makes: true, ...seesMachine }),
  changeMachine: writes<MachineChange, ChangedMachine>('PUT')({ path: '/machines/:id', ...seesMachine }),
  misfits: reads<Misfit[]>()({ path: '/machines/:id/misfits', key: 'machines' }),
  holderSheet: givesFile({ path: '/machines/:id/holders/:holder/sheet' }),
  putMachineAway: writes<Archiving, ChangedMachine>('POST')({ path: '/machines/:id/archive', ...seesMachine }),

  tools: reads<ToolView[]>()({ path: '/tools', key: 'tools' }),
  addTool: writes<NewTool, ToolView>('POST')({ path: '/tools', makes: true, ...seesTool }),
  changeTool: writes<ToolChange, ToolView>('PUT')({ path: '/tools/:id', ...seesTool }),
  replaceTool: writes<ToolReplacement, ToolView>('POST')({
    path: '/tools/:id/replacement',
    role: 'runner',
    ...seesTool,
  }),
  putToolAway: writes<Archiving, ToolView>('POST')({ path: '/tools/:id/archive', ...seesTool }),

  materials: reads<MaterialView[]>()({
    path: '/materials',
    key: 'materials',
    query: { ids: ids(MOST_MATERIALS), search: text(200), archived: yesOrNo, ...page(100, MOST_MATERIALS) },
  }),
  material: reads<MaterialView>()({ path: '/materials/:id', key: 'materials' }),
  addMaterial: writes<NewMaterial, MaterialView>('POST')({ path: '/materials', makes: true, ...seesMaterial }),
  changeMaterial: writes<MaterialChange, MaterialView>('PUT')({ path: '/materials/:id', ...seesMaterial }),
  putMaterialAway: writes<Archiving, MaterialView>('POST')({ path: '/materials/:id/archive', ...seesMaterial }),
  addPiece: writes<NewStockPiece, MaterialView>('POST')({
    path: '/materials/:id/pieces',
    makes: true,
    ...seesMaterial,
  }),
  changePiece: writes<StockPieceChange, MaterialView>('PUT')({ path: '/pieces/:id', ...seesMaterial }),
  putPieceAway: writes<Archiving, MaterialView>('POST')({ path: '/pieces/:id/archive', ...seesMaterial }),
  photographMaterial: takesFile<MaterialView>()({
    path: '/materials/:id/photo',
    query: { version: number },
    fileUpTo: LARGEST_PHOTO,
    ...seesMaterial,
  }),
  /** What of a record can be taken back on this device, and done again. */
  recordTurns: reads<RecordTurnsView>()({ path: '/records/:kind/:id/turns', key: 'record turns' }),
  /** Pieces of a material that were changed on this device within the last day. */
  changedPieces: reads<string[]>()({ path: '/materials/:id/changed-pieces', key: 'record turns' }),
  turnRecord: writes<RecordTurn, RecordTurnsView>('POST')({
    path: '/records/:kind/:id/turns',
    touches: SEEN_IN.record,
  }),
  photo: givesFile({ path: '/photos/:id', holds: 'for ever' }),
  keepPhoto: takesFile<void>()({ path: '/photos/:id', role: 'runner', fileUpTo: LARGEST_PHOTO }),
  markerPage: givesFile({ path: '/marker-page' }),
  drawerLabels: givesFile({ path: '/labels.pdf', query: { materials: ids(300) } }),
};
