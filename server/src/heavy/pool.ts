import { join } from 'node:path';
import { Piscina } from 'piscina';
import { Problem } from '../problem';
import type { ReadBook } from '../exchange/read-file';
import type { WindowView } from '@keen-anvil/contract';
import type { PlanAnswer, PlanTask, ReadAnswer } from './tasks';
import type { TuneAnswer, TuneTask, WindowTask } from './tune';

/** A drawing that takes longer than this to read is refused. */
const READ_LIMIT_MS = 20_000;
const PLAN_LIMIT_MS = 60_000;

/** Long computation, away from the thread that answers requests. */
export class HeavyPool {
  private readonly threads = new Piscina({
    filename: join(__dirname, 'worker.cjs'),
    minThreads: 1,
    maxThreads: 2,
    idleTimeout: 60_000,
    resourceLimits: { maxOldGenerationSizeMb: 1024 },
  });

  readArtwork(file: { bytes: Uint8Array; fileName: string }): Promise<ReadAnswer> {
    return this.run('readArtwork', file, READ_LIMIT_MS, 'The drawing takes too long to read. Make it simpler and bring it in again.');
  }

  planMachineFile(task: PlanTask): Promise<PlanAnswer> {
    return this.run('planMachineFile', task, PLAN_LIMIT_MS, 'The tool path takes too long to work out. Make the drawing simpler.');
  }

  readBook(file: { bytes: Uint8Array; fileName: string }): Promise<ReadBook> {
    return this.run('readBookFile', file, READ_LIMIT_MS * 3, 'The book takes too long to read. Bring it in by parts.');
  }

  /** What a tuning should try next. */
  tune(task: TuneTask): Promise<TuneAnswer> {
    return this.run('tune', task, PLAN_LIMIT_MS, 'The advice takes too long to work out. Hold some dials fixed.');
  }

  /** Where right lies over two dials. */
  goodWindow(task: WindowTask): Promise<WindowView> {
    return this.run('goodWindow', task, PLAN_LIMIT_MS, 'The window takes too long to work out.');
  }

  close(): Promise<void> {
    return this.threads.destroy();
  }

  private async run<T>(name: string, task: unknown, limitMs: number, sentence: string): Promise<T> {
    const signal = AbortSignal.timeout(limitMs);
    try {
      return (await this.threads.run(task, { name, signal })) as T;
    } catch (error) {
      if (signal.aborted) throw new Problem(422, 'too-long', sentence);
      throw error;
    }
  }
}
