import { lengthInMm, MM_PER_PX, parseLength } from '../../units';
import type { Affine } from '../../geometry';
import { ArtworkRefusedError, type NoticeList } from '../reading';
import type { Viewport } from './shapes';

/** The drawing's true size and how its user units map to mm. */
export interface DrawingFrame {
  widthMm: number;
  heightMm: number;
  toMm: Affine;
  /** What percentages in shapes refer to, in user units. */
  viewport: Viewport;
}

/**
 * True size from width, height, viewBox and preserveAspectRatio (SVG 2, section 8). Where the file gives no size,
 * user units count as CSS px (96 to the inch) and a notice says so.
 * @throws ArtworkRefusedError where the viewBox is not four numbers with a positive size
 */
export function readFrame(attributes: Record<string, string>, notices: NoticeList): DrawingFrame {
  const box = readViewBox(attributes.viewBox);
  const width = readSize(attributes.width);
  const height = readSize(attributes.height);
  const ratio = box ? box.height / box.width : null;
  let widthMm = width ?? (height !== null && ratio !== null ? height / ratio : null);
  let heightMm = height ?? (widthMm !== null && ratio !== null ? widthMm * ratio : null);
  if (widthMm === null || heightMm === null) {
    widthMm = (box?.width ?? 300) * MM_PER_PX;
    heightMm = (box?.height ?? 150) * MM_PER_PX;
    notices.add('size-assumed', `The file does not say how large it is: read at 96 px to the inch, ${widthMm.toFixed(1)} × ${heightMm.toFixed(1)} mm. Set the width if that is wrong`);
  } else if (isBare(attributes.width) && isBare(attributes.height)) {
    notices.add('size-assumed', `The file gives its size in px: read at 96 px to the inch, ${widthMm.toFixed(1)} × ${heightMm.toFixed(1)} mm. Set the width if that is wrong`);
  }
  if (!box) {
    return { widthMm, heightMm, toMm: [MM_PER_PX, 0, 0, MM_PER_PX, 0, 0], viewport: { width: widthMm / MM_PER_PX, height: heightMm / MM_PER_PX } };
  }
  return { widthMm, heightMm, toMm: fitBox(box, widthMm, heightMm, attributes.preserveAspectRatio ?? ''), viewport: { width: box.width, height: box.height } };
}

interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Maps a view box onto a space of the given size, as preserveAspectRatio asks; `none` stretches. */
export function fitBox(box: Box, width: number, height: number, preserveAspectRatio: string): Affine {
  let scaleX = width / box.width;
  let scaleY = height / box.height;
  const [, alignX = 'Mid', alignY = 'Mid'] = /x(Min|Mid|Max)Y(Min|Mid|Max)/.exec(preserveAspectRatio) ?? [];
  if (!/none/.test(preserveAspectRatio)) {
    const scale = /slice/.test(preserveAspectRatio) ? Math.max(scaleX, scaleY) : Math.min(scaleX, scaleY);
    scaleX = scale;
    scaleY = scale;
  }
  const share = { Min: 0, Mid: 0.5, Max: 1 } as const;
  const left = (width - box.width * scaleX) * share[alignX as keyof typeof share];
  const top = (height - box.height * scaleY) * share[alignY as keyof typeof share];
  return [scaleX, 0, 0, scaleY, left - box.x * scaleX, top - box.y * scaleY];
}

/** Four numbers of a viewBox, or null where there is none. */
export function readViewBox(text: string | undefined): Box | null {
  if (text === undefined) return null;
  const numbers = text.trim().split(/[\s,]+/).map(Number);
  if (numbers.length !== 4 || numbers.some((n) => !Number.isFinite(n)) || numbers[2] <= 0 || numbers[3] <= 0) {
    throw new ArtworkRefusedError(`The drawing's viewBox must be four numbers with a width and a height above 0; “${text.slice(0, 40)}” came.`);
  }
  const [x, y, width, height] = numbers;
  return { x, y, width, height };
}

function readSize(text: string | undefined): number | null {
  if (text === undefined || text === 'auto') return null;
  const length = parseLength(text);
  if (!length) throw new ArtworkRefusedError(`The drawing's size must be a length such as 120mm; “${text.slice(0, 40)}” came.`);
  const mm = length.unit === '' ? length.value * MM_PER_PX : lengthInMm(length);
  if (mm !== null && !(mm > 0)) throw new ArtworkRefusedError(`The drawing's size must be more than 0; “${text.slice(0, 40)}” came.`);
  return mm;
}

const isBare = (text: string | undefined) => text === undefined || /^[\s\d.+-]+(px)?\s*$/i.test(text);
