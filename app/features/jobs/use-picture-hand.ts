import { useRef, type PointerEvent, type WheelEvent } from 'react';

/** How a picture was moved under its window: px across and down, a factor of its size, and degrees. */
export interface HandMove {
  right: number;
  down: number;
  times: number;
  turn: number;
}

interface Finger {
  x: number;
  y: number;
}

const WHEEL_STEP = 1.04;

/** Drags with one finger, sizes and turns with two, sizes with the wheel: what each moves the picture by, as it happens. */
export function usePictureHand(onMove: (move: HandMove) => void) {
  const fingers = useRef(new Map<number, Finger>());
  const at = ({ clientX, clientY }: PointerEvent): Finger => ({ x: clientX, y: clientY });
  return {
    onPointerDown: (event: PointerEvent) => {
      (event.currentTarget as Element).setPointerCapture(event.pointerId);
      if (fingers.current.size < 2) fingers.current.set(event.pointerId, at(event));
    },
    onPointerMove: (event: PointerEvent) => {
      const before = fingers.current.get(event.pointerId);
      if (!before) return;
      const now = at(event);
      const other = [...fingers.current].find(([id]) => id !== event.pointerId)?.[1];
      fingers.current.set(event.pointerId, now);
      onMove(
        other ? pinched(before, now, other) : { right: now.x - before.x, down: now.y - before.y, times: 1, turn: 0 },
      );
    },
    onPointerUp: (event: PointerEvent) => void fingers.current.delete(event.pointerId),
    onPointerCancel: (event: PointerEvent) => void fingers.current.delete(event.pointerId),
    onWheel: ({ deltaY }: WheelEvent) =>
      onMove({ right: 0, down: 0, times: deltaY < 0 ? WHEEL_STEP : 1 / WHEEL_STEP, turn: 0 }),
  };
}

/** One of two fingers moved: the middle goes half as far, the distance sizes, the angle turns. */
function pinched(before: Finger, now: Finger, other: Finger): HandMove {
  const [was, is] = [before, now].map(({ x, y }) => ({
    long: Math.max(1, Math.hypot(x - other.x, y - other.y)),
    angle: (Math.atan2(y - other.y, x - other.x) * 180) / Math.PI,
  }));
  const turn = ((is.angle - was.angle + 540) % 360) - 180;
  return { right: (now.x - before.x) / 2, down: (now.y - before.y) / 2, times: is.long / was.long, turn };
}
