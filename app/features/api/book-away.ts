import { useSyncExternalStore } from 'react';

let isAway = false;
const listeners = new Set<() => void>();

/** Says whether the server could reach its book when it was asked last. */
export function setBookAway(next: boolean): void {
  if (next === isAway) return;
  isAway = next;
  listeners.forEach((listener) => listener());
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** Whether the book is away: what is asked for and written meanwhile waits, and goes on by itself. */
export const useBookAway = (): boolean =>
  useSyncExternalStore(
    subscribe,
    () => isAway,
    () => false,
  );
