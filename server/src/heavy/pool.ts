import { sourceOf } from '@keen-anvil/core/artwork-choices';
import { join } from 'node:path';
import { MessageChannel, type MessagePort } from 'node:worker_threads';
import { Piscina } from 'piscina';
import { Problem } from '../problem';
import type { Here } from '../here';
import { JobLine } from './job-line';
import { LineFullError, Lanes, type Lane } from './lanes';
import { SharedAnswers } from './shared-answers';
import { NotBegunError, TookTooLongError, within } from './within';
import type { BookCsvRow } from '@keen-anvil/core/exchange';
import type { PaperName, Papers } from '../print/papers';
import type { ReadBook } from '../exchange/read-file';
import type { CloseLaying, CloseWish, FitWish } from '@keen-anvil/core/layout';
import type { WindowView } from '@keen-anvil/contract';
import type { Trace } from '@keen-anvil/core/standins';
import type { PlanAnswer, PlanTask, StandInTask } from './tasks';
import type { DocumentAnswer, DocumentTask } from './job-work';
import type { ReadAnswer, ReadTask } from './read-artwork';
import type { DrawingAnswer, DrawingTask } from './read-drawing';
import type { TuneAnswer, TuneTask, WindowTask } from './tune';

/** A drawing that takes longer than this to read is refused. */
const READ_LIMIT_MS = 20_000;
const PLAN_LIMIT_MS = 60_000;
const PHOTO_LIMIT_MS = 12_000;
const FIT_LIMIT_MS = 6_000;
const THREADS = 2;
const DOCUMENT_THREADS = 3;
/** So much of one workshop waits; more is told to come again. */
const MOST_WAITING = 40;
/** A file that is larger is large work. */
const SMALL_BYTES = 250_000;
/** A step with more contours is large work. */
const SMALL_PARTS = 400;

const PATH_TOO_LONG = 'The tool path takes too long to work out. Make the drawing simpler.';

/** Who wants to know how far the work is, and may end it. */
export interface Listening {
  told?: (at: { progress: number; doing: string }) => void;
  signal?: AbortSignal;
}

const documentThread = () =>
  new Piscina({
    filename: join(__dirname, 'worker.cjs'),
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: 600_000,
    resourceLimits: { maxOldGenerationSizeMb: 1536 },
  });

/** Long computation, away from the thread that answers requests. */
export class HeavyPool {
  private readonly threads = new Piscina({
    filename: join(__dirname, 'worker.cjs'),
    minThreads: 1,
    maxThreads: THREADS,
    idleTimeout: 60_000,
    resourceLimits: { maxOldGenerationSizeMb: 1024 },
  });

  /** Threads for documents: each knows the readings and shapes of the jobs at hand, and never waits for large work. */
  private readonly documents = Array.from({ length: DOCUMENT_THREADS }, documentThread);
  private readonly jobLine = new JobLine(this.documents, (thread) => {
    // It reads the whole program when it starts: who comes next need not wait for that.
    if (thread.threads.length === 0)
      within(thread, { name: 'getReady', task: null, limitMs: READ_LIMIT_MS }).catch(() => undefined);
  });

  private readonly lanes = new Lanes(THREADS, MOST_WAITING);
  private readonly shared = new SharedAnswers();

  /** Reads a text, to see that it can be set. */
  readArtwork(here: Here, task: ReadTask): Promise<ReadAnswer> {
    return this.run(here, 'readArtwork', task, READ_LIMIT_MS, 'The text takes too long to set. Make it shorter.');
  }

  /** Reads a drawing to be kept or looked at; `told` hears how far it is, and the signal ends it with its thread. */
  async readDrawing(here: Here, task: DrawingTask, { told, signal }: Listening = {}): Promise<DrawingAnswer> {
    const { port1, port2 } = new MessageChannel();
    port1.on('message', (message: { progress: number; doing: string }) => told?.(message));
    port1.unref();
    try {
      return await this.run(
        here,
        'readDrawing',
        { ...task, port: port2 },
        READ_LIMIT_MS,
        'The drawing takes too long to read. Make it simpler and bring it in again.',
        { lane: isLargeReading(task) ? 'large' : 'small', signal, transferList: [port2] },
      );
    } finally {
      port1.close();
    }
  }

  /** Looks at a job's document, or changes it; what is asked of one job is done one after the other. Waiting takes no time of its limit. */
  async workOnDocument({ workshopId }: Here, jobId: string, task: DocumentTask): Promise<DocumentAnswer> {
    try {
      return await this.jobLine.run(workshopId, jobId, (thread) =>
        within(thread, { name: 'workOnDocument', task, limitMs: READ_LIMIT_MS }),
      );
    } catch (error) {
      throw saidOf(error, 'The parts of this job take too long to work out. Make the drawing simpler.');
    }
  }

  /** A step's machine file; the same step is asked for again and again: by its price, its page, its start. */
  planMachineFile(here: Here, task: PlanTask): Promise<PlanAnswer> {
    return this.shared.of(
      'planMachineFile',
      task,
      () => this.run(here, 'planMachineFile', task, PLAN_LIMIT_MS, PATH_TOO_LONG, { lane: laneOf(task) }),
      ({ text }) => text.length + 200,
    );
  }

  /** What a stand-in does with a file. */
  standIn(here: Here, task: StandInTask): Promise<Trace> {
    return this.run(
      here,
      'standIn',
      task,
      PLAN_LIMIT_MS,
      'The stand-in takes too long to read its file. Make the drawing simpler.',
      { lane: task.file.length > SMALL_BYTES ? 'large' : 'small' },
    );
  }

