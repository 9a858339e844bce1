import type {
  ArtworkChange,
  ArtworkKind,
  JobDetail,
  NewText,
  ReadAgain,
  ReadingPreview,
  TextPreview,
} from '@keen-anvil/contract';
import { USUAL_CHOICES, type ReadingChoices, type TextChoices } from '@keen-anvil/core/artwork-choices';
import type { ArtworkReading } from '@keen-anvil/core/artwork';
import { contourBounds, type Bounds } from '@keen-anvil/core/geometry';
import { matchParts, wholePart } from '@keen-anvil/core/parts';
import type { Pool } from 'pg';
import sharp from 'sharp';
import { v5 as uuidv5 } from 'uuid';
import { inTransaction, type Db } from '../db/pool';
import type { HeavyPool, Listening } from '../heavy/pool';
import type { ReadTask } from '../heavy/read-artwork';
import { notFound, Problem, refused, stale } from '../problem';
import {
  findArtworkFile,
  findJobOfArtwork,
  insertArtwork,
  listArtworks,
  lockArtwork,
  updateArtwork,
  updateReading,
  type ArtworkRow,
} from '../queries/artworks';
import { forgetEdits } from '../queries/edits';
import { findFont } from '../queries/fonts';
import { countEdit, insertStep } from '../queries/jobs';
import { deleteParts, insertParts, updateParts, type PartRow } from '../queries/parts';
import { editJob, openJob, type OpenJob } from './job-edit';
import { jobDetail } from './job-views';
import { keptSize, partShapes, stepBox } from './part-shapes';
import { loadShop } from './shop';
import { startingPlace } from './step-choices';
import { settleSteps } from './steps';

export interface IncomingFile {
  id: string;
  fileName: string;
  bytes: Buffer;
}

const KINDS: readonly { kind: Exclude<ArtworkKind, 'text'>; endings: RegExp }[] = [
  { kind: 'svg', endings: /\.svgz?$/i },
  { kind: 'dxf', endings: /\.dxf$/i },
  { kind: 'picture', endings: /\.(png|jpe?g)$/i },
  { kind: 'hpgl', endings: /\.(hpgl|hpg|plt)$/i },
  { kind: 'gcode', endings: /\.(gcode|gco|nc|ngc)$/i },
];
/** What a job may hold; more is hard to keep in view. */
const MOST_DRAWINGS = 12;
/** Drawings stand this far from each other at first, in mm. */
const BESIDE_MM = 10;

/** Brings a drawing into a job: the bytes are kept, the drawing is read, and each of its colours becomes a step. */
export async function bringIn(
  pool: Pool,
  heavy: HeavyPool,
  workshopId: string,
  jobId: string,
  file: IncomingFile,
  listening: Listening = {},
): Promise<JobDetail> {
  const kind = KINDS.find(({ endings }) => endings.test(file.fileName))?.kind;
  if (!kind)
    throw refused(
      `A drawing (SVG, DXF), a picture (PNG, JPG) or a machine file (HP-GL, G-code) was expected; “${file.fileName}” came.`,
      'file',
    );
  if (file.bytes.length === 0) throw refused(`“${file.fileName}” is empty.`, 'file');
  // Sent twice: it is in the job already.
  if (await isInJob(pool, workshopId, jobId, file)) return jobDetail(pool, workshopId, jobId);
  const { reading, drawn } = await read(
    heavy,
    { kind, bytes: file.bytes, fileName: file.fileName, choices: USUAL_CHOICES },
    file.fileName,
    listening,
  );
  return addDrawing(pool, workshopId, jobId, { ...file, kind, choices: {}, reading, drawn });
}

/** Whether this very drawing was brought into the job before, with the same bytes. */
async function isInJob(
  db: Db,
  workshopId: string,
  jobId: string,
  { id, bytes }: Pick<IncomingFile, 'id' | 'bytes'>,
): Promise<boolean> {
  const there = await findArtworkFile(db, workshopId, id);
  return there !== undefined && there.jobId === jobId && there.bytes.equals(bytes);
}

/** Sets a text as a drawing of its own. */
export async function addText(
  pool: Pool,
  heavy: HeavyPool,
  workshopId: string,
  jobId: string,
  { id, text }: NewText,
): Promise<JobDetail> {
  const { reading, drawn } = await readText(pool, heavy, workshopId, text);
  return addDrawing(pool, workshopId, jobId, {
    id,
    fileName: textName(text),
    bytes: Buffer.from(JSON.stringify(text, null, 2)),
    kind: 'text',
    choices: text,
    reading,
    drawn,
  });
}

/** A text as it would be set, without keeping it. */
export async function previewText(
  pool: Pool,
  heavy: HeavyPool,
  workshopId: string,
  { text }: TextPreview,
): Promise<ReadingPreview> {
  return previewOf((await readText(pool, heavy, workshopId, text)).reading);
}

