import { dialOf, isCalibrated, toPhysical, type Dial, type Machine } from '../machines';
import type { Settings } from '../recipes';
import type { PlotterPanel } from './plotter';

/** What an unmeasured scale truly spans on the stand-in, from its lowest to its highest number. */
const TRUE_SPAN: Readonly<Record<string, [number, number]>> = { force: [5, 310], speed: [10, 400], depth: [0, 2] };

/**
 * What the numbers dialled in on the front panel truly do. Measured scales do what was measured; the others do what
 * the stand-in's world says, which the maker cannot know.
 */
export function panelFrom(machine: Pick<Machine, 'dials'>, settings: Settings): PlotterPanel {
  const truly = (name: 'force' | 'speed' | 'depth', value: number | undefined): number | null => {
    const dial = dialOf(machine, name);
    if (!dial || value === undefined) return null;
    return isCalibrated(dial) ? toPhysical(dial, value) : alongSpan(dial, value);
  };
  return {
    forceGf: truly('force', settings.force) ?? 30,
    speedMmS: truly('speed', settings.speed) ?? 100,
    depthMm: truly('depth', settings.depth),
  };
}

function alongSpan(dial: Dial, value: number): number {
  const [low, high] = TRUE_SPAN[dial.name];
  return low + ((value - dial.min) / (dial.max - dial.min)) * (high - low);
}
