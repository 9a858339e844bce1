import { colourOfIndex } from './colour-index';

/** A layer of a drawing as it decides over what lies on it. */
export interface DxfLayer {
  isOff: boolean;
  isFrozen: boolean;
  colorIndex: number;
  color: number;
}

/** Names of layers and blocks are the same in capitals and small letters. */
export const nameKey = (name: string): string => name.toUpperCase();

/** Stands for the index of a layer that has a colour of its own. */
const TRUE_COLOUR = -1;
/** Bit of a layer's flags; the next one only says how it begins in views that are made later. */
const FROZEN = 1;

/** The layers of a drawing by {@link nameKey}. A colour below 0 says that the layer is off. */
export function readLayers(source: string): Map<string, DxfLayer> {
  const layers = new Map<string, DxfLayer>();
  const table = /^[ \t]*0[ \t]*\r?\n[ \t]*TABLE[ \t]*\r?\n[ \t]*2[ \t]*\r?\n[ \t]*LAYER[ \t]*\r?\n/m.exec(source);
  if (!table) return layers;
  const lines = source
    .slice(table.index + table[0].length, endOfTable(source, table.index + table[0].length))
    .split(/\r?\n/);
  let layer: (DxfLayer & { name: string }) | null = null;
  const finish = () => {
    if (layer) layers.set(nameKey(layer.name), layer);
  };
  for (let i = 0; i + 1 < lines.length; i += 2) {
    const [code, value] = [Number(lines[i]), lines[i + 1].trim()];
    if (code === 0) {
      finish();
      layer =
        value === 'LAYER' ? { name: '', isOff: false, isFrozen: false, colorIndex: 7, color: colourOfIndex(7) } : null;
    } else if (!layer) continue;
    else if (code === 2) layer.name = value;
    else if (code === 70) layer.isFrozen = (Number(value) & FROZEN) !== 0;
    else if (code === 62) {
      layer.isOff = Number(value) < 0;
      // A true colour goes before the index.
      if (layer.colorIndex === TRUE_COLOUR) continue;
      layer.colorIndex = Math.abs(Number(value));
      layer.color = colourOfIndex(layer.colorIndex);
    } else if (code === 420) {
      layer.color = Number(value);
      layer.colorIndex = TRUE_COLOUR;
    }
  }
  finish();
  return layers;
}

function endOfTable(source: string, from: number): number {
  const end = source.slice(from).search(/^[ \t]*ENDTAB[ \t]*\r?$/m);
  return end < 0 ? source.length : from + end;
}
