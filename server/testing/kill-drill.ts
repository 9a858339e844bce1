import { randomUUID } from 'node:crypto';
import { addresses, type JobAnswer, type MaterialView, type RunView } from '@keen-anvil/contract';
import type { Pool } from 'pg';
import type { ServerProcess } from './server-process';
import { wish } from './wish';

/** What a drill found; all of it should be nought. */
export interface DrillFindings {
  kills: number;
  jobs: number;
  /** Runs that ended without the tool or the roll having been charged for them. */
  lost: number;
  /** Ends, wear or stock that were written more than once. */
  doubled: number;
  /** Jobs that could not be brought to their end. */
  stuck: number;
  /** Times at which the two servers did not tell the same of one run. */
  different: number;
}

interface DrillOptions {
  servers: readonly [ServerProcess, ServerProcess];
  pool: Pool;
  drawing: Buffer;
  kills: number;
  /** What is done to them each time. */
  strike: () => Promise<void>;
  /** Numbers from 0 to 1, for when and whom. */
  random: () => number;
}

const FAST = 40;
/** A job that takes longer than this to come to its end is stuck, in ms. */
const PATIENCE_MS = 60_000;
const LOOK_MS = 40;
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/**
 * Runs jobs of two colours with a hold between them, on two servers that stand on one database, while something is done to
 * them again and again; then counts what was written.
 */
export async function killDrill({
  servers,
  pool,
  drawing,
  kills,
  strike,
  random,
}: DrillOptions): Promise<DrillFindings> {
  const findings: DrillFindings = { kills: 0, jobs: 0, lost: 0, doubled: 0, stuck: 0, different: 0 };
  const before = await charged(pool);
  const jobIds: string[] = [];
  // A machine is on for one job at a time, so the jobs come one after the other.
  let isOver = false;
  const working = (async () => {
    while (!isOver) {
      const jobId = await makeJob(servers, drawing, random);
      jobIds.push(jobId);
      if (!(await bringToEnd(servers, jobId, random))) findings.stuck += 1;
      findings.jobs += 1;
    }
  })();
  for (let i = 0; i < kills; i++) {
    await wait(100 + random() * 1400);
    await strike();
    findings.kills += 1;
  }
  isOver = true;
  await working;
  const runs = (
    await pool.query<{
      id: string;
      cutMm: number;
      usedMm: number | null;
      pieceId: string | null;
      toolId: string;
      state: string;
      position: number;
      ends: number;
      begins: number;
    }>(
      `SELECT r.id, r.cut_mm AS "cutMm", r.used_length_mm AS "usedMm", r.stock_piece_id AS "pieceId", c.tool_id AS "toolId", r.state, r.position,
       (SELECT count(*)::int FROM run_event e WHERE e.run_id = r.id AND e.kind = 'finished') AS ends, (SELECT count(*)::int FROM run_event e WHERE e.run_id = r.id AND e.kind = 'started') AS begins
     FROM run r JOIN recipe c ON c.workshop_id = r.workshop_id AND c.id = r.recipe_id WHERE r.job_id = ANY ($1)`,
      [jobIds],
    )
  ).rows;
  for (const run of runs) {
    if (run.state !== 'finished') findings.stuck += 1;
    if (run.ends > 1 || run.begins > 1) findings.doubled += 1;
    if (run.ends < 1) findings.lost += 1;
  }
  const after = await charged(pool);
  const wornBy = new Map<string, number>();
  const takenBy = new Map<string, number>();
  for (const run of runs) {
    wornBy.set(run.toolId, (wornBy.get(run.toolId) ?? 0) + run.cutMm / 1000);
    if (run.pieceId) takenBy.set(run.pieceId, (takenBy.get(run.pieceId) ?? 0) + (run.usedMm ?? 0));
  }
  const weigh = (is: number, should: number) => {
    if (is < should - 1e-6) findings.lost += 1;
    if (is > should + 1e-6) findings.doubled += 1;
  };
  for (const [toolId, metres] of wornBy) weigh(after.wear.get(toolId)! - before.wear.get(toolId)!, metres);
  for (const [pieceId, mm] of takenBy) weigh(before.length.get(pieceId)! - after.length.get(pieceId)!, mm);
  return findings;

  /** Both servers tell the same of a run, but for the moment between the two questions. */
  async function bringToEnd(both: readonly ServerProcess[], jobId: string, chance: () => number): Promise<boolean> {
    const seriesId = randomUUID();
    const late = performance.now() + PATIENCE_MS;
    while (performance.now() < late) {
      const one = both[chance() < 0.5 ? 0 : 1];
      const runs = await ask<RunView[]>(one, 'GET', addresses.runsOfJob({ id: jobId }));
      // Sent again for as long as nobody has said that it was taken: it is taken once.
      if (runs && runs.length === 0)
        await ask(one, 'POST', addresses.runsOfJob({ id: jobId }), { seriesId, speedUp: FAST, knowing: true });
      const held = runs?.find(({ progress }) => progress.state === 'holding');
      if (held) await ask(one, 'POST', addresses.commandRun({ id: held.id }), { action: 'start' });
      if (runs?.length && runs.every(({ progress }) => progress.state === 'finished')) return true;
      const [left, right] = await Promise.all(
        both.map((server) => ask<RunView[]>(server, 'GET', addresses.runsOfJob({ id: jobId }))),
      );
      if (left && right && !tellTheSame(left, right)) {
        // Something may have happened between the two answers: then they agree a moment later.
        const [again, too] = await Promise.all(
          both.map((server) => ask<RunView[]>(server, 'GET', addresses.runsOfJob({ id: jobId }))),
        );
        if (again && too && !tellTheSame(again, too)) findings.different += 1;
      }
      await wait(LOOK_MS);
    }
    return false;
  }
}

