import type { GarmentMeasures, GarmentPlace } from '@keen-anvil/core/garments';
import type { Care } from '@keen-anvil/core/care';
import type { Cheaper, Cost, Rates } from '@keen-anvil/core/cost';
import type { HandKind } from '../requests';
import type { FinishingLine } from '@keen-anvil/core/finishing';

/** A line of what is done after the machines, and how far it is. */
export interface FinishingLineView extends FinishingLine {
  done: number;
  /** Since when it waits by itself, by the server's clock, ms since 1970; null while it does not. */
  since: number | null;
}

/** What is done with a job's pieces after the machines, and how they are looked after. */
export interface FinishingView {
  /** How many pieces the job makes as it is laid. */
  pieces: number;
  lines: FinishingLineView[];
  care: Care;
  /** What hands do of it that is worth timing. */
  handKinds: HandKind[];
}

/** A garment that the workshop measured. */
export interface GarmentView {
  id: string;
  name: string;
  measures: GarmentMeasures;
}

/** How many of each size a job is for. */
export interface SizeSetView {
  place: GarmentPlace;
  counts: { size: string; count: number }[];
}

export interface RatesView extends Rates {
  version: number;
  currency: string;
}

/** What a job's pieces cost. */
export interface CostView {
  currency: string;
  /** How many pieces the job makes as it is laid. */
  laid: number;
  asked: Cost;
  table: Cost[];
  cheaper: Cheaper[];
  /** What one piece takes: of hands, s, by what it is for, and on how many own times that stands. */
  hands: { kind: HandKind; seconds: number; known: number }[];
  machineSeconds: number;
  failureRate: number;
  /** What could not be counted, as sentences. */
  missing: string[];
}

export interface QuoteView {
  id: string;
  jobId: string;
  number: number;
  customer: string;
  pieces: number;
  totalCents: number;
  currency: string;
  taxText: string;
  /** A day, as 2026-11-28. */
  validUntil: string;
  isOver: boolean;
  /** It shows how it will look on its blank. */
  photoId: string | null;
  state: 'offered' | 'accepted' | 'declined';
  createdAt: string;
}

/** How a job looks on its blank, as it was kept last. */
export interface MockupView {
  photoId: string | null;
}

/** Something that takes its minutes before a run, since when by the server's clock, ms since 1970. */
export interface WarmClockView {
  /** The run and the line it stands on. */
  name: string;
  jobId: string;
  text: string;
  minutes: number;
  since: number;
}
