import type { ToneLadderView, TuningAdviceView, TuningView, WindowView } from '../answers';
import type { NewToneLadder, NewTrialSheet, NewTuning, TrialRun, TrialVerdict, TuningEnd } from '../requests';
import { givesFile, reads, takesFile, text, writes } from './endpoint';

const LARGEST_PHOTO = 25_000_000;

const seesTuning = { touches: ['recipes', 'tunings'] } as const;
const ladder = { way: text(40), quantity: text(40), values: text(400) } as const;

/** Tunings, their trial sheets and trials, and the shades of a recipe. */
export const tuning = {
  openTunings: reads<TuningView[]>()({ path: '/tunings', key: 'tunings' }),
  tuningsOfRecipe: reads<TuningView[]>()({ path: '/recipes/:id/tunings', key: 'tunings' }),
  beginTuning: writes<NewTuning, TuningView>('POST')({ path: '/recipes/:id/tunings', makes: true, ...seesTuning }),
  goodWindow: reads<WindowView>()({
    path: '/recipes/:id/window',
    key: 'recipes',
    query: { x: text(40), y: text(40) },
  }),
  tuning: reads<TuningView>()({ path: '/tunings/:id', key: 'tunings' }),
  tuningAdvice: reads<TuningAdviceView>()({ path: '/tunings/:id/advice', key: 'advice' }),
  layOutTrials: writes<NewTrialSheet, TuningView>('POST')({ path: '/tunings/:id/sheets', makes: true, ...seesTuning }),
  endTuning: writes<TuningEnd, TuningView>('POST')({ path: '/tunings/:id/end', ...seesTuning }),
  trialSheetFile: givesFile({ path: '/trial-sheets/:id/machine-file' }),
  runTrialSheet: writes<TrialRun, TuningView>('POST')({
    path: '/trial-sheets/:id/run',
    role: 'runner',
    ...seesTuning,
  }),
  dropTrialSheet: writes<undefined, TuningView>('POST')({ path: '/trial-sheets/:id/drop', ...seesTuning }),
  scoreTrial: writes<TrialVerdict, TuningView>('POST')({ path: '/trials/:id/outcome', role: 'runner', ...seesTuning }),
  photographTrial: takesFile<TuningView>()({
    path: '/trials/:id/photo',
    role: 'runner',
    fileUpTo: LARGEST_PHOTO,
    ...seesTuning,
  }),
  tone: reads<ToneLadderView | null>()({ path: '/recipes/:id/tone', key: 'recipes', query: { way: text(40) } }),
  keepTone: writes<NewToneLadder, ToneLadderView>('PUT')({ path: '/recipes/:id/tone', touches: ['recipes'] }),
  toneFile: givesFile({ path: '/recipes/:id/tone/machine-file', query: ladder }),
  toneOnStandIn: reads<number[]>()({ path: '/recipes/:id/tone/stand-in', query: ladder }),
};
