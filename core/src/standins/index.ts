export { StandInPlotter, type PlotterPanel, type PlotterPosition } from './plotter';
export { bladeOutcome, type HiddenMaterial } from './blade-law';
export { panelFrom } from './panel';
export { seedFromId } from './chance';
