import { toolKindOf, type ToolKind } from './tool-kind';

/**
 * What some work wears a tool, in the unit of its kind: metres with the tool down, or hours at work.
 * @param work way with the tool down in mm, and machine time in seconds
 * @example wearOf('fine-blade', { cutMm: 1500, seconds: 60 }) // 1.5
 */
export function wearOf(kind: ToolKind, { cutMm, seconds }: { cutMm: number; seconds: number }): number {
  return toolKindOf(kind).wearUnit === 'm' ? cutMm / 1000 : seconds / 3600;
}
