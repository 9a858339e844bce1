import { byItself, type Here } from '../here';
import type { RunProgress } from '@keen-anvil/contract';
import pino from 'pino';
import { Watch } from '../db/watch';
import { notFound } from '../problem';
import type { RunRow } from '../queries/runs';
import { RunFollowers } from './run-followers';
import type { RunsSeen } from './runs-seen';

const RUN = {
  id: 'run',
  state: 'running',
  driver: 'stand-in',
  isByHand: false,
  doneSeconds: 0,
  goingSeconds: 0,
  speedUp: 20,
  estimateSeconds: 100,
  totalSeconds: 100,
  measuredSeconds: null,
  cutMm: 0,
  totalCutMm: 500,
} as RunRow;

/** A book whose readings are counted and wait until they are let go. */
function slowBook() {
  const waiting: (() => void)[] = [];
  const book = { run: RUN, readings: 0, letGo: () => waiting.splice(0).forEach((go) => go()) };
  const seen = {
    follow: async ({ workshopId }: Here) => {
      book.readings++;
      const { run } = book;
      await new Promise<void>((go) => waiting.push(go));
      if (workshopId !== 'ours') throw notFound('That run');
      return { run, trace: null };
    },
  } as unknown as RunsSeen;
  const watch = new Watch('nowhere', { told: 'told', written: 'written' }, pino({ enabled: false }));
  return { book, watch, followers: new RunFollowers(seen, watch) };
}

const soon = () => new Promise<void>((done) => setImmediate(done));

describe('those who follow a run', () => {
  it('cost one reading each time that something is told, however many they are', async () => {
    const { book, watch, followers } = slowBook();
    const told: RunProgress[][] = Array.from({ length: 500 }, () => []);
    const joining = told.map((list) => followers.follow(byItself('ours'), 'run', (progress) => list.push(progress)));
    book.letGo();
    await Promise.all(joining);
    expect(book.readings).toBe(1);
    book.run = { ...RUN, state: 'paused', doneSeconds: 40 } as RunRow;
    watch.emit('told', 'run');
    watch.emit('told', 'another run');
    book.letGo();
    await soon();
    expect(book.readings).toBe(2);
    expect(told.every((list) => list.length === 2 && list[1].state === 'paused')).toBe(true);
    expect(told[0][0]).toMatchObject({ rate: 20, state: 'running' });
    expect(told[0][1]).toMatchObject({ rate: 0, doneSeconds: 40 });
  });

  it('hear what was told while it was read, and whoever joins later hears where it is without another reading', async () => {
    const { book, watch, followers } = slowBook();
    const states: string[] = [];
    const joining = followers.follow(byItself('ours'), 'run', ({ state }) => states.push(state));
    book.run = { ...RUN, state: 'paused', doneSeconds: 40 } as RunRow;
    watch.emit('told', 'run');
    book.letGo();
    await joining;
    await soon();
    book.letGo();
    await soon();
    expect(states).toEqual(['running', 'paused']);
    const later: RunProgress[] = [];
    await followers.follow(byItself('ours'), 'run', (progress) => later.push(progress));
    expect(later).toMatchObject([{ state: 'paused', doneSeconds: 40 }]);
    expect(book.readings).toBe(2);
  });

  it('are of its own workshop, and are forgotten once the last has left', async () => {
    const { book, watch, followers } = slowBook();
    const joining = followers.follow(byItself('ours'), 'run', () => undefined);
    book.letGo();
    const leave = await joining;
    await expect(followers.follow(byItself('another'), 'run', () => undefined)).rejects.toThrow('not');
    leave();
    watch.emit('told', 'run');
    watch.emit('told', null);
    expect(book.readings).toBe(1);
  });
});
