export { lineWidthOf } from './line-width';
export { TOOL_KIND_TABLE, TOOL_KINDS, toolKindOf, type ToolKind, type ToolKindFacts } from './tool-kind';
export { wearOf } from './wear-of';
export { trailOf } from './trail-of';
