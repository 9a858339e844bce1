import type { Details } from '../units';
import { toolKindOf, type ToolKind } from './tool-kind';

/**
 * How far the edge of a tool trails behind the middle of its holder, in mm; null for a tool whose point stands under its holder, and
 * where it was never measured.
 * @example trailOf({ kind: 'fine-blade', details: { trail: 0.25 } }) // 0.25
 */
export function trailOf({ kind, details }: { kind: ToolKind; details: Details }): number | null {
  if (!toolKindOf(kind).fields.some(({ name }) => name === 'trail')) return null;
  const trail = Number(details.trail);
  return trail > 0 ? trail : null;
}
