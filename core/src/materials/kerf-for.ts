import { kerfOf, type KerfReading } from '../toolpath';

interface Measured {
  kerfs: readonly (KerfReading & { machineId: string })[];
}

/** How wide a machine cuts a material, mm; null where nobody has measured it. */
export function measuredKerf({ kerfs }: Measured, machineId: string): number | null {
  const reading = kerfs.find((kerf) => kerf.machineId === machineId);
  return reading ? kerfOf(reading) : null;
}

/** What is made up for when a machine cuts a material, mm: 0 where nobody has measured it. */
export const kerfFor = (material: Measured, machineId: string): number => measuredKerf(material, machineId) ?? 0;
