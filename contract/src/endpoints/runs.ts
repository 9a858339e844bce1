import type { OwnLine } from '@keen-anvil/core/preparation';
import type { RunProgress, RunView, WarmClockView } from '../answers';
import type {
  LineTick,
  NewPreparationLine,
  NewRun,
  NewWarmClock,
  PutAway,
  RunAgain,
  RunCommand,
  RunMarks,
  RunNudge,
  RunReport,
  RunVerdict,
  WarmClockEnd,
} from '../requests';
import { follows, givesFile, reads, writes } from './endpoint';

const byRunner = { role: 'runner' } as const;
const seesRun = { ...byRunner, touches: ['runs'] } as const;

/** Runs of jobs, what has to be ready before them, and what warms up. */
export const runs = {
  runsOfJob: reads<RunView[]>()({ path: '/jobs/:id/runs', key: 'runs' }),
  startRuns: writes<NewRun, RunView[]>('POST')({ path: '/jobs/:id/runs', makes: true, ...seesRun }),
  run: reads<RunView>()({ path: '/runs/:id', key: 'runs' }),
  commandRun: writes<RunCommand, RunView>('POST')({ path: '/runs/:id/actions', ...seesRun }),
  scoreRun: writes<RunVerdict, RunView>('POST')({
    path: '/runs/:id/outcome',
    ...byRunner,
    touches: ['runs', 'recipes', 'jobs'],
  }),
  readMarks: writes<RunMarks, RunView>('POST')({ path: '/runs/:id/marks', ...seesRun }),
  runAgain: writes<RunAgain, RunView>('POST')({ path: '/runs/:id/again', makes: true, ...seesRun }),
  runEvents: follows<RunProgress>()({ path: '/runs/:id/events' }),
  tickRun: writes<LineTick, RunView>('POST')({ path: '/runs/:id/preparation', ...seesRun }),
  nudgeRun: writes<RunNudge, RunView>('POST')({ path: '/runs/:id/nudge', ...seesRun }),
  /** Written line by line while a file goes over a cable. */
  reportRun: writes<RunReport, RunView>('POST')({ path: '/runs/:id/cable', ...byRunner, touches: ['runs', 'bench'] }),
  runFile: givesFile({ path: '/runs/:id/machine-file' }),
  preparationLines: reads<OwnLine[]>()({ path: '/preparation-lines' }),
  addPreparationLine: writes<NewPreparationLine, OwnLine[]>('POST')({
    path: '/preparation-lines',
    makes: true,
    ...seesRun,
  }),
  putPreparationLineAway: writes<PutAway, OwnLine[]>('POST')({
    path: '/preparation-lines/:id/archive',
    ...seesRun,
  }),
  warmClocks: reads<WarmClockView[]>()({ path: '/warm-clocks', key: 'warm clocks' }),
  startWarming: writes<NewWarmClock, WarmClockView[]>('POST')({
    path: '/warm-clocks',
    ...byRunner,
    makes: true,
    touches: ['warm clocks'],
  }),
  endWarming: writes<WarmClockEnd, WarmClockView[]>('POST')({
    path: '/warm-clocks/end',
    ...byRunner,
    touches: ['warm clocks'],
  }),
};
