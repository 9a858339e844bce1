import { flatten, signedArea, type CurveContour } from '../../geometry';
import { formatNumber } from '../../units';
import { assembleParts } from '../assemble-parts';
import { askSize, type ReadingChoices } from '../../artwork-choices';
import { ArtworkRefusedError, NoticeList, type ArtworkPart, type ArtworkReading } from '../reading';
import type { Progress } from '../progress';
import { contrastAlong } from './contrast';
import { CLEAN_SIGMA, denoised, withoutOddPixels } from './denoise';
import { alphaField, bestThreshold, greyOf, thresholdField } from './grey';
import { outlines } from './marching-squares';
import { noiseOf } from './noise';
import { paletteOf } from './palette';
import { LARGEST_PICTURE, type Field, type Picture } from './picture';
import { smoothRing } from './smooth';
import { softened } from './softened';

/** A picture that says nothing of its size is taken for a print of so many pixels to the inch. */
const USUAL_DPI = 150;
const SIZE_ANSWERS = [96, 150, 300, 600].map((dpi) => ({ label: `${dpi} pixels to the inch`, unitMm: 25.4 / dpi }));
/** Widest and narrowest density that a file may state and be believed. */
const BELIEVED_DPI = [20, 2400];
/** A ring up to so many times the smallest speck is left out where it is faint: below so many greys, and so many times the noise. */
const FAINT_AREAS = 40;
const FAINT_GREYS = 5;
const FAINT_SIGMAS = 1.5;
/** So many colours of a picture are told. */
const PALETTE = 6;
/** Outlines with more rings than this are noise. */
const MOST_RINGS = 60_000;

/**
 * Traces a picture into closed outlines at true size: by threshold, by the edge of what is opaque, or by a few colours
 * (the one most like the ground, at the picture's corners, is left out). Marching squares, smoothed to the tolerance asked for.
 * @throws ArtworkRefusedError where the picture is too large, or nothing but specks
 */
export function readPicture(picture: Picture, choices: ReadingChoices, progress: Progress = () => {}): ArtworkReading {
  const { width, height, dotsPerInch } = picture;
  if (width * height > LARGEST_PICTURE)
    throw new ArtworkRefusedError(
      `The picture has ${formatNumber((width * height) / 1e6, 0)} million pixels; ${LARGEST_PICTURE / 1e6} million are taken. Make it smaller and bring it in again.`,
    );
  const isBelieved =
    dotsPerInch !== null &&
    [dotsPerInch.x, dotsPerInch.y].every((dpi) => dpi >= BELIEVED_DPI[0] && dpi <= BELIEVED_DPI[1]);
  const stated = isBelieved ? { x: 25.4 / dotsPerInch.x, y: 25.4 / dotsPerInch.y } : null;
  const usual = choices.unitMm ?? 25.4 / USUAL_DPI;
  const pixel = choices.unitMm === null && stated ? stated : { x: usual, y: usual };
  const notices = new NoticeList();
  const asks = choices.unitMm === null && stated === null ? askSize(width, height, SIZE_ANSWERS) : undefined;
  if (asks)
    notices.add('size-assumed', `The picture does not say how large it is: read at ${USUAL_DPI} pixels to the inch`);

  progress(0.05, 'Looking at the picture');
  const palette = paletteOf(picture, PALETTE).colours;
  if (choices.tracing.way === 'kept') {
    if (Math.min(width, height) < 2)
      throw new ArtworkRefusedError(
        `A picture of ${width} × ${height} pixels has nothing to be seen: one of 2 × 2 pixels or more was expected.`,
      );
    const frame = {
      name: 'Picture',
      colour: palette[0] ?? '#808080',
      layer: null,
      contours: [frameOf(width * pixel.x, height * pixel.y)],
    };
    return {
      widthMm: width * pixel.x,
      heightMm: height * pixel.y,
      parts: [frame],
      notices: notices.list(),
      asks,
      palette,
    };
  }
  const { toleranceMm, smallestMm2 } = choices.tracing;
  const parts: ArtworkPart[] = [];
  const layers = layersOf(picture, choices, notices);
  layers.forEach(({ colour, field, faint }, i) => {
    progress(
      0.1 + (0.85 * i) / layers.length,
      layers.length > 1 ? `Following the edges of colour ${i + 1} of ${layers.length}` : 'Following the edges',
    );
    const contours = contoursOf(field(), { pixel, toleranceMm, smallestMm2, faint }, notices);
    for (const part of assembleParts(contours, 'evenodd').parts)
      parts.push({ name: `Part ${parts.length + 1}`, colour, layer: null, contours: part, isFilled: true });
  });
  const size = { widthMm: width * pixel.x, heightMm: height * pixel.y };
  if (isPage(parts, size))
    throw new ArtworkRefusedError(
      choices.tracing.way === 'alpha'
        ? 'All of the picture is opaque: its edge is that of the page. Trace it by dark and light, or by its colours.'
        : 'All of the picture lies on one side of the threshold: its edge is that of the page. Choose another threshold, or another picture.',
    );
  return { ...size, parts, notices: notices.list(), asks, palette };
}

