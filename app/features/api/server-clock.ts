import { endpoints } from '@keen-anvil/contract';
import { useEffect, useState } from 'react';
import { ask as askServer } from './ask';

/** What the server's clock said, at which moment of this page. */
interface Reading {
  server: number;
  page: number;
  /** How long the answer took, ms: the shorter, the nearer. */
  took: number;
}

/** A reading is asked for again so often, ms. */
const AGAIN_MS = 10_000;
/** Two clocks of the device that part by more than this: it slept, or somebody set one of them. */
const JUMP_MS = 120;
const TICK_MS = 100;

/** What a page hears when it wakes. */
const WAKES = [
  ['window', 'pageshow'],
  ['window', 'focus'],
  ['window', 'online'],
  ['document', 'resume'],
  ['document', 'visibilitychange'],
] as const;

let reading: Reading | null = null;
let asking: Promise<void> | null = null;
const listeners = new Set<() => void>();

/** The server's clock now, ms since 1970; null until it was read once. The device's own time of day has no part in it. */
export const serverNow = (): number | null => (reading ? reading.server + performance.now() - reading.page : null);

/** Reads the server's clock. @param isFresh whatever was read before may be wrong by now */
export function readClock(isFresh = false): Promise<void> {
  if (isFresh) asking = null;
  const own = (asking ??= ask(isFresh).finally(() => {
    if (asking === own) asking = null;
  }));
  return own;
}

async function ask(isFresh: boolean): Promise<void> {
  const from = performance.now();
  const clock = await askServer(endpoints.clock, {}).catch(() => null);
  if (!clock) return;
  const to = performance.now();
  const read = { server: clock.now, page: (from + to) / 2, took: to - from };
  // A quicker answer says it better; an old one drifts.
  if (!isFresh && reading && read.took > 2 * reading.took && to - reading.page < 6 * AGAIN_MS) return;
  reading = read;
  for (const listen of listeners) listen();
}

/** The server's clock as it goes on, for as long as something is timed; it is read anew when the page wakes or a clock jumps. */
export function useServerNow(isGoing: boolean): number | null {
  const [now, setNow] = useState(serverNow);
  useEffect(() => {
    if (!isGoing) return undefined;
    const show = () => setNow(serverNow());
    const wake = () => void readClock(true);
    listeners.add(show);
    let apart = Date.now() - performance.now();
    let askedAt = performance.now();
    const tick = setInterval(() => {
      const gap = Date.now() - performance.now();
      if (Math.abs(gap - apart) > JUMP_MS) {
        apart = gap;
        wake();
      } else if (performance.now() - askedAt > AGAIN_MS) {
        askedAt = performance.now();
        void readClock();
      }
      show();
    }, TICK_MS);
    void readClock(reading === null);
    const events = WAKES.flatMap(([of, name]) => {
      const target = globalThis[of] as EventTarget | undefined;
      return target?.addEventListener ? [{ target, name }] : [];
    });
    for (const { target, name } of events) target.addEventListener(name, wake);
    return () => {
      clearInterval(tick);
      listeners.delete(show);
      for (const { target, name } of events) target.removeEventListener(name, wake);
    };
  }, [isGoing]);
  return now;
}
