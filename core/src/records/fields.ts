import type { MachineView } from './machine';
import type { MaterialView } from './material';
import type { StockPieceView } from './stock-piece';
import type { ToolView } from './tool';

/** What of a machine is written: its fields without what only the server writes. */
export const machineFields = ({
  id: _id,
  version: _version,
  isArchived: _isArchived,
  dials,
  ...fields
}: MachineView) => ({
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
});

/** What of a tool is written. */
export const toolFields = ({ name, kind, machineId, details, wear, life }: ToolView) => ({
  name,
  kind,
  machineId,
  details,
  wear,
  life,
});

/** What of a material is written. */
export const materialFields = ({
  id: _id,
  version: _version,
  isArchived: _isArchived,
  spreadMm: _spread,
  photoId: _photo,
  pieces: _pieces,
  ...fields
}: MaterialView) => fields;

/** What of a piece of stock is written. */
export const pieceFields = ({ name, kind, widthMm, lengthMm, count, outline }: StockPieceView) => ({
  name,
  kind,
  widthMm,
  lengthMm,
  count,
  outline,
});
