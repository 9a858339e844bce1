import { ArtworkRefusedError } from '../reading';
import type { Field } from './picture';

/** More pieces of outline than this are no drawing but noise. */
const MOST_PIECES = 3_000_000;

/** The sides of a cell. */
const TOP = 0;
const RIGHT = 1;
const BOTTOM = 2;
const LEFT = 3;
/**
 * The way through a cell, from which side to which, by its corners above the mark (upper left 8, upper right 4, lower right
 * 2, lower left 1); what is above the mark lies to its left. Saddles (5, 10) are two ways of the others.
 */
const WAYS: readonly (readonly [number, number] | null)[] = [
  null,
  [LEFT, BOTTOM],
  [BOTTOM, RIGHT],
  [LEFT, RIGHT],
  [RIGHT, TOP],
  null,
  [BOTTOM, TOP],
  [LEFT, TOP],
  [TOP, LEFT],
  [TOP, BOTTOM],
  null,
  [TOP, RIGHT],
  [RIGHT, LEFT],
  [RIGHT, BOTTOM],
  [BOTTOM, LEFT],
  null,
];
const FROM = Uint8Array.from(WAYS, (way) => way?.[0] ?? 255);
const TO = Uint8Array.from(WAYS, (way) => way?.[1] ?? 255);
/** The two ways of a saddle, joined or parted. */
const SADDLES: Record<number, { joined: [number, number]; parted: [number, number] }> = {
  5: { joined: [7, 13], parted: [1, 4] },
  10: { joined: [11, 14], parted: [8, 2] },
};

/**
 * Closed outlines at 128 of a field (marching squares, crossings placed by linear interpolation), in pixels from the
 * picture's upper left corner. What lies above 128 is to the left of the way; outside the picture nothing does.
 * A saddle is parted or joined by the mean of its four corners.
 * @throws ArtworkRefusedError where there is more outline than a drawing can have
 */
export function outlines(field: Field): Float64Array[] {
  const { width, height, values } = field;
  const { kinds, crossed } = cellsOf(field);
  // With a border of nothing round it: cell (x, y) has its corners at x-1…x and y-1…y of the picture.
  const columns = width + 1;
  const at = (x: number, y: number): number =>
    x < 0 || y < 0 || x >= width || y >= height ? 0 : values[y * width + x];
  const isJoined = (x: number, y: number) => at(x - 1, y - 1) + at(x, y - 1) + at(x, y) + at(x - 1, y) >= 4 * 128;
  const waysOf = (cell: number, x: number, y: number) => SADDLES[kinds[cell]][isJoined(x, y) ? 'joined' : 'parted'];
  /** To the cell beyond each side. */
  const beyond = [-columns, 1, columns, -1];

  const rings: Float64Array[] = [];
  const way: number[] = [];
  /** Follows the way that enters a cell at a side until it is round, and takes it out of the cells. */
  const follow = (first: number, side: number) => {
    way.length = 0;
    for (let cell = first; ;) {
      let kind = kinds[cell];
      const x = cell % columns;
      const y = (cell - x) / columns;
      let left = 0;
      if (kind === 5 || kind === 10) {
        const [one, other] = waysOf(cell, x, y);
        [kind, left] = FROM[one] === side ? [one, other] : [other, one];
      }
      if (FROM[kind] !== side) return;
      kinds[cell] = left;
      // Pixel (x, y) has its middle at x + ½, y + ½.
      if (side === LEFT || side === RIGHT) {
        const by = side === LEFT ? x : x + 1;
        way.push(by - 0.5, y - 0.5 + (y === 0 || y === height ? 0.5 : share(at(by - 1, y - 1), at(by - 1, y))));
      } else {
        const by = side === TOP ? y : y + 1;
        way.push(x - 0.5 + (x === 0 || x === width ? 0.5 : share(at(x - 1, by - 1), at(x, by - 1))), by - 0.5);
      }
      const out = TO[kind];
      cell += beyond[out];
      side = out ^ 2;
    }
  };
  for (const cell of crossed) {
    while (kinds[cell]) {
      const x = cell % columns;
      const kind = kinds[cell];
      follow(cell, FROM[kind === 5 || kind === 10 ? waysOf(cell, x, (cell - x) / columns)[0] : kind]);
      if (way.length >= 6) rings.push(Float64Array.from(way));
    }
  }
  return rings;
}

/** What each cell's corners are, and the cells that an outline crosses, row by row. */
function cellsOf({ width, height, values }: Field): { kinds: Uint8Array; crossed: number[] } {
  const columns = width + 1;
  const kinds = new Uint8Array(columns * (height + 1));
  const crossed: number[] = [];
  let above = new Uint8Array(columns);
  let own = new Uint8Array(columns);
  for (let y = 0, cell = 0; y <= height; y++) {
    if (y < height) for (let x = 0, i = y * width; x < width; x++, i++) own[x] = values[i] >> 7;
    else own.fill(0);
    // What was right in one cell is left in the next.
    let kind = 0;
    for (let x = 0; x <= width; x++, cell++) {
      kind = ((kind & 4) << 1) | ((kind & 2) >> 1) | (above[x] << 2) | (own[x] << 1);
      if (kind === 0 || kind === 15) continue;
      kinds[cell] = kind;
      crossed.push(cell);
    }
    if (crossed.length > MOST_PIECES)
      throw new ArtworkRefusedError(
        'The picture is so full of specks that its outlines would be more than can be cut. Blur it a little, or choose another threshold.',
      );
    [above, own] = [own, above];
  }
  return { kinds, crossed };
}

/** Where between two neighbours the field passes 128. At the picture's own edge the outline is that edge. */
function share(from: number, to: number): number {
  return from === to ? 0.5 : Math.max(0, Math.min(1, (127.5 - from) / (to - from)));
}
