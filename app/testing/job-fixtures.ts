import { decided } from '@keen-anvil/core/artwork-choices';
import { wholeJob } from './job-answer';
import type { ArtworkView, JobDetail, PartView, StepView } from '@keen-anvil/contract';
import type { CurveContour } from '@keen-anvil/core/geometry';
import { recipe } from './fixtures';

/** A square of the drawing. */
export const square = (x: number, y: number, side: number): CurveContour => ({
  closed: true,
  start: [x, y],
  segments: [
    ['L', x + side, y],
    ['L', x + side, y + side],
    ['L', x, y + side],
  ],
});

export const part = (over: Partial<PartView> = {}): PartView => ({
  id: 'part-1',
  name: '4',
  layer: null,
  colour: '#e8b31e',
  artworkId: 'art',
  stepId: 'step-1',
  role: 'process',
  contours: [square(0, 0, 40)],
  places: [{ id: 'place part-1', partId: 'part-1', sheetId: 'sheet of roll', x: 0, y: 0, angle: 0, turnedOver: false }],
  outline: null,
  comesApart: false,
  layers: [],
  print: null,
  printedBy: null,
  bridges: [],
  pieces: 1,
  script: null,
  isFilled: null,
  fault: null,
  ...over,
});

export const artwork: ArtworkView = {
  id: 'art',
  source: 'svg',
  name: 'boat-number.svg',
  choices: {},
  reading: 1,
  byteCount: 1200,
  drawn: { minX: 0, minY: 0, maxX: 240, maxY: 90 },
  scaleX: 1,
  scaleY: 1,
  xMm: 0,
  yMm: 0,
  isSizeLocked: false,
  readsReversed: null,
  facts: { widthMm: 240, heightMm: 90, keptWidthMm: 240, keptHeightMm: 90, asks: null, notices: [], palette: [] },
  decided: decided('svg', {}),
};

export const step: StepView = {
  id: 'step-1',
  position: 0,
  colour: '#e8b31e',
  process: 'kiss-cut',
  materialId: 'navy',
  sheets: [
    { id: 'sheet of roll', number: 1, stockPieceId: 'roll', size: null, onCarrier: false, photo: null, turn: 1, of: 1 },
  ],
  stockPieceId: 'roll',
  machineId: 'long',
  toolId: 'fine',
  holder: 1,
  mirrored: false,
  onCarrier: false,
  isSkipped: false,
  isProcessGuessed: false,
  fill: 'both-ways',
  rounds: 1,
  onMaterialId: null,
  cut: null,
  isFromBack: false,
  turned: null,
  hold: null,
  holdFor: null,
  keepsSheet: false,
  nudge: null,
  claims: [],
  pressedAt: null,
  parts: [part()],
  match: { recipe, settings: recipe.settings, variant: null, suggestion: null, refusal: null },
  names: { material: null, isFoil: false, tool: null, machine: null },
};

export const job: JobDetail = wholeJob({
  id: 'job-1',
  name: 'Boat numbers',
  state: 'open',
  stepCount: 2,
  colours: ['#e8b31e', '#ffffff'],
  updatedAt: '2026-11-20T10:00:00.000Z',
  version: 3,
  artworks: [artwork],
  otherParts: [],
  isOrderByHand: false,
  undo: null,
  redo: null,
  isArchived: false,
  notes: [],
  steps: [
    step,
    {
      ...step,
      id: 'step-2',
      position: 1,
      parts: [part({ id: 'part-2', name: '8', stepId: 'step-2' })],
      match: {
        ...step.match,
        settings: { ...recipe.settings, force: 18 },
        variant: {
          id: 'v',
          changes: { force: 2 },
          reason: 'stiff roll',
          toolId: 'fine',
          stockPieceId: null,
          forName: 'Fine blade',
          createdAt: '2026-11-01T10:00:00.000Z',
          endedAt: null,
        },
      },
    },
  ],
});
