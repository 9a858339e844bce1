import type { Page } from '@playwright/test';

/** What the page's own thread did while it was traced, in ms. */
export interface MainThread {
  /** The longest task by the work of the thread itself: on a machine with few cores the clock also counts when others had the core. */
  longest: number;
  longestByClock: number;
  /** Tasks longer than the limit, of how many. */
  long: number;
  count: number;
}

/** Begins Chromium's own trace of a page's main thread; the answer ends it. */
export async function traceMainThread(page: Page): Promise<(limitMs: number) => Promise<MainThread>> {
  const session = await page.context().newCDPSession(page);
  const tasks: { dur?: number; tdur?: number; tid: number; pid: number }[] = [];
  const threads = new Map<string, string>();
  session.on('Tracing.dataCollected', ({ value }) => {
    for (const event of value as unknown as {
      name: string;
      dur?: number;
      tdur?: number;
      tid: number;
      pid: number;
      ph: string;
      args: { name?: string };
    }[]) {
      if (event.ph === 'M' && event.name === 'thread_name')
        threads.set(`${event.pid} ${event.tid}`, event.args.name ?? '');
      if (event.name === 'RunTask') tasks.push(event);
    }
  });
  await session.send('Tracing.start', {
    transferMode: 'ReportEvents',
    categories: 'toplevel,disabled-by-default-devtools.timeline,devtools.timeline',
  });
  return async (limitMs) => {
    const done = new Promise((resolve) => session.once('Tracing.tracingComplete', resolve));
    await session.send('Tracing.end');
    await done;
    const own = tasks.filter((task) => threads.get(`${task.pid} ${task.tid}`) === 'CrRendererMain');
    const onPage = own.map((task) => (task.tdur ?? task.dur ?? 0) / 1000);
    if (onPage.length === 0) throw new Error('The trace holds no task of the page.');
    return {
      longest: Math.max(...onPage),
      longestByClock: Math.max(...own.map((task) => (task.dur ?? 0) / 1000)),
      long: onPage.filter((ms) => ms > limitMs).length,
      count: onPage.length,
    };
  };
}
