import { machineKindOf } from '@keen-anvil/core/machines';
import { inTransaction } from '../db/pool';
import { notFound, refused } from '../problem';
import { lockJob } from '../queries/jobs';
import { listMachines } from '../queries/machines';
import { archiveOwnLine, insertOwnLine, listOwnLines } from '../queries/preparation-lines';
import { deleteWarmClock, insertWarmClock, listWarmClocks } from '../queries/warm-clocks';
import type { Handlers } from './answer-endpoints';
import type { ApiParts } from './api-parts';
import { streamRun } from './run-stream';
import { saved } from './sent';

/** Runs of jobs, what has to be ready before them, and what warms up. */
export const runHandlers = ({ pool, runs: book, followers, watch }: ApiParts): Handlers<'runs'> => ({
  runsOfJob: (here, { id }) => book.seen.listForJob(here, id),
  startRuns: (here, { id, body }) => book.starting.start(here, id, body),
  run: (here, { id }) => book.seen.get(here, id),
  commandRun: (here, { id, body }) => book.command(here, id, body),
  scoreRun: (here, { id, body }) => book.score(here, id, body),
  readMarks: (here, { id, body }) => book.turned.read(here, id, body.read),
  runAgain: (here, { id, body }) => book.again(here, id, body),
  runEvents: (here, { id }, response) => streamRun(here, followers, watch, id, response),
  tickRun: (here, { id, body }) => book.led.tick(here, id, body),
  nudgeRun: (here, { id, body }) => book.led.nudge(here, id, body),
  reportRun: (here, { id, body }) => book.led.report(here, id, body),
  runFile: async (here, { id }) => {
    const { run, text } = await book.led.file(here, id);
    const machine = (await listMachines(pool, here.workshopId)).find((one) => one.id === run.machineId);
    if (!machine || machineKindOf(machine.kind).does === 'heat')
      throw refused(`${run.machineName} takes no file: its numbers are dialled in.`);
    const isPlot = machineKindOf(machine.kind).does === 'tool';
    const words = [run.jobName, `step ${run.stepNumber}`, `sheet ${run.sheetTurn}`, run.materialName];
    return saved(words, isPlot ? 'hpgl' : 'gcode', text);
  },

  preparationLines: ({ workshopId }) => listOwnLines(pool, workshopId),
  addPreparationLine: async (here, { body: { id, text, process, machineId } }) => {
    await inTransaction(here, pool, (db) => insertOwnLine(db, here.workshopId, { id, text, process, machineId }));
    return listOwnLines(pool, here.workshopId);
  },
  putPreparationLineAway: async (here, { id, body }) => {
    const isThere = await inTransaction(here, pool, (db) => archiveOwnLine(db, here.workshopId, id, body.isArchived));
    if (!isThere) throw notFound('That line');
    return listOwnLines(pool, here.workshopId);
  },

  warmClocks: ({ workshopId }) => listWarmClocks(pool, workshopId),
  startWarming: async (here, { body: { name, jobId, text, minutes } }) => {
    await inTransaction(here, pool, async (db) => {
      if (!(await lockJob(db, here.workshopId, jobId))) throw notFound('That job');
      await insertWarmClock(db, here.workshopId, { name, jobId, text, minutes });
    });
    return listWarmClocks(pool, here.workshopId);
  },
  endWarming: async (here, { body }) => {
    await inTransaction(here, pool, (db) => deleteWarmClock(db, here.workshopId, body.name));
    return listWarmClocks(pool, here.workshopId);
  },
});
