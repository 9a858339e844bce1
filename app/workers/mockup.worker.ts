import type { Bounds, Point } from '@keen-anvil/core/geometry';
import { coneOf, type Measures } from '@keen-anvil/core/measured';
import { roundPicture, heightOf, textureTile, TILE_MM, type TextureName } from '@keen-anvil/core/mockup';
import { expose } from 'comlink';

/** Parts of one material, as SVG path data in mm. */
export interface MockupLayer {
  paths: string[];
  colour: string;
  texture: TextureName;
  /** A photo of its pattern, and how wide what it shows is, in mm. */
  pattern: { bytes: Blob; widthMm: number } | null;
}

export interface MockupWish {
  photo: Blob;
  /** What the photo shows, in mm. */
  box: Bounds;
  layers: MockupLayer[];
  /** What the parts take up in their plane. */
  design: Bounds;
  /** Where the middle of the design comes to lie in the photo, in mm; of a cup, the middle of its upper rim. */
  at: Point;
  degrees: number;
  round: {
    measures: Measures;
    turn: number;
    above: number;
    /** The middle of the upper edge of the unrolled wall, in the design's plane. */ origin: Point;
  } | null;
}

/** The picture has no more pixels than this along a side. */
const MOST_PX = 1600;
/** A design that is bent round a cup is drawn so finely first. */
const DESIGN_PER_MM = 5;
const MOST_DESIGN_PX = 3000;
/** How much the folds and lights of the photo are seen in what lies on it. */
const SHADED = 0.45;
/** So many points across and down tell how light a photo is. */
const LOOKED_AT = 96;

type Context = OffscreenCanvasRenderingContext2D;
const canvasOf = (width: number, height: number): { canvas: OffscreenCanvas; context: Context } => {
  const canvas = new OffscreenCanvas(Math.max(1, Math.round(width)), Math.max(1, Math.round(height)));
  return { canvas, context: canvas.getContext('2d')! };
};

async function fillOf(
  context: Context,
  { colour, texture, pattern }: MockupLayer,
  perMm: number,
): Promise<CanvasPattern | string> {
  if (pattern) {
    const bitmap = await createImageBitmap(pattern.bytes);
    const fill = context.createPattern(bitmap, 'repeat')!;
    const scale = pattern.widthMm / bitmap.width;
    fill.setTransform(new DOMMatrix([scale, 0, 0, scale, 0, 0]));
    return fill;
  }
  if (texture === 'plain') return colour;
  const tile = textureTile(texture, colour, Math.min(8, Math.max(2, perMm)));
  const { canvas, context: own } = canvasOf(tile.width, tile.height);
  own.putImageData(new ImageData(Uint8ClampedArray.from(tile.data), tile.width, tile.height), 0, 0);
  const fill = context.createPattern(canvas, 'repeat')!;
  const scale = TILE_MM / tile.width;
  fill.setTransform(new DOMMatrix([scale, 0, 0, scale, 0, 0]));
  return fill;
}

/** Draws the parts in a context that counts in mm of their plane. */
async function drawParts(context: Context, layers: readonly MockupLayer[], perMm: number): Promise<void> {
  for (const layer of layers) {
    context.fillStyle = await fillOf(context, layer, perMm);
    for (const path of layer.paths) context.fill(new Path2D(path), 'evenodd');
  }
}

async function flatLayer(wish: MockupWish, width: number, height: number, perMm: number): Promise<OffscreenCanvas> {
  const { canvas, context } = canvasOf(width, height);
  const { design, box, at, degrees } = wish;
  context.translate((at.x - box.minX) * perMm, (at.y - box.minY) * perMm);
  context.scale(perMm, perMm);
  context.rotate((-degrees * Math.PI) / 180);
  context.translate(-(design.minX + design.maxX) / 2, -(design.minY + design.maxY) / 2);
  await drawParts(context, wish.layers, perMm);
  return canvas;
}

