type Value = string | number;

/** DXF text from pairs of group codes and values. */
export const groups = (...pairs: [number, Value][]): string =>
  pairs.map(([code, value]) => `${code}\n${value}`).join('\n');

/** An entity: its type, its layer, and what else it holds. */
export const entity = (type: string, layer: string, ...pairs: [number, Value][]): string =>
  groups([0, type], [8, layer], ...pairs);

export const line = (layer: string, x1: number, y1: number, x2: number, y2: number): string =>
  entity('LINE', layer, [10, x1], [20, y1], [11, x2], [21, y2]);

interface Drawing {
  units?: number;
  layers?: { name: string; colour: number }[];
  blocks?: { name: string; entities: string[] }[];
  entities: string[];
}

/** A whole DXF drawing in text form. */
export function dxf({ units, layers = [], blocks = [], entities }: Drawing): string {
  const section = (name: string, body: string) =>
    `${groups([0, 'SECTION'], [2, name])}\n${body ? `${body}\n` : ''}${groups([0, 'ENDSEC'])}`;
  const header = units === undefined ? '' : groups([9, '$INSUNITS'], [70, units]);
  const table = layers.length
    ? [
        groups([0, 'TABLE'], [2, 'LAYER'], [70, layers.length]),
        ...layers.map(({ name, colour }) => groups([0, 'LAYER'], [2, name], [70, 0], [62, colour], [6, 'CONTINUOUS'])),
        groups([0, 'ENDTAB']),
      ].join('\n')
    : '';
  const block = ({ name, entities: inner }: { name: string; entities: string[] }) =>
    [
      groups([0, 'BLOCK'], [8, '0'], [2, name], [70, 0], [10, 0], [20, 0], [3, name]),
      ...inner,
      groups([0, 'ENDBLK'], [8, '0']),
    ].join('\n');
  return [
    section('HEADER', header),
    section('TABLES', table),
    section('BLOCKS', blocks.map(block).join('\n')),
    section('ENTITIES', entities.join('\n')),
    groups([0, 'EOF']),
  ].join('\n');
}
