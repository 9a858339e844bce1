import type { PictureWay } from '@keen-anvil/core/raster';
import {
  paths,
  type NewToneLadder,
  type NewTrialSheet,
  type NewTuning,
  type ToneLadderView,
  type TuningAdviceView,
  type TuningEnd,
  type TuningView,
  type WindowView,
} from '@keen-anvil/contract';
import type { Outcome, QuantityName } from '@keen-anvil/core/recipes';
import { useMutation, useQuery, useQueryClient, queryOptions } from '@tanstack/react-query';
import { unlessJustAsked } from '../api/just-asked';
import { call } from '../api/client';

/** How often a running sheet is looked at, in ms. */
const LOOK_EVERY_MS = 400;

export const useTuning = (id: string) =>
  useQuery({
    queryKey: ['tunings', 'one', id],
    queryFn: ({ signal }) => call<TuningView>(paths.tuning(id), { signal }),
    refetchOnMount: 'always',
    refetchInterval: ({ state }) =>
      state.data?.sheets.some((sheet) => sheet.state === 'running') ? LOOK_EVERY_MS : false,
  });

/** What to try next; asked anew whenever the tuning changes. */
export const useAdvice = (tuning: TuningView) =>
  useQuery({
    queryKey: ['tunings', 'advice', tuning.id, tuning.version],
    queryFn: ({ signal }) => call<TuningAdviceView>(paths.tuningAdvice(tuning.id), { signal }),
    enabled:
      tuning.state === 'open' &&
      !tuning.sheets.some(({ state, shapes }) => state !== 'done' || shapes.some(({ outcome }) => outcome === null)),
    staleTime: Infinity,
  });

export const useTunings = (recipeId: string) =>
  useQuery({
    queryKey: ['tunings', 'of', recipeId],
    queryFn: ({ signal }) => call<TuningView[]>(paths.recipeTunings(recipeId), { signal }),
    refetchOnMount: 'always',
  });

export const openTuningsQuery = queryOptions({
  queryKey: ['tunings', 'open'],
  queryFn: ({ signal }) => call<TuningView[]>(paths.tunings, { signal }),
  refetchOnMount: unlessJustAsked,
});
export const useOpenTunings = () => useQuery(openTuningsQuery);

/** A change that answers with the tuning as it is then. */
function useTuningChange<Body>(change: (body: Body) => Promise<TuningView>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: async (tuning) => {
      client.setQueryData(['tunings', 'one', tuning.id], tuning);
      await Promise.all([
        client.invalidateQueries({ queryKey: ['recipes'] }),
        client.invalidateQueries({ queryKey: ['tunings', 'of'] }),
        client.invalidateQueries({ queryKey: ['tunings', 'open'] }),
      ]);
    },
  });
}

export const useBeginTuning = (recipeId: string) =>
  useTuningChange((body: NewTuning) => call<TuningView>(paths.recipeTunings(recipeId), { method: 'POST', body }));
export const useLayOut = (id: string) =>
  useTuningChange((body: NewTrialSheet) => call<TuningView>(paths.trialSheets(id), { method: 'POST', body }));
export const useDropSheet = () =>
  useTuningChange((sheetId: string) => call<TuningView>(paths.trialSheetDrop(sheetId), { method: 'POST' }));
export const useCarryOut = () =>
  useTuningChange(({ sheetId, by }: { sheetId: string; by: 'stand-in' | 'by-hand' }) =>
    call<TuningView>(paths.trialSheetRun(sheetId), { method: 'POST', body: { by } }),
  );
/** What was said of a trial and taken back again since the application was opened, to be said again. */
const takenBack = new Map<string, Outcome>();
export const verdictTakenBack = (shapeId: string): Outcome | undefined => takenBack.get(shapeId);

/** Scores a trial; null takes the verdict back, which was `before`. */
export const useScoreTrial = () =>
  useTuningChange(
    async ({ shapeId, outcome, before }: { shapeId: string; outcome: Outcome | null; before?: Outcome | null }) => {
      const tuning = await call<TuningView>(paths.trialOutcome(shapeId), { method: 'POST', body: { outcome } });
      if (outcome === null && before) takenBack.set(shapeId, before);
      else takenBack.delete(shapeId);
      return tuning;
    },
  );
export const useTrialPhoto = () =>
  useTuningChange(({ shapeId, file }: { shapeId: string; file: Blob }) =>
    call<TuningView>(paths.trialPhoto(shapeId), { method: 'PUT', body: file }),
  );
export const useEndTuning = (id: string) =>
  useTuningChange((body: TuningEnd) => call<TuningView>(paths.tuningEnd(id), { method: 'POST', body }));

/** Where right lies over two dials. */
export const useGoodWindow = (recipeId: string, x: QuantityName | null, y: QuantityName | null) =>
  useQuery({
    queryKey: ['recipes', 'window', recipeId, x, y],
    queryFn: ({ signal }) => call<WindowView>(paths.recipeWindow(recipeId, x, y), { signal }),
  });

export const useToneLadder = (recipeId: string, way: PictureWay) =>
  useQuery({
    queryKey: ['recipes', 'tone', recipeId, way],
    queryFn: ({ signal }) => call<ToneLadderView | null>(paths.recipeTone(recipeId, way), { signal }),
  });

export function useKeepTone(recipeId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: NewToneLadder) => call<ToneLadderView>(paths.recipeTone(recipeId), { method: 'PUT', body }),
    onSuccess: (tone) => client.setQueryData(['recipes', 'tone', recipeId, tone.way], tone),
  });
}
