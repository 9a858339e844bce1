import type { Bounds, Point } from '@keen-anvil/core/geometry';
import { snapped, type SnapLine } from '@keen-anvil/core/layout';
import { useRef, type PointerEvent, type WheelEvent } from 'react';
import { boxOf, middleOf, type LaidThing } from './laid-things';
import { onScreen, onSheet, zoomed, type InHand, type LayView, type Live } from './lay-view';

/** A finger is this much broader than a point, in px. */
const FINGER = 14;
/** A press that moves no further is a tap, in px. */
const TAP = 6;
/** What comes nearer than this to a line comes to lie on it, in px. */
const SNAP = 7;
/** The handle of the ring that turns, above what is chosen, in px. */
const HANDLE = 34;
/** What it needs between itself and the edge of the screen, in px. */
const ROOM = 30;
/** A turn comes to rest at these, in degrees, if it is nearer than this. */
const TURN_STEP = 15;
const TURN_NEAR = 2.5;

interface Hand {
  kind: 'pan' | 'move' | 'turn' | 'measure';
  began: Point;
  last: Point;
  view: LayView;
  key: string | null;
  hasMoved: boolean;
}

export interface LayHandProps {
  view: Live<LayView>;
  inHand: Live<InHand | null>;
  lines: Live<SnapLine[]>;
  things: readonly LaidThing[];
  chosen: readonly LaidThing[];
  /** What is snapped to beside the other things: the sheet and guides. */
  edges: readonly Bounds[];
  isMeasuring: boolean;
  onTap: (key: string | null) => void;
  /** Taken into the hand without having been chosen before. */
  onTake: (key: string) => void;
  onMove: (by: Point, degrees: number) => void;
  onMeasure: (at: Point) => void;
}

/** Where the turning handle is on the screen; null while nothing is chosen. */
export function handleAt(view: LayView, chosen: readonly LaidThing[]): Point | null {
  const box = boxOf(chosen);
  if (!box) return null;
  const middle = (box.minX + box.maxX) / 2;
  const top = onScreen(view, { x: middle, y: box.minY });
  if (top.y > HANDLE + ROOM) return { x: top.x, y: top.y - HANDLE };
  // Above there is no room on the screen: below.
  const bottom = onScreen(view, { x: middle, y: box.maxY });
  return { x: bottom.x, y: bottom.y + HANDLE };
}