async function roundLayer(wish: MockupWish, width: number, height: number, perMm: number): Promise<OffscreenCanvas> {
  const { measures, turn, above, origin } = wish.round!;
  const { design, box, at } = wish;
  const [across, down] = [design.maxX - design.minX, design.maxY - design.minY];
  const fine = Math.min(DESIGN_PER_MM, MOST_DESIGN_PX / Math.max(across, down));
  const { canvas: flat, context } = canvasOf(across * fine, down * fine);
  context.scale(fine, fine);
  context.translate(-design.minX, -design.minY);
  await drawParts(context, wish.layers, fine);
  const pixels = context.getImageData(0, 0, flat.width, flat.height);
  const cone = coneOf(measures);
  const half = Math.max(...cone.edges) / (2 * Math.PI);
  const bulge = half * Math.sin((above * Math.PI) / 180);
  const seen: Bounds = { minX: -half, minY: 0, maxX: half, maxY: heightOf(cone) + bulge };
  const size = {
    width: Math.max(1, Math.round((seen.maxX - seen.minX) * perMm)),
    height: Math.max(1, Math.round((seen.maxY - seen.minY) * perMm)),
    box: seen,
  };
  const picture = roundPicture(
    {
      width: pixels.width,
      height: pixels.height,
      data: pixels.data,
      dotsPerInch: null,
      box: {
        minX: design.minX - origin.x,
        minY: design.minY - origin.y,
        maxX: design.maxX - origin.x,
        maxY: design.maxY - origin.y,
      },
    },
    { cone, turn, above },
    size,
  );
  const { canvas: bent, context: own } = canvasOf(picture.width, picture.height);
  own.putImageData(new ImageData(Uint8ClampedArray.from(picture.data), picture.width, picture.height), 0, 0);
  const { canvas, context: layer } = canvasOf(width, height);
  layer.drawImage(bent, (at.x + seen.minX - box.minX) * perMm, (at.y - box.minY) * perMm);
  return canvas;
}

/** How light the photo is where parts lie on it, 0.15 to 1: a dark shirt makes nothing on it darker. */
async function lightUnder(parts: OffscreenCanvas, photo: ImageBitmap): Promise<number> {
  const [width, height] = [LOOKED_AT, LOOKED_AT];
  const { context } = canvasOf(width, height);
  context.drawImage(photo, 0, 0, width, height);
  context.globalCompositeOperation = 'destination-in';
  context.drawImage(parts, 0, 0, width, height);
  const { data } = context.getImageData(0, 0, width, height);
  let [sum, weight] = [0, 0];
  for (let i = 0; i < data.length; i += 4) {
    sum += data[i + 3] * (0.2126 * data[i] + 0.7152 * data[i + 1] + 0.0722 * data[i + 2]);
    weight += 255 * data[i + 3];
  }
  return weight > 0 ? Math.min(1, Math.max(0.15, sum / weight)) : 1;
}

const worker = {
  /** The parts on the photo of their blank, as a PNG. */
  async paint(wish: MockupWish): Promise<Blob> {
    const photo = await createImageBitmap(wish.photo);
    const scale = Math.min(1, MOST_PX / Math.max(photo.width, photo.height));
    const { canvas, context } = canvasOf(photo.width * scale, photo.height * scale);
    const { width, height } = canvas;
    const perMm = width / (wish.box.maxX - wish.box.minX);
    context.drawImage(photo, 0, 0, width, height);
    const parts = await (wish.round ? roundLayer : flatLayer)(wish, width, height, perMm);
    // The folds of the cloth and the light on it are seen in what lies on it.
    const { canvas: lit, context: light } = canvasOf(width, height);
    light.drawImage(parts, 0, 0);
    light.globalCompositeOperation = 'multiply';
    light.globalAlpha = SHADED;
    light.filter = `grayscale(1) brightness(${(1 / (await lightUnder(parts, photo))).toFixed(3)})`;
    light.drawImage(photo, 0, 0, width, height);
    light.filter = 'none';
    light.globalAlpha = 1;
    light.globalCompositeOperation = 'destination-in';
    light.drawImage(parts, 0, 0);
    context.drawImage(lit, 0, 0);
    return canvas.convertToBlob({ type: 'image/png' });
  },
};
export type MockupWorker = typeof worker;

expose(worker);
