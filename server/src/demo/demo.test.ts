import { byItself } from '../here';
import { worksOf } from '@keen-anvil/core/steps';
import type { Machine } from '@keen-anvil/core/machines';
import { OUTCOMES, processOf, quantityOf, settingProblems } from '@keen-anvil/core/recipes';
import { panelFrom, seedFromId, toolOutcome } from '@keen-anvil/core/standins';
import { startTestServer, type TestServer } from '../../testing/test-server';
import { RECIPES, type RecipeData } from './book-data';
import { demoId } from './ids';
import { JOBS } from './job-data';
import { jobDetail } from '../services/job-views';
import { makeStepFile } from '../services/machine-files';
import { loadShop, materialsOf } from '../services/shop';
import { DEMO_WORKSHOP_ID } from '../workshop';
import { loadDemo } from './load-demo';
import { MACHINES, MATERIALS, TOOLS } from './shop-data';

const named = <T extends { name: string }>(rows: readonly T[], name: string): T => {
  const row = rows.find((r) => r.name === name);
  if (!row) throw new Error(`The demo names “${name}”, which it does not have.`);
  return row;
};
const machineNamed = (name: string): Machine => {
  const machine = named(MACHINES, name);
  return {
    ...machine,
    id: name,
    dials: machine.dials.map((dial) => ({ ...dial, physicalUnit: quantityOf(dial.name).physicalUnit })),
  };
};
const label = (r: RecipeData) => `${r.process} on ${r.material}, ${r.machine}, ${r.tool}`;

describe('the demo shop holds together', () => {
  it.each(RECIPES.map((r) => [label(r), r] as const))(
    '%s: a tool that can, numbers on the machine’s scales',
    (_, r) => {
      const machine = machineNamed(r.machine);
      named(MATERIALS, r.material);
      expect(processOf(r.process).toolKinds).toContain(named(TOOLS, r.tool).kind);
      for (const settings of [
        r.settings,
        ...(r.earlier ?? []).map((e) => e.settings),
        ...r.trials.map(([, , changes]) => ({ ...r.settings, ...changes })),
      ]) {
        expect(settingProblems(machine, r.process, settings)).toEqual([]);
      }
    },
  );

  const proven = RECIPES.filter((r) => r.trials.at(-1)?.[1] === 'right' && r.machine.endsWith('plotter') && !r.nudge);
  it.each(proven.map((r) => [label(r), r] as const))(
    '%s: what its history says is so in the stand-in’s world',
    (_, r) => {
      const machine = machineNamed(r.machine);
      const material = named(MATERIALS, r.material);
      const world = {
        family: material.family,
        thicknessMm: material.thicknessMm,
        seed: seedFromId(demoId(material.name)),
      };
      const wear = named(TOOLS, r.tool).wear;
      const use = {
        process: r.process,
        panel: panelFrom(machine, r.settings),
        passes: r.settings.passes ?? 1,
        wearMetres: wear,
      };
      const cuts = Array.from({ length: 50 }, (_unused, seed) => toolOutcome(use, world, seed + 1));
      expect(cuts.filter((outcome) => outcome === 'right').length).toBeGreaterThanOrEqual(45);
    },
  );

  it('its jobs name materials and outcomes that there are', () => {
    for (const job of JOBS) {
      for (const wanted of Object.values(job.steps))
        named(MATERIALS, typeof wanted === 'string' ? wanted : wanted.material);
      for (const { outcomes } of job.series)
        for (const outcome of outcomes) if (outcome && outcome !== 'to score') expect(OUTCOMES).toContain(outcome);
    }
  });

  it('names no material, tool or machine twice', () => {
    for (const rows of [MACHINES, TOOLS, MATERIALS])
      expect(new Set(rows.map((row) => row.name)).size).toBe(rows.length);
  });
});

describe('loading the demo', () => {
  let server: TestServer;
  beforeAll(async () => void (server = await startTestServer()));
  afterAll(() => server.close());
  const count = async (table: string) =>
    Number((await server.pool.query(`SELECT count(*) FROM ${table}`)).rows[0].count);

  it('is done once', async () => {
    const before = await count('run');
    expect(await loadDemo(server.pool, server.heavy)).toBe(false);
    expect(await count('run')).toBe(before);
  });

  it('has every job ready: materials, recipes, and nothing that stands in the way of a run', async () => {
    for (const { name } of JOBS) {
      const job = await jobDetail(byItself(DEMO_WORKSHOP_ID), server.pool, server.heavy, demoId(`job ${name}`));
      const shop = await loadShop(byItself(DEMO_WORKSHOP_ID), server.pool, materialsOf(job.steps));
      for (const step of job.steps.flatMap(worksOf)) {
        const { stops } = await makeStepFile(byItself(DEMO_WORKSHOP_ID), server.heavy, step, shop);
        expect([name, step.position, stops]).toEqual([name, step.position, []]);
      }
    }
  });

  it('goes on where it was broken off', async () => {
    const [last] = JOBS.slice(-1);
    const id = demoId(`job ${last.name}`);
    const before = [await count('job'), await count('run'), await count('recipe')];
    await server.pool.query('DELETE FROM demo_done');
    await server.pool.query('DELETE FROM run_event WHERE run_id IN (SELECT id FROM run WHERE job_id = $1)', [id]);
    await server.pool.query('DELETE FROM run WHERE job_id = $1', [id]);
    await server.pool.query('DELETE FROM run_series WHERE job_id = $1', [id]);
    expect(await loadDemo(server.pool, server.heavy)).toBe(true);
    expect([await count('job'), await count('run'), await count('recipe')]).toEqual(before);
  });
});
