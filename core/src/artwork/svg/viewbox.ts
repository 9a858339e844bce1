import { lengthInMm, MM_PER_PX, parseLength } from '../../units';
import type { Affine } from '../../geometry';
import { askSize, type SizeQuestion } from '../../artwork-choices';
import { ArtworkRefusedError, type NoticeList } from '../reading';
import type { Viewport } from './shapes';

/** The drawing's true size and how its user units map to mm. */
export interface DrawingFrame {
  widthMm: number;
  heightMm: number;
  toMm: Affine;
  /** What percentages in shapes refer to, in user units. */
  viewport: Viewport;
  asks?: SizeQuestion;
}

/** What one unit of a drawing without a true size may stand for. */
const UNIT_ANSWERS = [
  { label: '96 px to the inch', unitMm: 25.4 / 96 },
  { label: '72 px to the inch', unitMm: 25.4 / 72 },
  { label: '1 px is 1 mm', unitMm: 1 },
  { label: '1 px is 1 inch', unitMm: 25.4 },
];

/**
 * True size from width, height, viewBox and preserveAspectRatio (SVG 2, section 8). Where the file gives no size of
 * its own, a unit is `unitMm`; where that is null too, CSS px (96 to the inch), and the answer asks for it.
 * @throws ArtworkRefusedError where the viewBox is not four numbers with a positive size
 */
export function readFrame(
  attributes: Record<string, string>,
  notices: NoticeList,
  unitMm: number | null = null,
): DrawingFrame {
  const box = readViewBox(attributes.viewBox);
  const isSized = saysTrueSize(attributes.width) || saysTrueSize(attributes.height);
  const bareMm = isSized ? MM_PER_PX : (unitMm ?? MM_PER_PX);
  const width = readSize(attributes.width, bareMm);
  const height = readSize(attributes.height, bareMm);
  const ratio = box ? box.height / box.width : null;
  let widthMm = width ?? (height !== null && ratio !== null ? height / ratio : null);
  let heightMm = height ?? (widthMm !== null && ratio !== null ? widthMm * ratio : null);
  const isStated = widthMm !== null && heightMm !== null;
  widthMm ??= (box?.width ?? 300) * bareMm;
  heightMm ??= (box?.height ?? 150) * bareMm;
  const size = { widthMm, heightMm };
  const asks = isSized || unitMm !== null ? undefined : askSize(widthMm / bareMm, heightMm / bareMm, UNIT_ANSWERS);
  if (asks)
    notices.add(
      'size-assumed',
      isStated
        ? 'The file gives its size in px: read at 96 px to the inch'
        : 'The file does not say how large it is: read at 96 px to the inch',
    );
  if (!box)
    return {
      ...size,
      asks,
      toMm: [bareMm, 0, 0, bareMm, 0, 0],
      viewport: { width: widthMm / bareMm, height: heightMm / bareMm },
    };
  return {
    ...size,
    asks,
    toMm: fitBox(box, widthMm, heightMm, attributes.preserveAspectRatio ?? ''),
    viewport: { width: box.width, height: box.height },
  };
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
  const numbers = text
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  if (numbers.length !== 4 || numbers.some((n) => !Number.isFinite(n)) || numbers[2] <= 0 || numbers[3] <= 0) {
    throw new ArtworkRefusedError(
      `The drawing's viewBox must be four numbers with a width and a height above 0; “${text.slice(0, 40)}” came.`,
    );
  }
  const [x, y, width, height] = numbers;
  return { x, y, width, height };
}

function readSize(text: string | undefined, bareMm: number): number | null {
  if (text === undefined || text === 'auto') return null;
  const length = parseLength(text);
  if (!length)
    throw new ArtworkRefusedError(`The drawing's size must be a length such as 120mm; “${text.slice(0, 40)}” came.`);
  const mm = length.unit === '' || length.unit === 'px' ? length.value * bareMm : lengthInMm(length);
  if (mm !== null && !(mm > 0))
    throw new ArtworkRefusedError(`The drawing's size must be more than 0; “${text.slice(0, 40)}” came.`);
  return mm;
}

/** Whether a size is given in a unit that has a length of its own; px and % have none on a bench. */
function saysTrueSize(text: string | undefined): boolean {
  const length = text === undefined ? null : parseLength(text);
  return length !== null && length.unit !== 'px' && lengthInMm(length) !== null;
}
