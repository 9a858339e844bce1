import type { Bounds, Point } from '../geometry';

/** A bar that a check proposes, where the part lies on the sheet, mm and radians. */
export interface ProposedBridge extends Point {
  angle: number;
  lengthMm: number;
  widthMm: number;
}

/** What can be done about a finding at one press. */
export type Fix = { label: string } & (
  | { kind: 'leave-out'; partIds: string[] }
  | { kind: 'join'; partIds: string[] }
  | { kind: 'mirror'; mirrored: boolean }
  | { kind: 'bridges'; partId: string; bridges: ProposedBridge[] }
  | { kind: 'move-in'; dxMm: number; dyMm: number }
  | { kind: 'together'; stepId: string; partIds: string[]; dxMm: number; dyMm: number }
  | { kind: 'carrier' }
  | { kind: 'order-by-rules' }
);

/** Something a check found. A `stop` must be put right before the run, a `warn` should be looked at. */
export interface Finding {
  code: string;
  severity: 'stop' | 'warn';
  /** What is wrong, as a sentence. */
  message: string;
  /** What to do about it. */
  mend: string;
  /** Where on the sheet, in mm; empty where it is nowhere in particular. */
  places: Bounds[];
  fix?: Fix;
}