/** One finger moves what it is on, or the sheet; two look nearer; the handle turns; the wheel looks nearer. */
export function useLayHand(props: LayHandProps) {
  const fingers = useRef(new Map<number, Point>());
  const hand = useRef<Hand | null>(null);
  const at = (event: PointerEvent | WheelEvent): Point => {
    const frame = (event.currentTarget as Element).getBoundingClientRect();
    return { x: event.clientX - frame.left, y: event.clientY - frame.top };
  };
  const thingAt = (point: Point): LaidThing | null => {
    const view = props.view.get();
    const slack = FINGER / view.scale;
    const { x, y } = onSheet(view, point);
    const size = ({ bounds }: LaidThing) => (bounds.maxX - bounds.minX) * (bounds.maxY - bounds.minY);
    const hit = props.things.filter(
      ({ bounds }) =>
        x >= bounds.minX - slack && x <= bounds.maxX + slack && y >= bounds.minY - slack && y <= bounds.maxY + slack,
    );
    // What is chosen already is meant first; of others the smallest.
    return hit.sort((a, b) => Number(isChosen(b.key)) - Number(isChosen(a.key)) || size(a) - size(b))[0] ?? null;
  };
  const isChosen = (key: string) => props.chosen.some((thing) => thing.key === key);

  const begin = (event: PointerEvent) => {
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    const point = at(event);
    fingers.current.set(event.pointerId, point);
    if (fingers.current.size > 1) {
      // A second finger looks nearer: what was in the hand is let go where it was.
      hand.current = null;
      props.inHand.set(null);
      return;
    }
    const view = props.view.get();
    const handle = handleAt(view, props.chosen);
    const thing = thingAt(point);
    const isOnHandle = handle !== null && Math.hypot(handle.x - point.x, handle.y - point.y) < 24;
    const kind = props.isMeasuring ? 'measure' : isOnHandle ? 'turn' : thing ? 'move' : 'pan';
    hand.current = { kind, began: point, last: point, view, key: thing?.key ?? null, hasMoved: false };
  };

  const move = (event: PointerEvent) => {
    const before = fingers.current.get(event.pointerId);
    if (!before) return;
    const point = at(event);
    fingers.current.set(event.pointerId, point);
    const other = [...fingers.current].find(([id]) => id !== event.pointerId)?.[1];
    if (other) {
      pinch(before, point, other);
      return;
    }
    const held = hand.current;
    if (!held) return;
    const [right, down] = [point.x - held.began.x, point.y - held.began.y];
    if (!held.hasMoved && Math.hypot(right, down) < TAP) return;
    if (!held.hasMoved && held.kind === 'move' && held.key && !isChosen(held.key)) props.onTake(held.key);
    held.hasMoved = true;
    held.last = point;
    const { scale } = held.view;
    const finger = event.pointerType === 'touch' ? point : null;
    if (held.kind === 'pan' || held.kind === 'measure')
      props.view.set({ scale, x: held.view.x + right, y: held.view.y + down });
    else if (held.kind === 'turn') props.inHand.set({ by: { x: 0, y: 0 }, degrees: turnOf(held, point), finger });
    else {
      const taken = takenOf(held);
      const box = boxOf(taken);
      if (!box) return;
      const keys = new Set(taken.map(({ key }) => key));
      const others = [...props.things.filter(({ key }) => !keys.has(key)).map(({ bounds }) => bounds), ...props.edges];
      const { by, lines } = snapped(box, { x: right / scale, y: down / scale }, others, SNAP / scale);
      props.lines.set(lines);
      props.inHand.set({ by, degrees: 0, finger });
    }
  };

  /** What a hand holds: all that is chosen, or the one that it began on. */
  const takenOf = ({ key }: Hand): readonly LaidThing[] =>
    key !== null && !isChosen(key) ? props.things.filter((thing) => thing.key === key) : props.chosen;

  const turnOf = ({ began }: Hand, point: Point): number => {
    const box = boxOf(props.chosen);
    if (!box) return 0;
    const about = onScreen(props.view.get(), middleOf(box));
    const angle = ({ x, y }: Point) => (Math.atan2(y - about.y, x - about.x) * 180) / Math.PI;
    // Places count their angles against the clock.
    const turned = ((angle(began) - angle(point) + 540) % 360) - 180;
    const rest = Math.round(turned / TURN_STEP) * TURN_STEP;
    return Math.abs(turned - rest) < TURN_NEAR ? rest : Number(turned.toFixed(1));
  };

  const pinch = (before: Point, now: Point, other: Point) => {
    const long = (a: Point) => Math.max(10, Math.hypot(a.x - other.x, a.y - other.y));
    const about = { x: (now.x + other.x) / 2, y: (now.y + other.y) / 2 };
    const next = zoomed(props.view.get(), long(now) / long(before), about);
    props.view.set({ ...next, x: next.x + (now.x - before.x) / 2, y: next.y + (now.y - before.y) / 2 });
  };

  const end = (event: PointerEvent) => {
    fingers.current.delete(event.pointerId);
    const held = hand.current;
    hand.current = null;
    props.lines.set([]);
    if (!held) return;
    if (!held.hasMoved) {
      if (held.kind === 'measure') props.onMeasure(onSheet(props.view.get(), held.began));
      else if (held.kind !== 'turn') props.onTap(held.key);
      return;
    }
    const now = props.inHand.get();
    if (now && (held.kind === 'move' || held.kind === 'turn')) props.onMove(now.by, now.degrees);
    else props.inHand.set(null);
  };

  return {
    onPointerDown: begin,
    onPointerMove: move,
    onPointerUp: end,
    onPointerCancel: (event: PointerEvent) => {
      fingers.current.delete(event.pointerId);
      hand.current = null;
      props.inHand.set(null);
      props.lines.set([]);
    },
    onWheel: (event: WheelEvent) =>
      props.view.set(zoomed(props.view.get(), event.deltaY < 0 ? 1.1 : 1 / 1.1, at(event))),
  };
}
