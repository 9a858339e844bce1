import type { StepView } from '@keen-anvil/contract';
import { FILL_WAY_WORDS, FILL_WAYS, type FillWay } from '@keen-anvil/core/hatching';
import type { ProcessName } from '@keen-anvil/core/recipes';

/** A way to engrave: rows and lines that fill, or the outline alone, which is another process with a recipe of its own. */
export interface EngravingWay {
  key: FillWay | 'outline';
  label: string;
  detail: string;
  process: ProcessName;
  fill: FillWay;
}

export const ENGRAVING_WAYS: readonly EngravingWay[] = [
  ...FILL_WAYS.map((fill): EngravingWay => ({ key: fill, ...FILL_WAY_WORDS[fill], process: 'laser-area', fill })),
  {
    key: 'outline',
    label: 'Outline only',
    detail: 'one line along every edge: the quickest of all, with a recipe of its own',
    process: 'laser-line',
    fill: 'both-ways',
  },
];

/** Whether there are several ways to do a step: a laser goes over areas or along lines of shapes that are closed. */
export const isEngraved = ({ process, parts }: Pick<StepView, 'process' | 'parts'>): boolean =>
  ENGRAVING_WAYS.some((way) => way.process === process) &&
  parts.some(({ contours }) => contours.some(({ closed }) => closed));
