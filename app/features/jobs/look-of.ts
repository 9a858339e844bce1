import type { StepBed } from '@keen-anvil/core/steps';
import { toolKindOf } from '@keen-anvil/core/tools';
import Color from 'color';

/** What a pen is drawn in whose ink nobody said: dark where it is to be seen on light, light on dark. */
const UNSAID = ['#262a30', '#ffffff'];
/** Two colours whose luminances are nearer than this, as a ratio, are hardly told apart. */
const ALIKE = 1.2;

/** Ink that is seen on a ground, where the true colour of the work is not known or is that of the ground. */
const inkSeenOn = (ground: string): string => {
  const on = (ink: string) => Color(ink).contrast(Color(ground));
  return on(UNSAID[0]) >= on(UNSAID[1]) ? UNSAID[0] : UNSAID[1];
};

/** The colour that a step's work will have: the pen's ink, or the material's. */
export function lookOf({ tool, material, ground }: Pick<StepBed, 'tool' | 'material' | 'ground'>): string {
  if (!toolKindOf(tool.kind).hasInk) return material.colour;
  const { ink } = tool.details;
  return typeof ink === 'string' && /^#[0-9a-f]{6}$/i.test(ink) ? ink : inkSeenOn((ground ?? material).colour);
}

/** The colour of lines that are left on a sheet: as they will look, unless that is the colour of the sheet. */
export function lookOfLines(bed: Pick<StepBed, 'tool' | 'material' | 'ground'>): string {
  const look = lookOf(bed);
  const ground = (bed.ground ?? bed.material).colour;
  return Color(look).contrast(Color(ground)) < ALIKE ? inkSeenOn(ground) : look;
}
