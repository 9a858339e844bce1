import { gunzipSync } from 'node:zlib';
import type { MessagePort } from 'node:worker_threads';
import type { ArtworkKind } from '@keen-anvil/contract';
import {
  artworkBounds,
  ArtworkRefusedError,
  decodeDxf,
  harfbuzzFont,
  readDxf,
  readGcodeArtwork,
  readHpglArtwork,
  readPicture,
  readSvg,
  readText,
  type ArtworkReading,
  type FontWish,
  type Progress,
  type ReadingNotice,
} from '@keen-anvil/core/artwork';
import { type ReadingChoices, type TextChoices } from '@keen-anvil/core/artwork-choices';
import type { Bounds } from '@keen-anvil/core/geometry';
import { formatNumber } from '@keen-anvil/core/units';
import sharp from 'sharp';
import { statedDensity } from './picture-density';
import { loadHarfBuzz } from './harfbuzz.cjs';
import { fontByFamily, shippedFont } from './shipped-fonts';

/** What is to be read: a file with the choices for it, or a text with its font. */
export type ReadTask = { port?: MessagePort } & (
  | { kind: Exclude<ArtworkKind, 'text'>; bytes: Uint8Array; fileName: string; choices: ReadingChoices }
  | { kind: 'text'; text: TextChoices; ownFont: Uint8Array | null }
);

export type ReadAnswer = { refusal: string } | { refusal: null; reading: ArtworkReading; drawn: Bounds | null };

/** An svgz that grows beyond this is refused. */
const MOST_UNZIPPED = 24_000_000;
const MOST_PIXELS = 40_000_000;

/** Reads a drawing, a picture, a machine file or a text; a refusal comes back as its sentence. Runs in a worker thread. */
export async function readArtwork(task: ReadTask): Promise<ReadAnswer> {
  const progress: Progress = (share, doing) => task.port?.postMessage({ progress: share, doing });
  try {
    const reading = await readingOf(task, progress);
    progress(1, 'Done');
    const drawn = artworkBounds(reading.parts);
    return { refusal: null, reading: { ...reading, notices: [...reading.notices, ...tooLargeFor(drawn)] }, drawn };
  } catch (error) {
    if (error instanceof ArtworkRefusedError) return { refusal: error.message };
    throw error;
  } finally {
    task.port?.close();
  }
}

/** Larger than any sheet, in mm. */
const NO_SHEET_MM = 10_000;

/** Said of a drawing that no sheet could hold: most likely its unit is wrong. */
function tooLargeFor(drawn: Bounds | null): ReadingNotice[] {
  const across = drawn ? Math.max(drawn.maxX - drawn.minX, drawn.maxY - drawn.minY) : 0;
  return across > NO_SHEET_MM
    ? [
        {
          code: 'size-assumed',
          message: `The drawing is ${formatNumber(across / 1000, 0)} m across, larger than any sheet: look at its unit, or set its exact size`,
          count: 1,
        },
      ]
    : [];
}

async function readingOf(task: ReadTask, progress: Progress): Promise<ArtworkReading> {
  if (task.kind === 'text')
    return readText(
      task.ownFont
        ? harfbuzzFont(await loadHarfBuzz(), task.ownFont)
        : shippedFont(await loadHarfBuzz(), task.text.fontId),
      task.text,
    );
  const { kind, bytes, fileName, choices } = task;
  if (kind === 'picture') return readPicture(await decode(bytes, fileName, progress), choices, progress);
  if (kind === 'dxf') return readDxf(decodeDxf(bytes), choices, progress);
  if (kind === 'svg') {
    const hb = await loadHarfBuzz();
    return readSvg(textOf(unzipped(bytes, fileName), fileName), {
      choices,
      fonts: (wish: FontWish) => fontByFamily(hb, wish),
      progress,
    });
  }
  progress(0.2, 'Following the lines');
  return kind === 'hpgl'
    ? readHpglArtwork(textOf(bytes, fileName), choices)
    : readGcodeArtwork(textOf(bytes, fileName));
}

function unzipped(bytes: Uint8Array, fileName: string): Uint8Array {
  const isZipped = bytes[0] === 0x1f && bytes[1] === 0x8b;
  if (!isZipped) return bytes;
  try {
    return gunzipSync(bytes, { maxOutputLength: MOST_UNZIPPED });
  } catch (error) {
    const isLarge = (error as { code?: string }).code === 'ERR_BUFFER_TOO_LARGE';
    throw new ArtworkRefusedError(
      isLarge
        ? `“${fileName}” unpacks to more than ${MOST_UNZIPPED / 1e6} million characters. Make the drawing simpler.`
        : `“${fileName}” breaks off or is damaged: it cannot be unpacked. Save it again.`,
    );
  }
}

function textOf(bytes: Uint8Array, fileName: string): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    throw new ArtworkRefusedError(`Text in UTF-8 was expected in “${fileName}”; these bytes are something else.`);
  }
}

async function decode(bytes: Uint8Array, fileName: string, progress: Progress) {
  progress(0.02, 'Unpacking the picture');
  const damaged = () =>
    new ArtworkRefusedError(
      `“${fileName}” breaks off or is damaged: a whole PNG or JPG picture was expected. Save it again and bring it in.`,
    );
  const picture = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'truncated' });
  const facts = await picture.metadata().catch((error: Error) => {
    throw /pixel limit/i.test(error.message) ? tooLarge() : damaged();
  });
  if (facts.format !== 'png' && facts.format !== 'jpeg')
    throw new ArtworkRefusedError(
      `A PNG or JPG picture was expected; “${fileName}” is ${facts.format ?? 'something else'}.`,
    );
  if ((facts.width ?? 0) * (facts.height ?? 0) > MOST_PIXELS) throw tooLarge();
  const { data, info } = await picture
    .rotate()
    .toColourspace('srgb')
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
    .catch(() => {
      throw damaged();
    });
  return {
    width: info.width,
    height: info.height,
    data: new Uint8Array(data.buffer, data.byteOffset, data.length),
    dotsPerInch: statedDensity(bytes, facts),
  };
}

const tooLarge = () =>
  new ArtworkRefusedError(
    `The picture has more than ${MOST_PIXELS / 1e6} million pixels. Make it smaller and bring it in again.`,
  );
