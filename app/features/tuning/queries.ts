import { endpoints, type TuningView } from '@keen-anvil/contract';
import type { Outcome, QuantityName } from '@keen-anvil/core/recipes';
import type { PictureWay } from '@keen-anvil/core/raster';
import { useQuery } from '@tanstack/react-query';
import { ask, keyOf, keysOf, questionOf, useAsked, useSend, useWrite } from '../api/ask';
import { unlessJustAsked } from '../api/just-asked';

/** How often a running sheet is looked at, in ms. */
const LOOK_EVERY_MS = 400;

export const useTuning = (id: string) =>
  useAsked(
    endpoints.tuning,
    { id },
    {
      refetchOnMount: 'always',
      refetchInterval: ({ state }) =>
        state.data?.sheets.some((sheet) => sheet.state === 'running') ? LOOK_EVERY_MS : false,
    },
  );

/** What to try next; asked anew whenever the tuning changes. */
export const useAdvice = (tuning: TuningView) =>
  useQuery({
    queryKey: [...keysOf(endpoints.tuningAdvice), tuning.id, tuning.version],
    queryFn: ({ signal }) => ask(endpoints.tuningAdvice, { id: tuning.id }, { signal }),
    enabled:
      tuning.state === 'open' &&
      !tuning.sheets.some(({ state, shapes }) => state !== 'done' || shapes.some(({ outcome }) => outcome === null)),
    staleTime: Infinity,
  });

export const useTunings = (recipeId: string) =>
  useAsked(endpoints.tuningsOfRecipe, { id: recipeId }, { refetchOnMount: 'always' });

export const openTuningsQuery = { ...questionOf(endpoints.openTunings, {}), refetchOnMount: unlessJustAsked };
export const useOpenTunings = () => useQuery(openTuningsQuery);

/** A change answers with the tuning as it is then. */
const keptAsTuning = ({ id }: TuningView) => keyOf(endpoints.tuning, { id });

export const useBeginTuning = (recipeId: string) => useSend(endpoints.beginTuning, { id: recipeId }, keptAsTuning);
export const useLayOut = (id: string) => useSend(endpoints.layOutTrials, { id }, keptAsTuning);
export const useDropSheet = () =>
  useWrite(endpoints.dropTrialSheet, { asked: (id: string) => ({ id }), keptAs: keptAsTuning });
export const useCarryOut = () =>
  useWrite(endpoints.runTrialSheet, {
    asked: ({ sheetId }: { sheetId: string; by: 'stand-in' | 'by-hand' }) => ({ id: sheetId }),
    body: ({ by }) => ({ by }),
    keptAs: keptAsTuning,
  });

/** What was said of a trial and taken back again since the application was opened, to be said again. */
const takenBack = new Map<string, Outcome>();
export const verdictTakenBack = (shapeId: string): Outcome | undefined => takenBack.get(shapeId);

interface TrialScore {
  shapeId: string;
  outcome: Outcome | null;
  before?: Outcome | null;
}

/** Scores a trial; null takes the verdict back, which was `before`. */
export const useScoreTrial = () =>
  useWrite(endpoints.scoreTrial, {
    asked: ({ shapeId }: TrialScore) => ({ id: shapeId }),
    body: ({ outcome }) => ({ outcome }),
    keptAs: keptAsTuning,
    then: ({ shapeId, outcome, before }) => {
      if (outcome === null && before) takenBack.set(shapeId, before);
      else takenBack.delete(shapeId);
    },
  });
export const useTrialPhoto = () =>
  useWrite(endpoints.photographTrial, {
    asked: ({ shapeId }: { shapeId: string; file: Blob }) => ({ id: shapeId }),
    body: ({ file }) => file,
    keptAs: keptAsTuning,
  });
export const useEndTuning = (id: string) => useSend(endpoints.endTuning, { id }, keptAsTuning);

/** Where right lies over two dials. */
export const useGoodWindow = (recipeId: string, x: QuantityName | null, y: QuantityName | null) =>
  useAsked(endpoints.goodWindow, { id: recipeId, x, y });

export const useToneLadder = (recipeId: string, way: PictureWay) => useAsked(endpoints.tone, { id: recipeId, way });

export const useKeepTone = (recipeId: string) =>
  useSend(endpoints.keepTone, { id: recipeId }, ({ way }) => keyOf(endpoints.tone, { id: recipeId, way }));