/** A part that covers so much of the picture, and has no holes, is the page it is on. */
const PAGE_SHARE = 0.995;

function isPage(parts: readonly ArtworkPart[], { widthMm, heightMm }: { widthMm: number; heightMm: number }): boolean {
  if (parts.length !== 1 || parts[0].contours.length !== 1) return false;
  const { points } = flatten(parts[0].contours[0], PAGE_TOLERANCE_MM);
  return Math.abs(signedArea(points)) >= PAGE_SHARE * widthMm * heightMm;
}
const PAGE_TOLERANCE_MM = 0.05;

const frameOf = (width: number, height: number): CurveContour => ({
  closed: true,
  start: [0, 0],
  segments: [
    ['L', width, 0],
    ['L', width, height],
    ['L', 0, height],
  ],
});

interface TraceLayer {
  colour: string;
  field: () => Field;
  /** Whether a small ring stands out from its ground no more than noise would. */
  faint?: (ring: Float64Array) => boolean;
}

function layersOf(picture: Picture, { tracing }: ReadingChoices, notices: NoticeList): TraceLayer[] {
  const { width, height } = picture;
  if (tracing.way === 'alpha') return [{ colour: '#000000', field: () => alphaField(picture, tracing.isInverted) }];
  const raw = greyOf(picture);
  const sigma = noiseOf(raw, width, height);
  if (tracing.way === 'threshold') {
    const grey = denoised(raw, width, height, sigma);
    const threshold = tracing.threshold ?? bestThreshold(grey);
    if (threshold === null)
      throw new ArtworkRefusedError(
        'The picture is of one grey all over: nothing in it parts dark from light. Trace it by the edge of what is opaque, or choose another picture.',
      );
    if (sigma >= CLEAN_SIGMA)
      notices.add(
        'mended',
        `The picture is noisy (about ${formatNumber(sigma, sigma < 10 ? 1 : 0)} of 255 greys): it was calmed before its edges were followed`,
      );
    const least = Math.max(FAINT_GREYS, FAINT_SIGMAS * sigma);
    return [
      {
        colour: '#000000',
        field: () => thresholdField(grey, width, height, threshold, tracing.isInverted),
        faint: sigma < CLEAN_SIGMA ? undefined : (ring) => contrastAlong(ring, grey, width, height) < least,
      },
    ];
  }
  const { colours, indices: told } = paletteOf(picture, tracing.colours + 1);
  const indices = sigma < CLEAN_SIGMA ? told : withoutOddPixels(told, width, height);
  const ground = groundOf(indices, width, height);
  if (ground !== 255 && colours[ground]) notices.add('left-out', `The ground, ${colours[ground]}, was left out`);
  return colours.flatMap((colour, k) =>
    k === ground ? [] : [{ colour, field: () => softened(indices, width, height, k) }],
  );
}

/** The colour that most of the picture's border has. */
function groundOf(indices: Uint8Array, width: number, height: number): number {
  const counts = new Map<number, number>();
  const count = (i: number) => counts.set(indices[i], (counts.get(indices[i]) ?? 0) + 1);
  for (let x = 0; x < width; x++) [x, (height - 1) * width + x].forEach(count);
  for (let y = 0; y < height; y++) [y * width, y * width + width - 1].forEach(count);
  return [...counts].sort((a, b) => b[1] - a[1])[0][0];
}

interface TraceRule {
  pixel: { x: number; y: number };
  toleranceMm: number;
  smallestMm2: number;
  faint?: (ring: Float64Array) => boolean;
}

function contoursOf(
  field: Field,
  { pixel, toleranceMm, smallestMm2, faint }: TraceRule,
  notices: NoticeList,
): CurveContour[] {
  const rings = outlines(field).filter((ring) => {
    const areaMm2 = Math.abs(areaOf(ring)) * pixel.x * pixel.y;
    if (areaMm2 < smallestMm2)
      notices.add('left-out', `A speck below ${formatNumber(smallestMm2, 2)} mm² was left out`);
    else if (areaMm2 < FAINT_AREAS * smallestMm2 && faint?.(ring))
      notices.add('left-out', 'A faint speck, hardly darker or lighter than what is round it, was left out');
    else return true;
    return false;
  });
  if (rings.length > MOST_RINGS)
    throw new ArtworkRefusedError(
      `The picture traces into ${formatNumber(rings.length, 0)} outlines; ${formatNumber(MOST_RINGS, 0)} are taken. Leave out larger specks, or choose another threshold.`,
    );
  return rings.flatMap((ring) => {
    const contour = smoothRing(ring, pixel, toleranceMm);
    return contour ? [contour] : [];
  });
}

function areaOf(ring: Float64Array): number {
  let twice = 0;
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2)
    twice += ring[j] * ring[i + 1] - ring[i] * ring[j + 1];
  return twice / 2;
}
