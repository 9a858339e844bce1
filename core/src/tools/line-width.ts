import type { ToolKind } from './tool-kind';

/** Which fact of a tool says how wide its line is. */
const FACT: Partial<Record<ToolKind, string>> = { pen: 'lineWidth', 'heated-tip': 'tip', stylus: 'tip' };

/**
 * How wide the line of a tool is, in mm; null where it does not say.
 * @example lineWidthOf({ kind: 'pen', details: { lineWidth: 0.6 } }) // 0.6
 */
export function lineWidthOf({
  kind,
  details,
}: {
  kind: ToolKind;
  details: Readonly<Record<string, unknown>>;
}): number | null {
  const width = Number(details[FACT[kind] ?? '']);
  return width > 0 ? width : null;
}
