import type {
  MachineFields,
  MachineView,
  MaterialFields,
  MaterialView,
  StockPieceFields,
  StockPieceView,
  ToolFields,
  ToolView,
} from '@keen-anvil/contract';
import type { FamilyName } from '@keen-anvil/core/materials';

/** What of a machine goes back to the server: its fields without what only the server writes. */
export function machineFields({
  id: _id,
  version: _version,
  isArchived: _isArchived,
  dials,
  ...fields
}: MachineView): MachineFields {
  return {
    ...fields,
    dials: dials.map(({ name, label, unit, min, max, step, isRated, calibration }) => ({
      name,
      label,
      unit,
      min,
      max,
      step,
      isRated: isRated ?? false,
      calibration,
    })),
  };
}

/** What of a tool goes back to the server. */
export const toolFields = ({ name, kind, machineId, details, wear, life }: ToolView): ToolFields => ({
  name,
  kind,
  machineId,
  details,
  wear,
  life,
});

/** What of a material goes back to the server. */
export function materialFields({
  id: _id,
  version: _version,
  isArchived: _isArchived,
  spreadMm: _spread,
  photoId: _photo,
  pieces: _pieces,
  family,
  ...fields
}: MaterialView): MaterialFields {
  return { ...fields, family: family as FamilyName };
}

/** What of a piece of stock goes back to the server. */
export const pieceFields = ({ name, kind, widthMm, lengthMm, count, outline }: StockPieceView): StockPieceFields => ({
  name,
  kind,
  widthMm,
  lengthMm,
  count,
  outline,
});