/** Kills one of the servers or the other, and starts it again. */
export function killOne(servers: readonly [ServerProcess, ServerProcess], random: () => number): () => Promise<void> {
  return async () => {
    const victim = servers[random() < 0.5 ? 0 : 1];
    await victim.kill();
    await victim.start();
  };
}

/** Ends every session that the servers have with the database. */
export function loseSessions(pool: Pool): () => Promise<void> {
  return async () =>
    void (await pool.query(
      'SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid()',
    ));
}

/** As far apart as two answers to one question may be, in machine seconds: half a second of true time. */
const APART_SECONDS = FAST * 0.5;
const tellTheSame = (left: readonly RunView[], right: readonly RunView[]): boolean =>
  left.length === right.length &&
  left.every(
    (run, i) =>
      run.id === right[i].id &&
      run.progress.state === right[i].progress.state &&
      Math.abs(run.progress.doneSeconds - right[i].progress.doneSeconds) < APART_SECONDS,
  );

/** An answer, or undefined where there was none: the server was killed, or refused. */
async function ask<T>(server: ServerProcess, method: string, path: string, body?: unknown): Promise<T | undefined> {
  try {
    const isBytes = body instanceof Uint8Array;
    const response = await fetch(server.address + path, {
      method,
      headers: body === undefined ? {} : { 'Content-Type': isBytes ? 'image/svg+xml' : 'application/json' },
      body: body === undefined ? undefined : isBytes ? (body as never) : JSON.stringify(body),
    });
    const answer = (await response.json()) as T;
    return response.ok ? answer : undefined;
  } catch {
    return undefined;
  }
}

/** A job of two colours, made on whichever server answers; every part of it is asked for again until it is there. */
async function makeJob(servers: readonly ServerProcess[], drawing: Buffer, random: () => number): Promise<string> {
  const [id, artworkId] = [randomUUID(), randomUUID()];
  const any = () => servers[random() < 0.5 ? 0 : 1];
  const until = async <T>(work: () => Promise<T | undefined>): Promise<T> => {
    for (;;) {
      const done = await work();
      if (done !== undefined) return done;
      await wait(LOOK_MS);
    }
  };
  const job = () => ask<JobAnswer>(any(), 'GET', addresses.job({ id }));
  await until(async () => (await ask(any(), 'POST', addresses.jobs(), { id, name: 'Boat numbers' })) ?? job());
  await until(async () => {
    await ask(any(), 'PUT', addresses.bringIn({ id, artworkId, fileName: 'numbers.svg' }), drawing);
    const now = await job();
    return now?.document.drawings.length ? now : undefined;
  });
  const materials = await until(() => ask<MaterialView[]>(any(), 'GET', addresses.materials()));
  for (const [i, name] of ['Outdoor vinyl, white', 'Outdoor vinyl, navy'].entries()) {
    const materialId = materials.find((material) => material.name === name)!.id;
    await until(async () => {
      const now = await job();
      const step = now?.document.steps[i];
      if (step?.materialId === materialId) return now;
      if (now && step) {
        const action = { do: 'change-step', stepId: step.id, materialId } as const;
        await ask(any(), 'POST', addresses.actOnJob({ id }), wish(now, action));
      }
      return undefined;
    });
  }
  return id;
}

/** How worn every tool is and how long every roll. */
async function charged(pool: Pool): Promise<{ wear: Map<string, number>; length: Map<string, number> }> {
  const tools = await pool.query<{ id: string; wear: number }>('SELECT id, wear FROM tool');
  const pieces = await pool.query<{ id: string; length: number }>('SELECT id, length_mm AS length FROM stock_piece');
  return {
    wear: new Map(tools.rows.map(({ id, wear }) => [id, wear])),
    length: new Map(pieces.rows.map(({ id, length }) => [id, length])),
  };
}
