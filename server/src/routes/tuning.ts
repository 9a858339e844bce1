import { PICTURE_WAYS, type PictureWay } from '@keen-anvil/core/raster';
import { refused } from '../problem';
import { keepTone, toneFile, toneOf, toneOnStandIn } from '../services/tones';
import type { Handlers } from './answer-endpoints';
import type { ApiParts } from './api-parts';
import { saved } from './sent';

const EXTENSION = { hpgl: 'hpgl', gcode: 'gcode' } as const;

/** Tunings, trial sheets and trials. */
export const tuningHandlers = ({ tunings, pool }: ApiParts): Handlers<'tuning'> => ({
  openTunings: (here) => tunings.list(here, null),
  tuningsOfRecipe: (here, { id }) => tunings.list(here, id),
  beginTuning: (here, { id, body }) => tunings.begin(here, id, body),
  goodWindow: (here, { id, x, y }) => tunings.advice.window(here, id, x || null, y || null),
  tuning: (here, { id }) => tunings.get(here, id),
  tuningAdvice: (here, { id }) => tunings.advice.next(here, id),
  layOutTrials: (here, { id, body }) => tunings.sheets.layOut(here, id, body),
  endTuning: (here, { id, body }) => tunings.end(here, id, body),
  trialSheetFile: async (here, { id }) => {
    const { number, format, machineFile, materialName } = await tunings.sheets.machineFile(here, id);
    return saved([materialName, `trial sheet ${number}`], EXTENSION[format!], machineFile);
  },
  runTrialSheet: (here, { id, body }) => tunings.sheets.carryOut(here, id, body),
  dropTrialSheet: (here, { id }) => tunings.sheets.drop(here, id),
  scoreTrial: (here, { id, body }) => tunings.trials.score(here, id, body.outcome),
  photographTrial: (here, { id, body }) => tunings.trials.photograph(here, id, body),
  tone: (here, { id, way }) => toneOf(here, pool, id, wayOf(way)),
  keepTone: (here, { id, body }) => keepTone(here, pool, id, body),
  toneFile: async (here, { id, ...asked }) => {
    const { text, materialName } = await toneFile(here, pool, id, ladderOf(asked));
    return saved([materialName, 'tone ladder'], 'gcode', text);
  },
  toneOnStandIn: (here, { id, ...asked }) => toneOnStandIn(here, pool, id, ladderOf(asked)),
});

const ladderOf = ({ way, quantity, values }: { way: string; quantity: string; values: string }) => ({
  way: wayOf(way),
  quantity,
  values: values.split(',').filter(Boolean).map(Number),
});

/** How the shades of a ladder are made; by power where nothing is said. @throws Problem for a way that there is not */
function wayOf(asked: string): PictureWay {
  const way = PICTURE_WAYS.find((known) => known === (asked || 'by power'));
  if (!way) throw refused(`Shades are made in one of these ways: ${PICTURE_WAYS.join(', ')}; “${asked}” came.`, 'way');
  return way;
}
