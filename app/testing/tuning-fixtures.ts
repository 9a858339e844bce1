import type { AdviceView, TrialShapeView, TuningView } from '@keen-anvil/contract';
import { recipe } from './fixtures';

export const shape: TrialShapeView = {
  id: 'shape-1',
  number: 1,
  settings: { ...recipe.settings, force: 12 },
  onTopOf: [],
  at: { x: 8, y: 12 },
  seenOutcome: null,
  seenFault: null,
  outcome: null,
  scoredAt: null,
  photoId: null,
};

export const tuning: TuningView = {
  id: 'tuning-1',
  version: 1,
  state: 'open',
  recipe,
  jobId: null,
  start: { ...recipe.settings, force: 12 },
  startSpread: 0.35,
  fixed: [],
  scrap: { stockPieceId: 'roll', name: 'navy roll', widthMm: 305, lengthMm: 400, outline: null },
  shapeSize: { widthMm: 12, heightMm: 16.5 },
  otherTrials: [],
  sheets: [],
  earlier: [],
  createdAt: '2026-11-20T10:00:00.000Z',
};

/** The tuning with one sheet that holds these trials. */
export const withSheet = (
  state: 'planned' | 'running' | 'done',
  shapes: TrialShapeView[],
  more: Partial<TuningView> = {},
): TuningView => ({
  ...tuning,
  sheets: [
    {
      id: 'sheet-1',
      number: 1,
      state,
      isByHand: false,
      format: 'hpgl',
      estimateSeconds: 6,
      doneSeconds: state === 'running' ? 3 : null,
      shapes,
    },
  ],
  ...more,
});

export const advice: AdviceView = {
  settings: { ...recipe.settings, force: 15 },
  chance: { under: 0.2, right: 0.7, over: 0.1 },
  isSettled: false,
  isHopeless: false,
  why: 'force 15: likely “clean” (70 %); force 12 gave “hangs in places”',
  best: { settings: { ...recipe.settings, force: 15 }, right: 0.7, sure: 0.4 },
  repeat: null,
};
