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
  state: 'offered' | 'accepted' | 'declined';
  createdAt: string;
}
