import { joinBounds, overlap, type Bounds, type Point } from '../geometry';
import { freePlaces } from '../layout';
import { outlineOf } from '../materials';
import type { JobDocument } from './document';
import { laid } from './lay';
import { drawingUnder, partsOf } from './parts-of';
import { shapeBox } from './shapes';
import type { JobShop, ShopPiece } from './shop';
import { usedSpots } from './used-spots';

/** What stays together where the rest is laid elsewhere: drawings that lie over each other as they were drawn. */
interface Block {
  partIds: string[];
  box: Bounds;
}

/** What is kept between blocks and from the edge, in mm; nothing where there is no room for that. */
const GAPS_MM = [2, 0];

function blocksOf(document: JobDocument, stepIds: readonly string[], shop: JobShop): Block[] {
  const shapes = shop.shapes(document);
  const byDrawing = new Map<string, Block>();
  for (const part of stepIds.flatMap((id) => partsOf(document, id))) {
    const box = shapeBox(shapes, part.id);
    if (!box) continue;
    const key = drawingUnder(document, part.making)?.id ?? part.id;
    const block = byDrawing.get(key);
    byDrawing.set(
      key,
      block ? { partIds: [...block.partIds, part.id], box: joinBounds(block.box, box) } : { partIds: [part.id], box },
    );
  }
  return [...byDrawing.values()].reduce<Block[]>((blocks, next) => {
    const over = blocks.filter(({ box }) => overlap(box, next.box));
    const joined = over.reduce(
      (all, { partIds, box }) => ({ partIds: [...partIds, ...all.partIds], box: joinBounds(all.box, box) }),
      next,
    );
    return [...blocks.filter((block) => !over.includes(block)), joined];
  }, []);
}

interface Room {
  sheetId: string;
  piece: ShopPiece;
  /** What of the piece can be used, mm. */
  area: Bounds;
  turnedOver: boolean;
}

/**
 * Lays steps drawing by drawing where there is room, as they do not fit as they were drawn: what was brought in one after the
 * other lies beside each other then, however wide that is.
 * @returns null where there are no two drawings, or where one of them finds no room
 */
export function laidApart(
  document: JobDocument,
  stepIds: readonly string[],
  { sheetId, piece, area, turnedOver }: Room,
  shop: JobShop,
): JobDocument | null {
  const blocks = blocksOf(document, stepIds, shop);
  if (blocks.length < 2) return null;
  for (const gapMm of GAPS_MM) {
    const places = placesFor(blocks, { piece, area, gapMm });
    if (places)
      return blocks.reduce((next, { partIds, box }, i) => {
        const x = places[i].x + (turnedOver ? box.maxX : -box.minX);
        return laid(next, partIds, { x, y: places[i].y - box.minY, sheetId, turnedOver });
      }, document);
  }
  return null;
}

function placesFor(
  blocks: readonly Block[],
  { piece, area, gapMm }: { piece: ShopPiece; area: Bounds; gapMm: number },
): Point[] | null {
  const taken: Bounds[] = [];
  for (const { box } of blocks) {
    const [widthMm, heightMm] = [box.maxX - box.minX, box.maxY - box.minY];
    const [at] = freePlaces({
      outline: [outlineOf(piece), ...usedSpots(piece)],
      reach: area,
      taken,
      widthMm,
      heightMm,
      count: 1,
      gapMm,
    });
    if (!at) return null;
    taken.push({ minX: at.x, minY: at.y, maxX: at.x + widthMm, maxY: at.y + heightMm });
  }
  return taken.map(({ minX, minY }) => ({ x: minX, y: minY }));
}
