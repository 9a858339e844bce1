/// <reference types="w3c-web-serial" />
import type { MachineView } from '@keen-anvil/contract';
import type { Every, Sender } from '@keen-anvil/core/cable';
import { useSyncExternalStore } from 'react';
import { WebSerialLine } from './web-serial-line';

/** A machine that hangs on a cable of this page, and what is sent to it. */
interface Cable {
  line: WebSerialLine;
  sending: { runId: string; sender: Sender } | null;
}

// Cables live as long as the page: going to another view of it does not cut them.
const cables = new Map<string, Cable>();
const listeners = new Set<() => void>();
let version = 0;
const changed = (): void => {
  version += 1;
  for (const listen of listeners) listen();
};

/** As most machines come. */
const USUAL_BAUD = 115_200;

/** Whether this browser can open serial ports at all. */
export const hasSerial = (): boolean => typeof navigator !== 'undefined' && 'serial' in navigator;

/** Looks again and again, as the senders ask. */
export const every: Every = (milliseconds, call) => {
  const timer = setInterval(call, milliseconds);
  return () => clearInterval(timer);
};

/** Lets the maker choose the port that a machine hangs on, and opens it. @throws Error with a sentence where that fails */
export async function connect({ id, name, baud }: MachineView): Promise<void> {
  if (!hasSerial()) throw new Error('This browser opens no serial ports. Use one that does, or run the file by hand.');
  let port: SerialPort;
  try {
    port = await navigator.serial.requestPort();
  } catch {
    throw new Error(`No port was chosen for ${name}.`);
  }
  let line: WebSerialLine;
  try {
    line = await WebSerialLine.open(port, baud ?? USUAL_BAUD);
  } catch {
    throw new Error(
      `The port could not be opened: another program may hold it. Close that, and connect ${name} again.`,
    );
  }
  cables.set(id, { line, sending: null });
  line.onLost(() => {
    cables.delete(id);
    changed();
  });
  changed();
}

/** The line to a machine, where one is open. */
export const lineTo = (machineId: string): WebSerialLine | null => cables.get(machineId)?.line ?? null;

/** Remembers what is sent to a machine. */
export function keepSender(machineId: string, runId: string, sender: Sender): void {
  const cable = cables.get(machineId);
  if (cable) cable.sending = { runId, sender };
  changed();
}

/** What sends a run's file from this page; null where nothing does. */
export const senderOf = (machineId: string, runId: string): Sender | null => {
  const sending = cables.get(machineId)?.sending;
  return sending?.runId === runId ? sending.sender : null;
};

/** Whether a file is going out of this page now. */
export const isSending = (): boolean =>
  [...cables.values()].some(({ sending }) => sending && ['sending', 'held'].includes(sending.sender.now.state));

/** A machine's cable, as it is connected and cut. */
export function useCable(machineId: string): { isOpen: boolean } {
  useSyncExternalStore(
    (listen) => {
      listeners.add(listen);
      return () => listeners.delete(listen);
    },
    () => version,
    () => 0,
  );
  return { isOpen: lineTo(machineId)?.isOpen ?? false };
}

if (typeof window !== 'undefined' && typeof window.addEventListener === 'function')
  window.addEventListener('beforeunload', (event) => {
    // A page that is closed takes its cable with it: the machine would stop in the middle.
    if (isSending()) event.preventDefault();
  });
