import type { MachineKind } from '../machines';

/** Hidden facts of the plates of this world: where each would end, how slowly, and what a cold blank takes. */
const PLATES: Partial<Record<MachineKind, { endC: number; timeConstant: number; dropC: number }>> = {
  'clam-press': { endC: 298, timeConstant: 772, dropC: 5.2 },
  'hand-press': { endC: 322, timeConstant: 425, dropC: 7.8 },
};
export const ROOM_C = 22;
export const STEP_SECONDS = 0.1;
/** What its sensor says lags behind the plate, s: that is why it swings over. */
const SENSOR_SECONDS = 3;
const HYSTERESIS_C = 0.8;
/** It is ready once it has stayed this near for so long. */
const READY_C = 2.5;
export const READY_SECONDS = 22;
/** No two presses, nor two days, are quite the same. */
const SPREAD = 0.006;

/** A plate that heats, swings over, is cooled by each blank and comes back (Newton's law, switched by a lagging sensor). */
export class Plate {
  private sensed: number;
  private isOn = true;
  private readonly law: { endC: number; timeConstant: number; dropC: number };
  /** For how long it has stayed near what was dialled, s. */
  nearSeconds = 0;

  /**
   * @param celsius what it has
   * @param target what is dialled, °C
   * @param chance of this press and this day: a number from a normal distribution
   * @throws RangeError for a machine that has no plate
   */
  constructor(
    kind: MachineKind,
    public celsius: number,
    public target: number,
    chance: number,
  ) {
    const law = PLATES[kind];
    if (!law) throw new RangeError(`A press was expected; “${kind}” came.`);
    this.law = { ...law, timeConstant: law.timeConstant * (1 + SPREAD * chance) };
    this.sensed = celsius;
  }

  /** What its display says, °C. */
  get shown(): number {
    return this.sensed;
  }

  get isReady(): boolean {
    return this.nearSeconds >= READY_SECONDS;
  }

  /** A cold blank comes under it. */
  meetBlank(): void {
    this.celsius -= this.law.dropC;
  }

  /** A tenth of a second goes by. */
  step(): void {
    if (this.sensed < this.target - HYSTERESIS_C / 2) this.isOn = true;
    if (this.sensed > this.target + HYSTERESIS_C / 2) this.isOn = false;
    this.celsius += ((this.isOn ? this.law.endC : ROOM_C) - this.celsius) * (STEP_SECONDS / this.law.timeConstant);
    this.sensed += (this.celsius - this.sensed) * (STEP_SECONDS / SENSOR_SECONDS);
    this.nearSeconds = Math.abs(this.celsius - this.target) <= READY_C ? this.nearSeconds + STEP_SECONDS : 0;
  }
}
