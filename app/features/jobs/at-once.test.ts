import type { AskedAction, JobDetail } from '@keen-anvil/contract';
import { v4 as uuid } from 'uuid';
import { job } from '../../testing/job-fixtures';
import { answered, asked, atOnce } from './at-once';

const nudge = (dxMm: number, partIds = ['part-1']): AskedAction => ({
  id: uuid(),
  do: 'nudge-parts',
  stepId: 'step-1',
  partIds,
  dxMm,
  dyMm: 0,
  alone: true,
});
const x = (of: JobDetail | null): number => of!.steps[0].parts[0].place.x;
const at = x(job);

describe('what is asked of a job', () => {
  it('is shown at once where what follows is known here, with the very same lines', () => {
    const moved = atOnce(job, nudge(5));
    expect(x(moved)).toBe(at + 5);
    expect(moved.steps[0].parts[0].contours).toBe(job.steps[0].parts[0].contours);
    expect(moved.version).toBe(job.version);
    const order = job.steps.map(({ id }) => id).reverse();
    expect(atOnce(job, { id: uuid(), do: 'order-steps', order }).steps.map(({ id }) => id)).toEqual(order);
  });

  it('waits for the server where it is not, or where it makes no sense here', () => {
    expect(atOnce(job, { id: uuid(), do: 'draw-outline', partIds: ['part-1'], distanceMm: 1 })).toBe(job);
    expect(atOnce(job, nudge(5, ['stranger']))).toBe(job);
  });

  it('stays shown while what was asked before it is answered', () => {
    const [first, second] = [nudge(5), nudge(2)];
    expect(x(asked('job-1', first, job))).toBe(at + 5);
    // What is shown by then counts for nothing: only what the server said last does.
    expect(x(asked('job-1', second, atOnce(job, first)))).toBe(at + 7);
    const once = { ...atOnce(job, first), version: job.version + 1 };
    expect(x(answered('job-1', first, once))).toBe(at + 7);
    const twice = { ...atOnce(once, second), version: job.version + 2 };
    expect(answered('job-1', second, twice)).toBe(twice);
  });

  it('is taken back where it is refused, and only that', () => {
    const [first, second] = [nudge(5), nudge(2)];
    asked('job-1', first, job);
    asked('job-1', second, job);
    expect(x(answered('job-1', first, null))).toBe(at + 2);
    expect(answered('job-1', second, null)).toBe(job);
  });

  it('shows nothing of a job of which nothing is known', () => {
    const action = nudge(5);
    expect(asked('job-9', action, undefined)).toBeNull();
    expect(answered('job-9', action, null)).toBeNull();
  });
});
