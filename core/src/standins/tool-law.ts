import { processOf, type Outcome, type ProcessName } from '../recipes';
import { normalSource } from './chance';
import { outcomeAt } from './outcome-at';
import type { PlotterPanel } from './plotter';

/** What the stand-in's world knows of a material: nobody else looks here. */
export interface HiddenMaterial {
  family: string;
  thicknessMm: number;
  /** Makes this material its own, a little harder or softer than others of its kind. */
  seed: number;
}

/** Force (gf) that a fresh blade needs per mm of thickness at 100 mm/s and one pass. */
const HARDNESS: Readonly<Record<string, number>> = {
  vinyl: 1150,
  film: 1050,
  sticker: 900,
  stencil: 850,
  card: 760,
  leather: 900,
  fabric: 620,
  metal: 235,
};
const UNKNOWN_HARDNESS = 900;
/** Spread of one material among its kind, and of one cut among equal ones, in log dose. */
const MATERIAL_SPREAD = 0.06;
const CUT_SPREAD = 0.02;
const FAR = 0.3;
/** Share of the force that a blade loses over a kilometre. */
const WEAR_PER_KM = 0.12;

/** What was done with the tool. */
export interface ToolUse {
  process: ProcessName;
  panel: PlotterPanel;
  passes: number;
  wearMetres: number;
}

/** How a stroke came out, and where it is wrong: all along its depth, or only at the corners. */
export interface ToolResult {
  outcome: Outcome;
  fault: 'depth' | 'corners' | null;
}

/** From this speed on (mm/s) a blade swings at corners: it loses dose there for what parts, in log dose. */
const CORNER_SPEED = 120;
const CORNER_LOSS = 0.1;
/** The last part of the window in which a fast blade tears corners. */
const CORNER_TEAR = 0.05;

/**
 * How a stroke comes out in the stand-in's world. The dose grows with force, blade depth and passes, and falls with
 * speed and wear; it is cut into the five outcomes at the material's own hidden threshold for the process. Corners of
 * what is parted come out worse at speed: they hang, or tear near the upper edge of the window.
 * @param seed of this one run
 * @throws RangeError for a process that no plotter does
 */
export function toolResult(
  { process, panel, passes, wearMetres }: ToolUse,
  material: HiddenMaterial,
  seed: number,
): ToolResult {
  const law = processOf(process).standIn;
  if (law.by !== 'tool') throw new RangeError(`No tool of a plotter can do ${process}.`);
  const { share, surfaceGf, window } = law;
  const force = surfaceGf + share * (HARDNESS[material.family] ?? UNKNOWN_HARDNESS) * material.thicknessMm;
  const threshold = Math.log(force) + MATERIAL_SPREAD * normalSource(material.seed)();
  const blade =
    panel.depthMm === null
      ? 0
      : Math.min(0, 0.8 * Math.log(Math.max(panel.depthMm, 0.01) / (material.thicknessMm * 2)));
  const dose =
    Math.log(panel.forceGf) +
    blade +
    0.45 * Math.log(passes) -
    0.1 * Math.log(panel.speedMmS / 100) -
    WEAR_PER_KM * (wearMetres / 1000);
  const excess = dose - threshold + CUT_SPREAD * normalSource(seed)();
  const outcome = outcomeAt(excess, window, FAR);
  if (outcome !== 'right') return { outcome, fault: 'depth' };
  const swing = process.endsWith('cut') ? CORNER_LOSS * Math.max(0, Math.log(panel.speedMmS / CORNER_SPEED)) : 0;
  if (excess < swing) return { outcome: 'under', fault: 'corners' };
  return swing > 0 && excess > window - CORNER_TEAR ? { outcome: 'over', fault: 'corners' } : { outcome, fault: null };
}

/** {@link toolResult} without where it is wrong. */
export function toolOutcome(use: ToolUse, material: HiddenMaterial, seed: number): Outcome {
  return toolResult(use, material, seed).outcome;
}
