import { kerfOf, type KerfReading } from '../toolpath';

/** How wide a machine cuts a material, mm; 0 where nobody has measured it. */
export function kerfFor(
  { kerfs }: { kerfs: readonly (KerfReading & { machineId: string })[] },
  machineId: string,
): number {
  const reading = kerfs.find((kerf) => kerf.machineId === machineId);
  return reading ? kerfOf(reading) : 0;
}
