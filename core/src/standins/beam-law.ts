import type { MachineKind } from '../machines';
import { processOf, type Outcome, type ProcessName } from '../recipes';
import { normalSource } from './chance';
import { outcomeAt } from './outcome-at';
import type { HiddenMaterial } from './tool-law';

/** What a beam needs of a family: J/mm for each mm of thickness to cut, J/mm² to mark an area, J/mm to draw a line. */
interface BeamNeed {
  cut: number;
  area: number;
  line: number;
}

const NEEDS: Readonly<Record<string, BeamNeed>> = {
  wood: { cut: 0.48, area: 0.38, line: 0.078 },
  bamboo: { cut: 0.62, area: 0.52, line: 0.09 },
  leather: { cut: 0.52, area: 0.275, line: 0.06 },
  acrylic: { cut: 0.78, area: 0.42, line: 0.1 },
  card: { cut: 0.16, area: 0.12, line: 0.03 },
  fabric: { cut: 0.35, area: 0.15, line: 0.04 },
  metal: { cut: 40, area: 1.1, line: 0.25 },
};
const UNKNOWN: BeamNeed = { cut: 0.6, area: 0.4, line: 0.09 };
/** A short wavelength is taken up less well. */
const TAKEN_UP: Readonly<Partial<Record<MachineKind, number>>> = { 'diode-laser': 0.54, 'co2-laser': 1 };
const MATERIAL_SPREAD = 0.06;
const BURN_SPREAD = 0.025;
const FAR = 0.32;
/** Focus falls off below the face: a second pass does less than the first one did. */
const PASSES_POWER = 0.75;
/** A tube and a lens lose this share over a thousand hours. */
const LOSS_PER_1000_H = 0.05;

/** What was burnt, in true physical values. */
export interface BeamUse {
  process: ProcessName;
  kind: MachineKind;
  powerW: number;
  speedMmS: number;
  intervalMm: number;
  passes: number;
  wearHours: number;
}

/**
 * How a beam comes out in the stand-in's world: energy by line or by area against the material's hidden need.
 * @param seed of this one run
 * @throws RangeError for a process that no laser does
 */
export function beamOutcome(
  { process, kind, powerW, speedMmS, intervalMm, passes, wearHours }: BeamUse,
  material: HiddenMaterial,
  seed: number,
): Outcome {
  const law = processOf(process).standIn;
  if (law.by !== 'beam') throw new RangeError(`No laser can do ${process}.`);
  const need = NEEDS[material.family] ?? UNKNOWN;
  const perLine = (powerW * (TAKEN_UP[kind] ?? 1)) / speedMmS;
  const dose = law.need === 'area' ? perLine / intervalMm : perLine;
  const needed = need[law.need] * (law.need === 'cut' ? material.thicknessMm : 1);
  const threshold = Math.log(needed) + MATERIAL_SPREAD * normalSource(material.seed)();
  const worn = LOSS_PER_1000_H * (wearHours / 1000);
  const excess =
    Math.log(dose) + PASSES_POWER * Math.log(passes) - worn - threshold + BURN_SPREAD * normalSource(seed)();
  return outcomeAt(excess, law.window, FAR);
}