const textName = ({ words }: TextChoices): string => `Text “${words.replace(/\s+/g, ' ').slice(0, 40)}”`;

interface Incoming extends IncomingFile, Read {
  kind: ArtworkKind;
  choices: ArtworkRow['choices'];
}

async function addDrawing(
  pool: Pool,
  workshopId: string,
  jobId: string,
  { id, fileName, bytes, kind, choices, reading, drawn }: Incoming,
): Promise<JobDetail> {
  return inTransaction(pool, async (db) => {
    const open = await openJob(db, workshopId, jobId);
    if (open.artworks.length >= MOST_DRAWINGS)
      throw refused(`A job holds at most ${MOST_DRAWINGS} drawings. Start a new job for another one.`, 'file');
    const position = open.artworks.length;
    const artwork: ArtworkRow = {
      id,
      jobId,
      version: 1,
      kind,
      fileName,
      byteCount: bytes.length,
      reading,
      choices,
      ...boxOf(drawn),
      scaleX: 1,
      scaleY: 1,
      xMm: rightOf(open.artworks),
      yMm: 0,
      isSizeLocked: false,
      readsReversed: kind === 'text' ? (choices as TextChoices).isReversed : null,
      position,
      readingNumber: 1,
    };
    if (await isInJob(db, workshopId, jobId, { id, bytes })) return jobDetail(db, workshopId, jobId);
    if (!(await insertArtwork(db, workshopId, { ...artwork, bytes })))
      throw new Problem(409, 'exists', 'This drawing is in a job already.');
    // What was undone before would not know of it.
    await forgetEdits(db, jobId);
    await addParts(
      { ...open, artworks: [...open.artworks, artwork] },
      artwork,
      reading.parts.map((_, partIndex) => partIndex),
      [],
    );
    await countEdit(db, jobId);
    return jobDetail(db, workshopId, jobId);
  });
}

const rightOf = (artworks: readonly ArtworkRow[]): number =>
  artworks.reduce((far, a) => Math.max(far, a.xMm + a.drawnWidthMm * a.scaleX + BESIDE_MM), 0);

const boxOf = ({ minX, minY, maxX, maxY }: Bounds) => ({
  drawnWidthMm: maxX - minX,
  drawnHeightMm: maxY - minY,
  drawnMinXMm: minX,
  drawnMinYMm: minY,
});

/** Adds parts of a reading, each to the step of its colour (of this drawing first), made where there is none. */
async function addParts(
  open: OpenJob,
  artwork: ArtworkRow,
  indices: readonly number[],
  kept: readonly PartRow[],
): Promise<void> {
  const { db, workshopId, job, steps } = open;
  const start = await startingPlace(db, workshopId, await loadShop(db, workshopId));
  const stepOf = new Map<string, string>();
  for (const part of kept) {
    const colour = artwork.reading.parts[part.pieces[0]?.[0] ?? -1]?.colour;
    if (colour && part.stepId && !stepOf.has(colour)) stepOf.set(colour, part.stepId);
  }
  // A text joins the step that is there already in its colour; a drawing brings its own.
  if (artwork.kind === 'text') for (const step of steps) if (!stepOf.has(step.colour)) stepOf.set(step.colour, step.id);
  let position = steps.length;
  const fresh: PartRow[] = [];
  for (const partIndex of indices) {
    const { colour, name, contours } = artwork.reading.parts[partIndex];
    if (!stepOf.has(colour)) {
      const id = uuidv5(`step ${colour} ${position}`, artwork.id);
      await insertStep(db, workshopId, {
        id,
        jobId: job.id,
        position: position++,
        colour,
        ...start,
        materialId: null,
        stockPieceId: null,
        mirrored: false,
        onCarrier: false,
        isSkipped: false,
        isProcessGuessed: false,
        nudge: null,
      });
      stepOf.set(colour, id);
    }
    fresh.push({
      id: uuidv5(`part ${partIndex} of version ${artwork.version}`, artwork.id),
      artworkId: artwork.id,
      stepId: stepOf.get(colour)!,
      partIndex,
      role: 'process',
      name,
      pieces: wholePart(partIndex, contours.length),
      offsetOf: null,
      offsetMm: null,
      bridges: [],
      place: { x: 0, y: 0 },
    });
  }
  await insertParts(db, workshopId, job.id, fresh);
  await settleSteps(open);
}

/** The original file of a drawing. */
export async function originalFile(
  db: Db,
  workshopId: string,
  id: string,
): Promise<{ fileName: string; bytes: Buffer }> {
  const file = await findArtworkFile(db, workshopId, id);
  if (!file) throw notFound('That drawing');
  return file.kind === 'text' ? { ...file, fileName: 'text.json' } : file;
}

