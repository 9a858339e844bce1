import { EventEmitter } from 'node:events';
import type { RunProgress } from '@keen-anvil/contract';
import type { StandIn } from '@keen-anvil/core/standins';

/** How often a device says where it is, in ms of true time. */
const TICK_MS = 100;

interface Device {
  runId: string;
  standIn: StandIn;
  speedUp: number;
  /** Machine seconds done when it was last set going, and when that was (ms of the clock). */
  doneBefore: number;
  goingSince: number | null;
  timer: ReturnType<typeof setInterval> | null;
}

interface BayEvents {
  progress: [runId: string, progress: RunProgress];
  finished: [runId: string, machineId: string];
}

/** The stand-in machines of the shop: at most one run on each at a time. */
export class DeviceBay extends EventEmitter<BayEvents> {
  private readonly devices = new Map<string, Device>();

  /** The run that is on a machine now, if any. */
  runOn(machineId: string): string | undefined {
    return this.devices.get(machineId)?.runId;
  }

  /** Loads a run onto a machine; it stands until {@link go}. */
  load(machineId: string, runId: string, standIn: StandIn, speedUp: number, doneSeconds: number): void {
    const there = this.devices.get(machineId);
    if (there && there.runId !== runId) throw new Error('The machine is busy with another run.');
    this.devices.set(machineId, { runId, standIn, speedUp, doneBefore: doneSeconds, goingSince: null, timer: null });
  }

  /** Sets the machine going. */
  go(machineId: string): void {
    const device = this.devices.get(machineId);
    if (!device || device.goingSince !== null) return;
    device.goingSince = performance.now();
    device.timer = setInterval(() => this.tick(machineId, device), TICK_MS);
  }

  /** Stops the machine where it is. */
  halt(machineId: string): void {
    const device = this.devices.get(machineId);
    if (!device || device.goingSince === null) return;
    device.doneBefore = this.doneSeconds(device);
    device.goingSince = null;
    clearInterval(device.timer!);
  }

  /** Takes the run off the machine. */
  unload(machineId: string): void {
    this.halt(machineId);
    this.devices.delete(machineId);
  }

  /** Where a run is on its machine; null where it is on none. */
  progressOf(runId: string): RunProgress | null {
    const device = [...this.devices.values()].find((d) => d.runId === runId);
    return device ? this.progress(device) : null;
  }

  /** Stops every machine. */
  close(): void {
    for (const machineId of [...this.devices.keys()]) this.unload(machineId);
  }

  private tick(machineId: string, device: Device): void {
    this.emit('progress', device.runId, this.progress(device));
    if (this.doneSeconds(device) < device.standIn.totalSeconds) return;
    this.halt(machineId);
    this.emit('finished', device.runId, machineId);
  }

  private doneSeconds({ doneBefore, goingSince, speedUp, standIn }: Device): number {
    const since = goingSince === null ? 0 : ((performance.now() - goingSince) / 1000) * speedUp;
    return Math.min(doneBefore + since, standIn.totalSeconds);
  }

  private progress(device: Device): RunProgress {
    const doneSeconds = this.doneSeconds(device);
    const { at, isDown, cutMm, strokesDone } = device.standIn.positionAt(doneSeconds);
    return { state: device.goingSince === null ? 'paused' : 'running', doneSeconds, totalSeconds: device.standIn.totalSeconds, at, isDown, cutMm, strokesDone };
  }
}