  planSheetFile(here: Here, tasks: PlanTask[]): Promise<string> {
    const lane = tasks.some((task) => laneOf(task) === 'large') ? 'large' : 'small';
    return this.shared.of('planSheetFile', tasks, () =>
      this.run(here, 'planSheetFile', tasks, PLAN_LIMIT_MS, PATH_TOO_LONG, { lane }),
    );
  }

  planGuideFile(here: Here, request: PlanTask['request']): Promise<string> {
    return this.run(here, 'planGuideFile', request, PLAN_LIMIT_MS, PATH_TOO_LONG);
  }

  /** Reads a book's file; the rows of a table come a few at a time, so that they hold nobody up. */
  async readBook(here: Here, file: { bytes: Uint8Array; fileName: string }): Promise<ReadBook> {
    const { port1, port2 } = new MessageChannel();
    const rows: BookCsvRow[] = [];
    let heard: () => void = () => undefined;
    port1.on('message', (batch: BookCsvRow[]) => {
      rows.push(...batch);
      heard();
    });
    try {
      const book = await this.run<ReadBook>(
        here,
        'readBookFile',
        { ...file, port: port2 },
        READ_LIMIT_MS * 3,
        'The book takes too long to read. Bring it in by parts.',
        { lane: file.bytes.length > SMALL_BYTES ? 'large' : 'small', transferList: [port2] },
      );
      if (book.kind !== 'csv') return book;
      // The last rows may come after the answer.
      while (rows.length < book.rowCount) await new Promise<void>((resolve) => (heard = resolve));
      return { ...book, rows };
    } finally {
      port1.close();
    }
  }

  /** What a tuning should try next. */
  tune(here: Here, task: TuneTask): Promise<TuneAnswer> {
    return this.run(here, 'tune', task, PLAN_LIMIT_MS, 'The advice takes too long to work out. Hold some dials fixed.');
  }

  /** Where right lies over two dials. */
  goodWindow(here: Here, task: WindowTask): Promise<WindowView> {
    return this.shared.of('goodWindow', task, () =>
      this.run(here, 'goodWindow', task, PLAN_LIMIT_MS, 'The window takes too long to work out.'),
    );
  }

  /** How often a piece lies on a sheet. */
  fitsClosely(here: Here, wish: FitWish): Promise<number> {
    return this.shared.of(
      'fitsClosely',
      wish,
      () =>
        this.run(here, 'fitsClosely', wish, FIT_LIMIT_MS, 'How many fit on a sheet takes too long to work out.', {
          lane: 'large',
        }),
      () => 100,
    );
  }

  /** Where parts lie closely. */
  layClosely(here: Here, wish: CloseWish): Promise<CloseLaying> {
    return this.run(
      here,
      'layClosely',
      wish,
      PLAN_LIMIT_MS,
      'The layout takes too long to work out. Make fewer of them in one go.',
      { lane: 'large' },
    );
  }

  /** A page to print or a drawing to save. */
  async paper<Name extends PaperName>(here: Here, paper: Name, ...given: Parameters<Papers[Name]>): Promise<Buffer> {
    const made = await this.run<Uint8Array>(
      here,
      'makePaper',
      { paper, given },
      PLAN_LIMIT_MS,
      'The page takes too long to make. Print less of it in one go.',
    );
    return Buffer.from(made.buffer, made.byteOffset, made.byteLength);
  }

  /** A photo written anew; null where the bytes are none. */
  photo(here: Here, bytes: Uint8Array): Promise<Uint8Array | null> {
    return this.run(
      here,
      'readPhoto',
      bytes,
      PHOTO_LIMIT_MS,
      'The photo takes too long to read. Bring in a smaller one.',
      {
        lane: bytes.length > SMALL_BYTES ? 'large' : 'small',
      },
    );
  }

  async close(): Promise<void> {
    await Promise.all([this.threads, ...this.documents].map((threads) => threads.destroy()));
  }

  /** Waits in line, and then does the work; its limit counts from when it begins. */
  private async run<T>(
    here: Here,
    name: string,
    task: unknown,
    limitMs: number,
    sentence: string,
    { lane = 'small', signal, transferList }: { lane?: Lane; signal?: AbortSignal; transferList?: MessagePort[] } = {},
  ): Promise<T> {
    try {
      return await this.lanes.run(
        lane,
        here.workshopId,
        () => within<T>(this.threads, { name, task, limitMs, signal, transferList }),
        signal,
      );
    } catch (error) {
      if (signal?.aborted) throw new Problem(499, 'stopped', 'The reading was stopped. Nothing was changed.');
      throw saidOf(error, sentence);
    }
  }
}

/** What the maker is told of work that was not done. @param tooLong what is said where it took too long */
function saidOf(error: unknown, tooLong: string): unknown {
  if (error instanceof TookTooLongError) return new Problem(422, 'too-long', tooLong);
  if (error instanceof LineFullError || error instanceof NotBegunError)
    return new Problem(
      503,
      'line-full',
      'So much of this workshop is being worked out that nothing more is taken at the moment. Try again in a minute; nothing was changed.',
    );
  return error;
}

const laneOf = ({ request }: PlanTask): Lane =>
  request.parts.reduce((sum, { contours }) => sum + contours.length, 0) > SMALL_PARTS ? 'large' : 'small';
const isLargeReading = (task: ReadTask): boolean =>
  sourceOf(task.source).isPicture || (task.bytes?.length ?? 0) > SMALL_BYTES;
