import type { JobDetail, StepView } from '@keen-anvil/contract';
import { recipe } from './fixtures';

export const step: StepView = {
  id: 'step-1', version: 2, position: 0, colour: '#e8b31e', process: 'kiss-cut', materialId: 'navy', stockPieceId: 'roll', machineId: 'long', toolId: 'fine', holder: 1, mirrored: false, onCarrier: false, isSkipped: false, hold: null,
  parts: [{ id: 'part-1', name: '4', layer: null, contours: [], place: { x: 0, y: 0 } }],
  match: { recipe, settings: recipe.settings, variant: null, suggestion: null, refusal: null },
};

export const job: JobDetail = {
  id: 'job-1', name: 'Boat numbers', state: 'open', stepCount: 2, colours: ['#e8b31e', '#ffffff'], updatedAt: '2026-11-20T10:00:00.000Z', version: 3, widthMm: 240,
  artwork: { id: 'art', fileName: 'boat-number.svg', byteCount: 1200, drawnWidthMm: 240, drawnHeightMm: 90, notices: [] },
  steps: [step, { ...step, id: 'step-2', position: 1, match: { ...step.match, settings: { ...recipe.settings, force: 18 }, variant: { id: 'v', changes: { force: 2 }, reason: 'stiff roll', toolId: 'fine', stockPieceId: null, forName: 'Fine blade', createdAt: '2026-11-01T10:00:00.000Z', endedAt: null } } }],
};