/** Widest and highest that a picture is shown, in px. */
const SHOWN_PX = 1400;

/** A picture to be looked at: made anew from its pixels, so that nothing else of the file is shown. */
export async function shownPicture(db: Db, workshopId: string, id: string): Promise<Buffer> {
  const file = await findArtworkFile(db, workshopId, id);
  if (file?.kind !== 'picture') throw notFound('That picture');
  return sharp(file.bytes)
    .rotate()
    .resize(SHOWN_PX, SHOWN_PX, { fit: 'inside', withoutEnlargement: true })
    .flatten({ background: '#ffffff' })
    .jpeg({ quality: 85 })
    .toBuffer();
}

/** Reads a drawing again with other choices; kept, its steps stay, and parts are found again by where they lie. */
export async function readAgain(
  pool: Pool,
  heavy: HeavyPool,
  workshopId: string,
  id: string,
  wish: ReadAgain,
  listening: Listening = {},
): Promise<JobDetail | ReadingPreview> {
  const file = await findArtworkFile(pool, workshopId, id);
  const jobId = await findJobOfArtwork(pool, workshopId, id);
  if (!file || !jobId) throw notFound('That drawing');
  if (file.kind === 'text' && !wish.text) throw refused('The words and measures of the text were expected.', 'text');
  if (file.kind !== 'text' && !wish.reading) throw refused('How the drawing is to be read was expected.', 'reading');
  const done =
    file.kind === 'text'
      ? await readText(pool, heavy, workshopId, wish.text!)
      : await read(
          heavy,
          { kind: file.kind, bytes: file.bytes, fileName: file.fileName, choices: wish.reading as ReadingChoices },
          file.fileName,
          listening,
        );
  if (!wish.keep) return previewOf(done.reading);
  return inTransaction(pool, async (db) => {
    const open = await openJob(db, workshopId, jobId);
    const artwork = open.artworks.find((a) => a.id === id)!;
    if (artwork.version !== wish.version) throw stale('This drawing', await jobDetail(db, workshopId, jobId));
    await replaceReading(open, artwork, done, wish);
    return jobDetail(db, workshopId, jobId);
  });
}

async function replaceReading(
  open: OpenJob,
  artwork: ArtworkRow,
  { reading, drawn }: Read,
  wish: ReadAgain,
): Promise<void> {
  const { db, parts } = open;
  const now: ArtworkRow = {
    ...artwork,
    version: artwork.version + 1,
    reading,
    ...boxOf(drawn),
    choices: wish.text ?? wish.reading!,
    fileName: wish.text ? textName(wish.text) : artwork.fileName,
  };
  await updateReading(db, now);
  if (wish.text) await updateArtwork(db, { ...now, readsReversed: wish.text.isReversed });
  await forgetEdits(db, open.job.id);
  const own = parts.filter((part) => part.artworkId === artwork.id);
  const made = own.filter((part) => part.offsetOf);
  const old = own.filter((part) => !part.offsetOf);
  const known = (of: ArtworkReading, pieces: PartRow['pieces']) => ({
    colour: of.parts[pieces[0]?.[0] ?? -1]?.colour ?? '',
    layer: of.parts[pieces[0]?.[0] ?? -1]?.layer ?? null,
    bounds: contourBounds(pieces.flatMap(([p, c]) => of.parts[p]?.contours[c] ?? [])) ?? {
      minX: 0,
      minY: 0,
      maxX: 0,
      maxY: 0,
    },
  });
  const fresh = reading.parts.map((part, i) => known(reading, wholePart(i, part.contours.length)));
  const found = matchParts(
    old.map((part) => known(artwork.reading, part.pieces)),
    fresh,
  );
  const kept = reading.parts.flatMap((part, i): PartRow[] => {
    const match = found[i];
    return match === null
      ? []
      : [{ ...old[match], partIndex: i, name: part.name, pieces: wholePart(i, part.contours.length) }];
  });
  const keptIds = new Set(kept.map((part) => part.id));
  const goneIds = new Set(old.filter((part) => !keptIds.has(part.id)).map((part) => part.id));
  // An outline goes with what it was made from.
  await deleteParts(db, [...goneIds, ...made.filter((part) => goneIds.has(part.offsetOf!)).map((part) => part.id)]);
  await updateParts(db, kept);
  const artworks = open.artworks.map((a) => (a.id === artwork.id ? now : a));
  await addParts(
    { ...open, artworks, parts: open.parts.filter((part) => !goneIds.has(part.id)) },
    now,
    found.flatMap((match, i) => (match === null ? [i] : [])),
    kept,
  );
}

