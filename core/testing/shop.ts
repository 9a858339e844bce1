import type { Dial, Machine } from '../src/machines';

const dial = (
  name: string,
  label: string,
  unit: string,
  physicalUnit: string,
  range: [number, number, number],
  calibration: [number, number][],
): Dial => ({
  name,
  label,
  unit,
  physicalUnit,
  min: range[0],
  max: range[1],
  step: range[2],
  calibration: calibration.map(([at, physical]) => ({ dial: at, physical })),
});

/** The measured plotter of the demo, as tests need it. */
export const longPlotter: Machine = {
  id: 'long',
  name: 'Long plotter',
  kind: 'plotter',
  workWidthMm: 305,
  workLengthMm: 3000,
  marginSideMm: 8,
  marginLeadMm: 12,
  marginTailMm: 25,
  carrierSideMm: 0,
  carrierLeadMm: 0,
  carrierTailMm: 0,
  ratedPowerW: null,
  spotMm: null,
  origin: 'near left',
  homes: false,
  holders: 2,
  maxPasses: 4,
  motion: {
    accelerationMmS2: 3000,
    topSpeedMmS: 400,
    travelSpeedMmS: 500,
    junctionDeviationMm: 0.05,
    headDownSeconds: 0.06,
    headUpSeconds: 0.05,
  },
  dials: [
    dial(
      'depth',
      'Blade depth',
      'clicks',
      'mm',
      [0, 20, 1],
      [
        [2, 0.2],
        [10, 1],
      ],
    ),
    dial(
      'force',
      'Force',
      '',
      'gf',
      [1, 40, 1],
      [
        [5, 40],
        [20, 160],
        [40, 320],
      ],
    ),
    dial(
      'speed',
      'Speed',
      '',
      'mm/s',
      [1, 12, 1],
      [
        [1, 30],
        [12, 360],
      ],
    ),
  ],
};

/** The small plotter, whose scale was never measured. */
export const littlePlotter: Machine = {
  ...longPlotter,
  id: 'little',
  name: 'Little plotter',
  workWidthMm: 210,
  holders: 1,
  maxPasses: 2,
  dials: [dial('force', 'Pressure', '', 'gf', [0, 240, 5], []), dial('speed', 'Speed', '', 'mm/s', [10, 200, 10], [])],
};

/** A plotter measured on another scale than the long one. */
export const otherPlotter: Machine = {
  ...longPlotter,
  id: 'other',
  name: 'Other plotter',
  dials: [
    dial(
      'force',
      'Force',
      'gf',
      'gf',
      [10, 500, 10],
      [
        [10, 10],
        [500, 500],
      ],
    ),
    dial(
      'speed',
      'Speed',
      'mm/s',
      'mm/s',
      [10, 600, 10],
      [
        [10, 10],
        [600, 600],
      ],
    ),
  ],
};

/** A laser whose power was measured by its rating only. */
export const diode: Machine = {
  ...longPlotter,
  id: 'diode',
  name: 'Diode',
  kind: 'diode-laser',
  workWidthMm: 400,
  workLengthMm: 400,
  holders: 1,
  maxPasses: 20,
  ratedPowerW: 10,
  spotMm: 0.1,
  homes: true,
  dials: [
    {
      ...dial(
        'power',
        'Power',
        '%',
        'W',
        [1, 100, 1],
        [
          [10, 1],
          [100, 10],
        ],
      ),
      isRated: true,
    },
    dial('speed', 'Speed', 'mm/min', 'mm/s', [100, 6000, 50], []),
  ],
};

/** A press in °C, with a knob nobody measured. */
export const clam: Machine = {
  ...longPlotter,
  id: 'clam',
  name: 'Clam',
  kind: 'clam-press',
  workWidthMm: 380,
  workLengthMm: 380,
  dials: [
    dial('temperature', 'Temperature', '°C', '°C', [60, 220, 1], []),
    dial('dwell', 'Timer', 's', 's', [1, 300, 1], []),
  ],
};
