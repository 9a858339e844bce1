import { wrongOrder, type ProcessName } from '../recipes';
import { shareSheet } from '../layout';
import { checkMovedApart, type LaidStep } from './moved-apart';
import { formatNumber } from '../units';
import type { Finding } from './finding';

/** Who else has a hand on a piece of stock: work that is on a machine or waits on one, or a job that is laid on it. */
export interface PieceClaim {
  pieceName: string;
  /** The other job, or the material that is tuned. */
  forName: string;
  machineName: string | null;
  state: 'running' | 'waiting' | 'planned';
}

/** What the checks of a whole job look at. */
export interface CheckedJob {
  /** In the order in which they run, one for each sheet; steps left out of the run are not here. */
  steps: (LaidStep & { process: ProcessName; isFromBack?: boolean; claims: PieceClaim[] })[];
  /** Parts to be processed that no step takes. */
  withoutStep: { id: string; colour: string }[];
  /** Parts of which there is nothing, and why, as a sentence. */
  faults: string[];
  drawings: { fileName: string; widthMm: number; heightMm: number; isSizeAsked: boolean }[];
}

/** Drawings that differ in size by more than this, where one of them does not say its unit, were hardly meant to lie together. */
const MIXED_RATIO = 8;

/** Runs every check that looks at more than one step. */
export function checkJob(job: CheckedJob): Finding[] {
  return [
    ...checkOrder(job),
    ...checkMovedApart(job.steps),
    ...checkClaims(job),
    ...checkWithoutStep(job),
    ...checkFaults(job),
    ...checkUnits(job),
  ];
}

/** A hand-made order that breaks a rule, on the same sheet. */
export function checkOrder({ steps }: CheckedJob): Finding[] {
  const broken = steps.flatMap((first, i) =>
    steps.slice(i + 1).flatMap((later) => {
      const why = shareSheet(first, later) ? wrongOrder(first, later) : null;
      return why ? [`step ${first.number} before step ${later.number}: ${why}`] : [];
    }),
  );
  if (broken.length === 0) return [];
  return [
    {
      code: 'wrong-order',
      severity: 'warn',
      message: `The order will go wrong: ${broken.slice(0, 3).join('; ')}.`,
      mend: 'Let the steps run in the order of the rules.',
      places: [],
      fix: { kind: 'order-by-rules', label: 'Put them in order' },
    },
  ];
}

/** A sheet that other work lies on, too. */
export function checkClaims({ steps }: CheckedJob): Finding[] {
  const seen = new Set<string>();
  return steps.flatMap(({ number, claims }) =>
    claims.flatMap((claim): Finding[] => {
      const message = sayClaim(claim);
      if (seen.has(message)) return [];
      seen.add(message);
      return [
        {
          code: `piece-taken ${number} ${claim.forName}`,
          severity: 'warn',
          message: `Step ${number}: ${message}.`,
          mend:
            claim.state === 'planned'
              ? 'Choose another piece, or make sure that both fit on it.'
              : 'Wait until it is done, or choose another piece.',
          places: [],
        },
      ];
    }),
  );
}

/** A claim as the end of a sentence. */
export function sayClaim({ pieceName, forName, machineName, state }: PieceClaim): string {
  if (state === 'planned') return `“${forName}” is laid on ${pieceName} too`;
  return state === 'running'
    ? `${pieceName} is on ${machineName ?? 'a machine'} now, for “${forName}”`
    : `${pieceName} is taken: “${forName}” goes on with it${machineName ? ` on ${machineName}` : ''}`;
}

/** Parts that are to be processed, but that no step takes. */
export function checkWithoutStep({ withoutStep }: CheckedJob): Finding[] {
  if (withoutStep.length === 0) return [];
  return [
    {
      code: 'no-step',
      severity: 'warn',
      message:
        withoutStep.length === 1
          ? 'One part has no step: nothing is done with it.'
          : `${withoutStep.length} parts have no step: nothing is done with them.`,
      mend: 'Put them into a step, make them guides, or leave them out.',
      places: [],
      fix: { kind: 'leave-out', label: 'Leave them out', partIds: withoutStep.map((part) => part.id) },
    },
  ];
}

/** Parts of which there is nothing, as what they are made from is gone, or leaves nothing of them. */
export const checkFaults = ({ faults }: CheckedJob): Finding[] =>
  faults.map((fault) => ({
    code: `no-shape ${fault}`,
    severity: 'stop',
    message: `${fault}.`,
    mend: 'Leave the part out, or change what it is made from.',
    places: [],
  }));

/** Drawings of which one does not say its unit, of sizes that hardly belong together. */
export function checkUnits({ drawings }: CheckedJob): Finding[] {
  const asked = drawings.filter((drawing) => drawing.isSizeAsked);
  if (asked.length === 0) return [];
  const size = (drawing: CheckedJob['drawings'][number]) => Math.max(drawing.widthMm, drawing.heightMm);
  const odd = asked.find((drawing) =>
    drawings.some(
      (other) => other !== drawing && Math.max(size(drawing) / size(other), size(other) / size(drawing)) > MIXED_RATIO,
    ),
  );
  if (odd)
    return [
      {
        code: 'mixed-units',
        severity: 'warn',
        message: `“${odd.fileName}” does not say its unit, and its size (${formatNumber(odd.widthMm, 0)} × ${formatNumber(odd.heightMm, 0)} mm) hardly fits the other drawings: their units may be mixed.`,
        mend: 'Answer how large it is, at the drawing.',
        places: [],
      },
    ];
  return [
    {
      code: 'size-not-known',
      severity: 'warn',
      message: `“${asked[0].fileName}” does not say how large it is.`,
      mend: 'Answer how large it is, at the drawing.',
      places: [],
    },
  ];
}
