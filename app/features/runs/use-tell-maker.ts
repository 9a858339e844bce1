import type { RunView } from '@keen-anvil/contract';
import { useEffect, useRef } from 'react';

/** Two short tones, made here: no file is needed, and a shed is loud. */
export function sound(): void {
  const Context = globalThis.AudioContext;
  if (!Context) return;
  const audio = new Context();
  for (const [i, pitch] of [660, 880].entries()) {
    const tone = audio.createOscillator();
    const volume = audio.createGain();
    tone.frequency.value = pitch;
    const at = audio.currentTime + i * 0.22;
    volume.gain.setValueAtTime(0.0001, at);
    volume.gain.exponentialRampToValueAtTime(0.3, at + 0.02);
    volume.gain.exponentialRampToValueAtTime(0.0001, at + 0.2);
    tone.connect(volume).connect(audio.destination);
    tone.start(at);
    tone.stop(at + 0.21);
  }
  setTimeout(() => void audio.close().catch(() => undefined), 1000);
}

/** Whether the maker may be told by the device, also while another program is in front. */
export const mayNotify = (): boolean => typeof Notification !== 'undefined' && Notification.permission === 'granted';

/** Asks once whether the device may tell. */
export async function askToNotify(): Promise<boolean> {
  if (typeof Notification === 'undefined') return false;
  return (await Notification.requestPermission()) === 'granted';
}

/** Tells the maker by a sound, and by the device where it may, when a run comes to a hold or to its end, or is broken off. */
export function useTellMaker(runs: readonly RunView[] | undefined): void {
  const seen = useRef<Map<string, string> | null>(null);
  useEffect(() => {
    if (!runs) return;
    const now = new Map(runs.map((run) => [run.id, run.interruption ? 'broken off' : run.progress.state]));
    const before = seen.current;
    seen.current = now;
    // What is there when the page opens is no news.
    if (!before) return;
    for (const run of runs) {
      const [was, is] = [before.get(run.id), now.get(run.id)];
      if (was === is || was === undefined || !['holding', 'finished', 'broken off'].includes(is ?? '')) continue;
      sound();
      if (mayNotify())
        new Notification(run.jobName, {
          body:
            is === 'finished'
              ? `${run.materialName} is done on ${run.machineName}.`
              : is === 'holding'
                ? (run.hold ?? 'It holds.')
                : `${run.machineName} was broken off.`,
          tag: run.id,
        });
    }
  }, [runs]);
}

/** Keeps the screen awake while something goes. */
export function useAwake(isGoing: boolean): void {
  useEffect(() => {
    if (!isGoing || typeof navigator === 'undefined' || !('wakeLock' in navigator)) return undefined;
    let lock: WakeLockSentinel | null = null;
    let isOver = false;
    const take = () => {
      if (document.visibilityState !== 'visible' || isOver) return;
      // A device that is low on power says no: then the screen goes dark as it always does.
      navigator.wakeLock
        .request('screen')
        .then((taken) => {
          lock = taken;
          if (isOver) void taken.release();
        })
        .catch(() => undefined);
    };
    take();
    document.addEventListener('visibilitychange', take);
    return () => {
      isOver = true;
      document.removeEventListener('visibilitychange', take);
      void lock?.release();
    };
  }, [isGoing]);
}
