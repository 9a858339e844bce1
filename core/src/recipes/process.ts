import { PROCESS_TABLE, type ProcessRow } from './process-table';

export type { DoseTerm } from './process-table';
export type ProcessName = (typeof PROCESS_TABLE)[number]['name'];
export type Process = ProcessRow & { name: ProcessName };

/** All processes in the order in which they run. */
export const PROCESSES: readonly Process[] = PROCESS_TABLE;
export const PROCESS_NAMES: readonly ProcessName[] = PROCESSES.map((process) => process.name);
const BY_NAME = new Map(PROCESSES.map((process) => [process.name as string, process]));

/** The process of that name. @throws RangeError for an unknown name */
export function processOf(name: ProcessName): Process {
  const process = BY_NAME.get(name);
  if (!process) throw new RangeError(`The process must be one of ${PROCESS_NAMES.join(', ')}; “${name}” came.`);
  return process;
}

/** Whether what is cut comes loose: nothing under it holds it. */
export const freesPieces = (name: ProcessName): boolean => processOf(name).parts && !processOf(name).keepsBacking;

/** Whether what is cut stays on a backing that is not cut. */
export const cutsToBacking = (name: ProcessName): boolean => processOf(name).parts && processOf(name).keepsBacking;

/** Whether the ink of a print goes over into what it is pressed onto. */
export const givesPrint = (name: ProcessName): boolean => processOf(name).gives === 'print';