/** Changes a drawing's size, place, or what is known of it. A locked size is refused, with the reason. */
export async function changeArtwork(
  pool: Pool,
  workshopId: string,
  id: string,
  change: ArtworkChange,
): Promise<JobDetail> {
  const jobId = await findJobOfArtwork(pool, workshopId, id);
  if (!jobId) throw notFound('That drawing');
  return editJob(pool, workshopId, jobId, labelOf(change), async (open) => {
    const artwork = await lockArtwork(open.db, workshopId, id);
    if (!artwork) throw notFound('That drawing');
    if (artwork.version !== change.version) throw stale('This drawing', await jobDetail(open.db, workshopId, jobId));
    const next = sized(artwork, keptSize(artwork, open.parts), change);
    await updateArtwork(open.db, next);
    await keepTurnedSteps(open, next);
  });
}

const labelOf = (change: ArtworkChange): string =>
  change.widthMm !== undefined || change.heightMm !== undefined
    ? 'a new size'
    : change.isSizeLocked !== undefined
      ? 'a lock'
      : change.readsReversed !== undefined
        ? 'which way it reads'
        : 'moving a drawing';

function sized(
  artwork: ArtworkRow,
  { keptWidthMm, keptHeightMm }: ReturnType<typeof keptSize>,
  { widthMm, heightMm, xMm, yMm, isSizeLocked, readsReversed }: ArtworkChange,
): ArtworkRow {
  const next = {
    ...artwork,
    xMm: xMm ?? artwork.xMm,
    yMm: yMm ?? artwork.yMm,
    isSizeLocked: isSizeLocked ?? artwork.isSizeLocked,
    readsReversed: readsReversed ?? artwork.readsReversed,
  };
  if (widthMm === undefined && heightMm === undefined) return next;
  if (artwork.isSizeLocked && isSizeLocked !== false)
    throw refused(
      `The size of “${artwork.fileName}” is locked: its gaps and printed scales must stay as they are. Unlock it first.`,
      'widthMm',
    );
  const across = widthMm !== undefined && keptWidthMm > 0 ? widthMm / keptWidthMm : null;
  const down = heightMm !== undefined && keptHeightMm > 0 ? heightMm / keptHeightMm : null;
  // Given only one, the ratio is kept as it is now.
  const [scaleX, scaleY] = [
    across ?? (artwork.scaleX * down!) / artwork.scaleY,
    down ?? (artwork.scaleY * across!) / artwork.scaleX,
  ];
  if (!(scaleX > 1e-4 && scaleX < 1e4 && scaleY > 1e-4 && scaleY < 1e4))
    throw refused(
      'That size cannot be made of this drawing: it is a line, or ten thousand times too large.',
      'widthMm',
    );
  return { ...next, scaleX, scaleY };
}

/** Where a step is turned over, its left edge stays when the drawing grows. */
async function keepTurnedSteps(
  { db, workshopId, job, steps, parts, artworks }: OpenJob,
  changed: ArtworkRow,
): Promise<void> {
  const before = partShapes(artworks, parts, steps);
  const after = partShapes(await listArtworks(db, workshopId, job.id), parts, steps);
  const moved = steps
    .filter((step) => step.mirrored && parts.some((part) => part.stepId === step.id && part.artworkId === changed.id))
    .flatMap((step) => {
      const [was, is] = [stepBox(before, parts, step.id), stepBox(after, parts, step.id)];
      const shift = was && is ? is.maxX - was.maxX : 0;
      return shift === 0
        ? []
        : parts
            .filter((part) => part.stepId === step.id)
            .map((part) => ({ ...part, place: { x: part.place.x + shift, y: part.place.y } }));
    });
  await updateParts(db, moved);
}

interface Read {
  reading: ArtworkReading;
  drawn: Bounds;
}

async function read(heavy: HeavyPool, task: ReadTask, name: string, listening: Listening = {}): Promise<Read> {
  const answer = await heavy.readArtwork(task, listening);
  if (answer.refusal !== null) throw refused(answer.refusal, 'file');
  const { reading, drawn } = answer;
  if (!drawn || reading.parts.length === 0) {
    const why = reading.notices.map((notice) => notice.message).join('; ');
    throw refused(`“${name}” holds nothing that could be cut or drawn${why ? `: ${why}` : ''}.`, 'file');
  }
  return { reading, drawn };
}

async function readText(pool: Pool, heavy: HeavyPool, workshopId: string, text: TextChoices): Promise<Read> {
  const ownFont = await findFont(pool, workshopId, text.fontId);
  return read(heavy, { kind: 'text', text, ownFont: ownFont ?? null }, textName(text));
}

const previewOf = ({ widthMm, heightMm, parts, notices, asks }: ArtworkReading): ReadingPreview => ({
  widthMm,
  heightMm,
  notices,
  asks: asks ?? null,
  parts: parts.map(({ name, colour, contours }) => ({ name, colour, contours })),
});
