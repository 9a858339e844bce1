import type { AskedAction, JobDetail } from '@keen-anvil/contract';
import type { ShopFacts } from '@keen-anvil/core/jobs';
import { v4 as uuid } from 'uuid';
import { seenInTest } from '../../testing/job-answer';
import { job } from '../../testing/job-fixtures';
import { answered, asked, atOnce, confirmedJob, fetched } from './at-once';
import { changeDocument } from './see-document';

jest.mock('./see-document', () => ({ changeDocument: jest.fn(async () => null) }));
const inWorker = jest.mocked(changeDocument);
const shop: ShopFacts = { machines: new Map(), tools: new Map(), materials: new Map(), recipes: [], lastPlace: null };

const nudge = (dxMm: number, partIds = ['part-1']): AskedAction => ({
  id: uuid(),
  do: 'nudge-parts',
  stepId: 'step-1',
  partIds,
  dxMm,
  dyMm: 0,
  alone: true,
});
const x = (of: JobDetail | null): number => of!.steps[0].parts[0].places[0].x;
const at = x(job);

describe('what is asked of a job', () => {
  it('is shown at once where what follows is known here, with the very same lines', async () => {
    const moved = await atOnce(job, nudge(5), null);
    expect(x(moved)).toBe(at + 5);
    expect(moved.steps[0].parts[0].contours).toBe(job.steps[0].parts[0].contours);
    expect(moved.version).toBe(job.version);
    const order = job.steps.map(({ id }) => id).reverse();
    expect((await atOnce(job, { id: uuid(), do: 'order-steps', order }, null)).steps.map(({ id }) => id)).toEqual(
      order,
    );
    expect(inWorker).not.toHaveBeenCalled();
  });

  it('is worked out by the worker where the workshop and shapes have a part in it', async () => {
    const [step] = job.document.steps;
    const document = {
      ...job.document,
      steps: [{ ...step, process: 'through-cut' as const }, ...job.document.steps.slice(1)],
    };
    inWorker.mockResolvedValueOnce({ document, seen: seenInTest(document) });
    const action: AskedAction = { id: uuid(), do: 'change-step', stepId: step.id, process: 'through-cut' };
    const changed = await atOnce(job, action, shop);
    expect(inWorker).toHaveBeenLastCalledWith(job.id, job.document, action, shop);
    expect(changed.steps[0].process).toBe('through-cut');
    // What the book has for it is another thing now, and has to be asked for.
    expect([changed.found[step.id].match.recipe, changed.found[step.id].match.refusal]).toEqual([null, null]);
    for (const { id } of document.steps.slice(1)) expect(changed.found[id]).toBe(job.found[id]);
  });

  it('waits for the server where the workshop is not known, or where it makes no sense here', async () => {
    const outline: AskedAction = { id: uuid(), do: 'draw-outline', partIds: ['part-1'], distanceMm: 1 };
    expect(await atOnce(job, outline, null)).toBe(job);
    expect(await atOnce(job, nudge(5, ['stranger']), null)).toBe(job);
    const strange: AskedAction = { id: uuid(), do: 'change-step', stepId: job.steps[0].id, materialId: uuid() };
    expect(await atOnce(job, strange, shop)).toBe(job);
    inWorker.mockRejectedValueOnce(new Error('the worker broke off'));
    expect(await atOnce(job, outline, shop)).toBe(job);
  });

  it('stays shown while what was asked before it is answered', async () => {
    const [first, second] = [nudge(5), nudge(2)];
    expect(x(await asked('job-1', first, job, null))).toBe(at + 5);
    // What is shown by then counts for nothing: only what the server said last does.
    expect(x(await asked('job-1', second, await atOnce(job, first, null), null))).toBe(at + 7);
    expect(confirmedJob('job-1')).toBe(job);
    const once = { ...(await atOnce(job, first, null)), version: job.version + 1 };
    expect(x(await answered('job-1', first, once))).toBe(at + 7);
    const twice = { ...(await atOnce(once, second, null)), version: job.version + 2 };
    expect(await answered('job-1', second, twice)).toBe(twice);
    expect(confirmedJob('job-1')).toBeNull();
  });

  it('shows nothing that was worked out for an earlier moment', async () => {
    const [first, second] = [nudge(5), nudge(2)];
    const early = asked('job-1', first, job, null);
    const late = asked('job-1', second, job, null);
    expect([await early, x(await late)]).toEqual([null, at + 7]);
    await answered('job-1', first, null);
    await answered('job-1', second, null);
  });

  it('is taken back where it is refused, and only that', async () => {
    const [first, second] = [nudge(5), nudge(2)];
    await asked('job-1', first, job, null);
    await asked('job-1', second, job, null);
    expect(x(await answered('job-1', first, null))).toBe(at + 2);
    expect(await answered('job-1', second, null)).toBe(job);
  });

  it('stays shown where the job is fetched meanwhile, unless what was fetched is older', async () => {
    const action = nudge(5);
    await asked('job-1', action, job, null);
    const newer = { ...job, name: 'Boat numbers 48', version: job.version + 1 };
    const shown = await fetched('job-1', newer);
    expect([shown.name, x(shown)]).toEqual(['Boat numbers 48', at + 5]);
    expect((await fetched('job-1', { ...job, name: 'from before' })).name).toBe('Boat numbers 48');
    await answered('job-1', action, null);
    expect(await fetched('job-1', job)).toBe(job);
  });

  it('shows nothing of a job of which nothing is known', async () => {
    const action = nudge(5);
    expect(await asked('job-9', action, undefined, null)).toBeNull();
    expect(await answered('job-9', action, null)).toBeNull();
  });
});
