const PREFIX = 'keen-anvil.';

/** A small choice kept on this device; null where none was made or nothing can be kept. */
export function readPreference(name: string): string | null {
  try {
    return globalThis.localStorage?.getItem(PREFIX + name) ?? null;
  } catch {
    return null;
  }
}

/** Keeps a small choice on this device, where that is possible. */
export function writePreference(name: string, value: string): void {
  try {
    globalThis.localStorage?.setItem(PREFIX + name, value);
  } catch {
    // A private window keeps nothing; the choice holds until it is closed.
  }
}
