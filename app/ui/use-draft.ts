import { useRef, useState } from 'react';
import { readPreference, writePreference } from './preference';

/** What is being typed, kept on this device until it is written down or thrown away. */
export interface Draft<T> {
  value: T;
  set: (next: T | ((now: T) => T)) => void;
  /** It was typed before this page was opened: a reload, a way back or a crash lay between. */
  isBack: boolean;
  /** Begins afresh. */
  drop: () => void;
  /** It is written down: nothing is to be kept any more. */
  done: () => void;
}

const keyOf = (name: string) => `draft.${name}`;

/** What was typed into a form before, or null. */
export function readDraft<T>(name: string): T | null {
  const kept = readPreference(keyOf(name));
  if (!kept) return null;
  try {
    return JSON.parse(kept) as T;
  } catch {
    return null;
  }
}

/** Keeps what is typed into a form; null forgets it. */
export const keepDraft = (name: string, value: unknown): void =>
  writePreference(keyOf(name), value === null ? '' : JSON.stringify(value));

/**
 * A form's state that outlives reload, Back and a crash.
 * @param name tells forms apart: what it is for, and whose
 */
export function useDraft<T>(name: string, start: T): Draft<T> {
  const [before] = useState(() => readDraft<T>(name));
  const [value, setValue] = useState<T>(before ?? start);
  const [isBack, setBack] = useState(before !== null);
  const latest = useRef(before ?? start);
  return {
    value,
    isBack,
    set: (next) => {
      const made = typeof next === 'function' ? (next as (now: T) => T)(latest.current) : next;
      latest.current = made;
      keepDraft(name, made);
      setValue(made);
    },
    drop: () => {
      keepDraft(name, null);
      latest.current = start;
      setBack(false);
      setValue(start);
    },
    done: () => {
      keepDraft(name, null);
      setBack(false);
    },
  };
}
