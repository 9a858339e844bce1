import type { MachineKind } from '../machines';
import { heatRate } from '../recipes';
import type { FoundPlan } from './plan-press';
import { changeSeconds, recoverSeconds, warmUpSeconds } from './plate-heat';

export const PHASE_KINDS = [
  'warm-up',
  'preheat',
  'turn-over',
  'lay',
  'press',
  'recover',
  'rest',
  'weigh',
  'peel',
  'lift-corner',
  'press-again',
] as const;
export type PhaseKind = (typeof PHASE_KINDS)[number];

/** A stretch of a press plan. */
export interface PlanPhase {
  kind: PhaseKind;
  seconds: number;
  /** The plate is down, and what lies under it gets its heat. */
  isDown: boolean;
  /** What the press's dial says, and what the plate has; null where the press has no part in it. */
  dialled: number | null;
  celsius: number | null;
  pressure: number | null;
  layerIds: string[];
  /** Where the plate is set down, of how many. */
  place: { turn: number; of: number } | null;
  peel: PeelName | null;
  /** What lies between, as its place among the words of the recipe's choice; null for nothing. */
  cover: number | null;
  /** Only where a corner lifts. */
  isOnlyIfNeeded: boolean;
}

export const PEELS = ['hot', 'warm', 'cold'] as const;
export type PeelName = (typeof PEELS)[number];

/** What of a layer decides how it is handled. */
export interface Handling {
  layerId: string;
  side?: 'front' | 'back';
  preheatSeconds: number;
  /** What of its heat comes after its carrier is peeled. */
  secondSeconds: number;
  peel: PeelName;
  cover: number | null;
  /** It is never pressed again: a print of ink ghosts. */
  isPressedOnce?: boolean;
}

/** How long hands need, s. */
export const HAND_SECONDS = { lay: 4, peel: 6, turn: 6, corner: 4 } as const;
/** How long it cools before it is peeled warm, or lies under a weight before it is peeled cold. */
export const COOLING_SECONDS = { hot: 0, warm: 20, cold: 60 } as const;
/** A blank that is turned over lies under a weight until it is stiff again. */
const STIFF_SECONDS = 120;
/** What lifts is pressed again for so much of its last pressing; longer where the weave is open. */
const AGAIN = { closed: 0.5, open: 1 } as const;

export interface PhasesWish {
  kind: MachineKind;
  handling: readonly Handling[];
  /** How often the plate is set down for each pressing. */
  places: number;
  isOpenWeave: boolean;
  /** The press is at its temperature already. */
  isWarm?: boolean;
}

const plain = {
  isDown: false,
  dialled: null,
  celsius: null,
  pressure: null,
  place: null,
  peel: null,
  cover: null,
  isOnlyIfNeeded: false,
};

/**
 * A plan as one stands before the press: each stretch with its seconds, what the hands do between, and waits for the plate to come
 * back. Where a corner lifts it is pressed again, as long as no layer gets more than it takes.
 */
