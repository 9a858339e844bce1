export { StandInPlotter, type PlotterPanel, type PlotterPosition } from './plotter';
export { toolOutcome, type HiddenMaterial, type ToolUse } from './tool-law';
export { panelFrom } from './panel';
export { seedFromId } from './chance';
