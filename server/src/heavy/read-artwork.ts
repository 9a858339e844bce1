import { gunzipSync } from 'node:zlib';
import type { MessagePort } from 'node:worker_threads';
import {
  artworkBounds,
  ArtworkRefusedError,
  decodeDxf,
  decodeSvg,
  harfbuzzFont,
  readDxf,
  readGcodeArtwork,
  readHpglArtwork,
  readMeasured,
  readPicture,
  readSvg,
  readText,
  type ArtworkReading,
  type FontWish,
  type Progress,
  type ReadingNotice,
} from '@keen-anvil/core/artwork';
import {
  fontOfLine,
  fontsOf,
  type ReadingChoices,
  type SourceChoices,
  type SourceName,
  type TextChoices,
} from '@keen-anvil/core/artwork-choices';
import type { Bounds } from '@keen-anvil/core/geometry';
import { formatNumber } from '@keen-anvil/core/units';
import type { MeasuredChoices } from '@keen-anvil/core/measured';
import sharp from 'sharp';
import { statedDensity } from './picture-density';
import { loadHarfBuzz } from './harfbuzz.cjs';
import { fontByFamily, shippedFont } from './shipped-fonts';

/** What is to be read: the bytes of a file or the font of a text, with what is decided about it. */
export interface ReadTask {
  port?: MessagePort;
  source: SourceName;
  choices: SourceChoices;
  fileName: string;
  /** Of a text nothing: its fonts come apart. */
  bytes: Uint8Array | null;
  /** The files of a text's own fonts, by their ids; what is not here ships. */
  fonts?: ReadonlyMap<string, Uint8Array>;
}

export type ReadAnswer =
  { refusal: string; field: string | null } | { refusal: null; reading: ArtworkReading; drawn: Bounds | null };

/** An svgz that grows beyond this is refused. */
const MOST_UNZIPPED = 24_000_000;
const MOST_PIXELS = 40_000_000;

/** Reads a drawing, a picture, a machine file or a text; a refusal comes back as its sentence. Runs in a worker thread. */
export async function readArtwork(task: ReadTask): Promise<ReadAnswer> {
  const progress: Progress = (share, doing) => task.port?.postMessage({ progress: share, doing });
  try {
    const reading = await READERS[task.source](task, progress);
    progress(1, 'Done');
    const drawn = artworkBounds(reading.parts);
    return { refusal: null, reading: { ...reading, notices: [...reading.notices, ...tooLargeFor(drawn)] }, drawn };
  } catch (error) {
    if (error instanceof ArtworkRefusedError) return { refusal: error.message, field: error.field };
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

/** How each source is read. */
const READERS: Record<SourceName, (task: ReadTask, progress: Progress) => ArtworkReading | Promise<ArtworkReading>> = {
  svg: async (task, progress) => {
    const hb = await loadHarfBuzz();
    return readSvg(decodeSvg(unzipped(bytesOf(task), task.fileName), task.fileName), {
      choices: fileChoices(task),
      fonts: (wish: FontWish) => fontByFamily(hb, wish),
      progress,
    });
  },
  dxf: (task, progress) => readDxf(decodeDxf(bytesOf(task)), fileChoices(task), progress),
  picture: async (task, progress) =>
    readPicture(await decode(bytesOf(task), task.fileName, progress), fileChoices(task), progress),
  hpgl: (task, progress) => {
    progress(0.2, 'Following the lines');
    return readHpglArtwork(plotOf(bytesOf(task)), fileChoices(task));
  },
  gcode: (task, progress) => {
    progress(0.2, 'Following the lines');
    return readGcodeArtwork(textOf(bytesOf(task), task.fileName));
  },
  text: async ({ choices, fonts }) => {
    const text = choices as TextChoices;
    const hb = await loadHarfBuzz();
    const loaded = new Map(
      fontsOf(text).map((id) => {
        const file = fonts?.get(id);
        return [id, file ? harfbuzzFont(hb, file) : shippedFont(hb, id)];
      }),
    );
    return readText((line) => loaded.get(fontOfLine(text, line))!, text);
  },
  measured: ({ choices }) => readMeasured(choices as MeasuredChoices),
};

const fileChoices = ({ choices }: ReadTask): ReadingChoices => choices as ReadingChoices;

function bytesOf({ bytes, fileName }: ReadTask): Uint8Array {
  if (!bytes) throw new Error(`the bytes of ${fileName} were not sent along`);
  return bytes;
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

/** A plot's text: packed points may be any bytes. */
function plotOf(bytes: Uint8Array): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return Buffer.from(bytes).toString('latin1');
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
