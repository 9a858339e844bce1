// The records that a workshop keeps, as everything else sees them.
export { machineFields, materialFields, pieceFields, toolFields } from './fields';
export type { MachineView } from './machine';
export type { MaterialKerf, MaterialView } from './material';
export type { RecipeSummary, TypedSettings, VariantView, VerdictView } from './recipe';
export type { StockPieceView } from './stock-piece';
export type { ToolLife, ToolView } from './tool';
export {
  recordEdit,
  stillStands,
  TURNED_RECORDS,
  turnedRound,
  type RecordEdit,
  type TurnedRecord,
} from './record-edit';
