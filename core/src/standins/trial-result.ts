import { dialOf, isCalibrated, machineKindOf, toPhysical, type Machine } from '../machines';
import { scaleOf, type ProcessName, type QuantityName, type Settings } from '../recipes';
import { beamOutcome } from './beam-law';
import { panelFrom } from './panel';
import { pressOutcome } from './press-law';
import { toolResult, type HiddenMaterial, type ToolResult } from './tool-law';

/** Everything that was done in one place of a trial sheet. */
export interface TrialUse {
  process: ProcessName;
  machine: Machine;
  /** Settings of each time it was gone over, without the sheet being moved; the last one last. */
  passes: readonly Settings[];
  /** Wear of the tool, in its own unit (m or h). */
  wear: number;
  heatLimitC: number | null;
}

/**
 * How a trial comes out in the stand-in's world. Gone over again in the same place, the weaker times count as passes of
 * the strongest one.
 * @param seed of this one trial
 */
export function trialResult(
  { process, machine, passes, wear, heatLimitC }: TrialUse,
  material: HiddenMaterial,
  seed: number,
): ToolResult {
  const last = passes[passes.length - 1];
  const does = machineKindOf(machine.kind).does;
  const strength = (settings: Settings) => strengthOf(machine, does, settings);
  const strongest = passes.reduce((a, b) => (strength(b) > strength(a) ? b : a), last);
  const times = passes.reduce(
    (sum, settings) => sum + (settings.passes ?? 1) * (strength(settings) / strength(strongest)),
    0,
  );
  if (does === 'tool')
    return toolResult(
      { process, panel: panelFrom(machine, strongest), passes: times, wearMetres: wear },
      material,
      seed,
    );
  const outcome =
    does === 'beam'
      ? beamOutcome(
          {
            process,
            kind: machine.kind,
            powerW: truly(machine, 'power', strongest) ?? 1,
            speedMmS: truly(machine, 'speed', strongest) ?? 10,
            intervalMm: strongest.interval ?? 0.1,
            passes: times,
            wearHours: wear,
          },
          material,
          seed,
        )
      : pressOutcome(
          {
            temperatureC: truly(machine, 'temperature', last) ?? 20,
            dwellSeconds: passes.reduce((sum, settings) => sum + (settings.dwell ?? 0), 0),
            pressureTurns: last.pressure ?? null,
            heatLimitC,
          },
          material,
          seed,
        );
  return { outcome, fault: outcome === 'right' ? null : 'depth' };
}

function strengthOf(machine: Machine, does: string, settings: Settings): number {
  if (does === 'tool') return panelFrom(machine, settings).forceGf;
  return does === 'beam'
    ? (truly(machine, 'power', settings) ?? 1) / (truly(machine, 'speed', settings) ?? 1)
    : (settings.dwell ?? 1);
}

function truly(machine: Machine, name: QuantityName, settings: Settings): number | undefined {
  const value = settings[name];
  const dial = dialOf(machine, name) ?? scaleOf(machine, name);
  return value === undefined || !dial ? undefined : isCalibrated(dial) ? toPhysical(dial, value) : value;
}
