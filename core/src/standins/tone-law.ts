import type { Machine } from '../machines';
import { scaleOf, type QuantityName, type Settings } from '../recipes';
import { isCalibrated, toPhysical } from '../machines';
import { normalSource } from './chance';
import type { HiddenMaterial } from './tool-law';

const SPREAD = 0.012;

/**
 * How dark a patch comes out in the stand-in's world, from 0 to 1: no mark below a dose of its own, then ever less more
 * for each more of it.
 * @param reference settings that are known to burn well: their dose is the stand-in's measure here
 * @param seed of this one patch
 */
export function toneResult(
  machine: Machine,
  settings: Settings,
  reference: Settings,
  material: HiddenMaterial,
  seed: number,
): number {
  const share = doseOf(machine, settings) / doseOf(machine, reference);
  const hardness = 1 + 0.15 * normalSource(material.seed)();
  const dark = 1 - Math.exp(-1.9 * Math.max(0, share / hardness - 0.12) ** 1.15);
  return Math.min(1, Math.max(0, dark + SPREAD * normalSource(seed)()));
}

/** Energy by area, up to a factor that is the same for all patches. */
function doseOf(machine: Machine, settings: Settings): number {
  const truly = (name: QuantityName) => {
    const [scale, value] = [scaleOf(machine, name), settings[name]];
    if (!scale || value === undefined) return 1;
    return isCalibrated(scale) ? toPhysical(scale, value) : Math.max(value, scale.step / 2);
  };
  return (truly('power') * (settings.passes ?? 1)) / (truly('speed') * truly('interval'));
}
