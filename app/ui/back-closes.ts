import { useEffect, useId, useRef } from 'react';
import { Platform } from 'react-native';

/** Marks the browser's history entry that stands for something that slid up. */
const MARK = 'slidUp';
const open = new Map<string, () => void>();
let isGoingBack = false;
let settled: () => void = () => undefined;
let settling = Promise.resolve();

const markOf = (state: unknown): string | undefined => (state as Record<string, string> | null)?.[MARK];

/** Goes back one entry without the router hearing of it: the address is the same on both. */
function goBackUnheard(): void {
  isGoingBack = true;
  settling = new Promise((resolve) => (settled = resolve));
  window.history.back();
}

function onPop(event: PopStateEvent): void {
  if (isGoingBack) {
    isGoingBack = false;
    event.stopImmediatePropagation();
    settled();
    return;
  }
  const mark = markOf(event.state);
  const top = [...open.keys()].at(-1);
  if (top && mark !== top) {
    event.stopImmediatePropagation();
    const close = open.get(top)!;
    open.delete(top);
    close();
  } else if (mark && !open.has(mark)) {
    // What stood here is closed for good: nobody should have to go back twice. The router hears of this one first.
    setTimeout(goBackUnheard, 0);
  }
}

// Listened for as soon as the first page is loaded: on the window itself whoever listens first hears first, and the router would
// otherwise take the entry that is taken back for another page, and put the page up anew.
if (Platform.OS === 'web' && typeof window !== 'undefined' && typeof window.addEventListener === 'function')
  window.addEventListener('popstate', onPop, { capture: true });

/** While it is open, the browser's Back closes it instead of leaving the page; closed otherwise, it leaves no entry behind. */
export function useBackCloses(isOpen: boolean, onClose: () => void): void {
  const id = useId();
  const close = useRef(onClose);
  useEffect(() => {
    close.current = onClose;
  });
  useEffect(() => {
    if (!isOpen || Platform.OS !== 'web' || typeof window === 'undefined' || !window.history) return undefined;
    open.set(id, () => close.current());
    window.history.pushState({ ...(window.history.state as object | null), [MARK]: id }, '');
    return () => {
      // Gone already where Back closed it.
      if (!open.delete(id)) return;
      // A page that was opened with the same press lies above it by then, and is not to be taken back.
      setTimeout(() => {
        if (markOf(window.history.state) === id) goBackUnheard();
      }, 0);
    };
  }, [isOpen, id]);
}

/** Does something to the address once what slid up has closed and its entry is gone. */
export function onceClosed(act: () => void): void {
  if (Platform.OS !== 'web') act();
  else setTimeout(() => setTimeout(() => void settling.then(act), 0), 0);
}