export function planPhases(plan: FoundPlan, wish: PhasesWish): PlanPhase[] {
  const { kind, handling, places, isOpenWeave } = wish;
  const of = new Map(handling.map((one) => [one.layerId, one]));
  const phases: PlanPhase[] = [];
  const [first] = plan.pressings;
  const all = plan.pressings.flatMap(({ layers }) => layers);
  const heated = { dialled: first.dialled, celsius: first.celsius };
  if (!wish.isWarm)
    phases.push({ ...plain, ...heated, kind: 'warm-up', seconds: warmUpSeconds(kind, first.celsius), layerIds: [] });
  const preheat = Math.max(0, ...handling.map(({ preheatSeconds }) => preheatSeconds));
  if (preheat > 0) phases.push({ ...plain, ...heated, kind: 'preheat', seconds: preheat, isDown: true, layerIds: all });
  for (const [k, pressing] of plan.pressings.entries()) {
    const before = plan.pressings[k - 1];
    const own = pressing.layers.map((id) => of.get(id)!);
    const [set, layerIds] = [
      { dialled: pressing.dialled, celsius: pressing.celsius, pressure: pressing.pressure },
      pressing.layers,
    ];
    if (before && sideOf(before.layers, of) !== sideOf(layerIds, of)) {
      phases.push({ ...plain, kind: 'weigh', seconds: STIFF_SECONDS, layerIds: before.layers });
      phases.push({ ...plain, kind: 'turn-over', seconds: HAND_SECONDS.turn, layerIds });
    }
    const change = before ? changeSeconds(kind, before.celsius, pressing.celsius) : 0;
    if (change > 0) phases.push({ ...plain, ...set, kind: 'warm-up', seconds: change, layerIds: [] });
    const isLast = k === plan.pressings.length - 1;
    const second = isLast ? Math.max(0, ...own.map(({ secondSeconds }) => secondSeconds)) : 0;
    const pressed =
      second > 0 && pressing.dwellSeconds - second >= 1 ? pressing.dwellSeconds - second : pressing.dwellSeconds;
    const cover = own.find((one) => one.cover !== null && one.cover > 0)?.cover ?? null;
    for (let turn = 1; turn <= places; turn++) {
      const place = places > 1 ? { turn, of: places } : null;
      phases.push({ ...plain, kind: 'lay', seconds: HAND_SECONDS.lay, layerIds, place, cover });
      phases.push({ ...plain, ...set, kind: 'press', seconds: pressed, isDown: true, layerIds, place });
      if (turn < places)
        phases.push({
          ...plain,
          ...set,
          kind: 'recover',
          seconds: recoverSeconds(kind, pressing.celsius),
          layerIds: [],
        });
    }
    const peel = own.at(-1)!.peel;
    if (COOLING_SECONDS[peel] > 0)
      phases.push({ ...plain, kind: peel === 'cold' ? 'weigh' : 'rest', seconds: COOLING_SECONDS[peel], layerIds });
    const isOnce = own.some(({ isPressedOnce }) => isPressedOnce);
    if (!isOnce) phases.push({ ...plain, kind: 'lift-corner', seconds: HAND_SECONDS.corner, layerIds });
    const again = isOnce ? 0 : againSeconds(plan, k, isOpenWeave);
    if (again > 0)
      phases.push({
        ...plain,
        ...set,
        kind: 'press-again',
        seconds: again,
        isDown: true,
        layerIds,
        isOnlyIfNeeded: true,
      });
    phases.push({ ...plain, kind: 'peel', seconds: HAND_SECONDS.peel, layerIds, peel });
    if (pressed < pressing.dwellSeconds)
      phases.push({
        ...plain,
        ...set,
        kind: 'press',
        seconds: pressing.dwellSeconds - pressed,
        isDown: true,
        layerIds,
        cover,
      });
    // What was pressed from both sides is soft again: the second side cools flat, as the first did.
    if (isLast && plan.pressings.length > 1 && new Set(plan.pressings.map(({ layers }) => sideOf(layers, of))).size > 1)
      phases.push({ ...plain, kind: 'weigh', seconds: STIFF_SECONDS, layerIds });
  }
  return phases;
}

const sideOf = (layers: readonly string[], of: ReadonlyMap<string, Handling>): string =>
  of.get(layers[0])?.side ?? 'front';

/** How long it may be pressed again where it lifts: no layer gets more than it takes. */
function againSeconds({ pressings, heat }: FoundPlan, k: number, isOpenWeave: boolean): number {
  const { celsius, dwellSeconds } = pressings[k];
  const laid = pressings.slice(0, k + 1).flatMap(({ layers }) => layers);
  const left = Math.min(
    ...heat
      .filter(({ layerId }) => laid.includes(layerId))
      .map(({ window, gotSeconds }) => window.toSeconds - gotSeconds),
  );
  const wanted = dwellSeconds * (isOpenWeave ? AGAIN.open : AGAIN.closed);
  return Math.floor(Math.min(wanted, left / heatRate(celsius)));
}

/** All of a plan that is done whatever a corner says, in s. */
export const planSeconds = (phases: readonly PlanPhase[]): number =>
  phases.reduce((sum, { seconds, isOnlyIfNeeded }) => sum + (isOnlyIfNeeded ? 0 : seconds), 0);
