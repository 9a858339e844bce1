import { useEffect, useRef } from 'react';
import { mayNotify, sound } from '../runs/use-tell-maker';

/** Tells once when a phase has come to its end: by a sound, by shaking, and by the device where it may. */
export function usePhaseEnd(key: string | null, isOver: boolean, says: string, name: string): void {
  const told = useRef<string | null>(null);
  const seen = useRef<string | null>(null);
  useEffect(() => {
    if (key === null) return;
    const isNew = seen.current !== key;
    seen.current = key;
    // What was over already when the page opened is no news.
    if (isNew && isOver) told.current = key;
    if (!isOver || told.current === key) return;
    told.current = key;
    sound();
    // A browser does not shake the device for a page that nobody has touched yet, and calls it an error to ask.
    if (navigator.userActivation?.hasBeenActive !== false) navigator.vibrate?.([200, 100, 200]);
    if (mayNotify()) new Notification(name, { body: says, tag: key });
  }, [key, isOver, says, name]);
}
