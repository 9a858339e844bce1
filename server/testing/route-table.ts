import { randomUUID } from 'node:crypto';
import * as contract from '@keen-anvil/contract/checks';
import {
  addresses,
  type JobAnswer,
  type MachineView,
  type MaterialView,
  type RecipeDetail,
  type RecipePageView,
  type RunView,
  type ToolView,
  type TuningView,
} from '@keen-anvil/contract';
import { USUAL_CHOICES, USUAL_TEXT } from '@keen-anvil/core/artwork-choices';

/** Rows of the demo that the routes are asked about. */
export interface World {
  machine: MachineView;
  tool: ToolView;
  material: MaterialView;
  recipe: RecipeDetail;
  job: JobAnswer;
  run: RunView;
  tuning: TuningView;
  noteId: string;
  templateId: string;
}

type Asked = { url: string; body?: object };

export interface WriteRoute {
  method: 'post' | 'put' | 'patch';
  path: string;
  /** The class that its body is checked against; `bytes` for a file as it is; null for none. */
  type: (new () => object) | 'bytes' | null;
  /** A body that is taken, or refused only for how things stand. */
  ask: (world: World) => Asked;
}

const route = (
  method: WriteRoute['method'],
  path: string,
  type: WriteRoute['type'],
  ask: WriteRoute['ask'],
): WriteRoute => ({ method, path, type, ask });
const step = ({ job }: World) => job.document.steps[0];
const part = (w: World) => w.job.document.parts.find(({ stepId }) => stepId === step(w).id)!;
const settings = ({ recipe }: World) => recipe.settings;
const shapeOf = ({ tuning }: World) => tuning.sheets[0].shapes[0];
const machineBody = ({ machine: { id: _i, version: _v, isArchived: _a, dials, ...fields } }: World) => ({
  ...fields,
  dials: dials.map(({ physicalUnit: _p, ...dial }) => ({ ...dial, isRated: false })),
});
const toolBody = ({ tool: { name, kind, machineId, details, wear, life } }: World) => ({
  name,
  kind,
  machineId,
  details,
  wear,
  life,
});
const materialBody = ({
  machine,
  material: { id: _i, version: _v, isArchived: _a, spreadMm: _s, photoId: _p, pieces: _q, ...fields },
}: World) => ({ ...fields, kerfs: [{ machineId: machine.id, strips: 10, stripMm: 10, measuredMm: 98 }] });
const pieceBody = {
  name: 'sheet',
  kind: 'sheet',
  widthMm: 100,
  lengthMm: 100,
  count: 1,
  outline: null,
  holes: [],
  photo: null,
};
const tracing = USUAL_CHOICES.tracing;

/** Every action on a job, with a body that is taken, or refused only for how things stand. */
const BODIES: { [Name in contract.AskedAction['do']]: (world: World) => object } = {
  'change-drawing': (w) => ({
    drawingId: w.job.document.drawings[0].id,
    widthMm: 100,
    heightMm: 80,
    xMm: 0,
    yMm: 0,
    isSizeLocked: false,
    readsReversed: false,
  }),
  'scale-drawings': () => ({ factor: 1.25 }),
  'change-role': (w) => ({ partIds: [part(w).id], role: 'process' }),
  'move-to-step': (w) => ({ partIds: [part(w).id], stepId: step(w).id }),
  'split-step': (w) => ({ partIds: [part(w).id], stepId: randomUUID() }),
  'take-apart': (w) => ({ partIds: [part(w).id] }),
  'put-together': (w) => ({ partIds: [part(w).id] }),
  'draw-outline': (w) => ({
    partIds: [part(w).id],
    distanceMm: 2,
    corners: 'sharp',
    fillsHoles: true,
    count: 2,
  }),
  'make-part': (w) => ({
    partIds: [part(w).id],
    by: 'rows',
    measures: { across: 2 },
    asGroup: false,
    stepId: step(w).id,
  }),
  'change-making': (w) => ({ partId: part(w).id, measures: { distance: 3 } }),
  'align-parts': (w) => ({ partIds: [part(w).id], at: 'left' }),
  'deboss-from-back': (w) => ({ partIds: [part(w).id], gapMm: 0.6 }),
  'print-parts': (w) => ({
    prints: [
      { partId: part(w).id, print: { drawingId: null, isAsDrawn: true, fill: '#d4af4a', measures: { bleed: 1 } } },
    ],
  }),
  'make-rim': (w) => ({
    partIds: [part(w).id],
    widthMm: 3,
    gapsMm: 2,
    peelMm: 4,
    colour: '#fdfdfb',
    bleedMm: 1,
  }),
  'put-bridges': (w) => ({
    partIds: [part(w).id],
    bridges: [{ x: 1, y: 1, angle: 0, lengthMm: 5, widthMm: 1 }],
  }),
  'change-step': (w) => ({
    stepId: step(w).id,
    process: step(w).process,
    materialId: w.material.id,
    stockPieceId: w.material.pieces[0].id,
    machineId: w.machine.id,
    toolId: w.tool.id,
    holder: 1,
    mirrored: false,
    turned: null,
    onCarrier: false,
    isSkipped: false,
    fill: 'one-way',
    rounds: 2,
    onMaterialId: w.material.id,
    cut: {
      order: 'near-to-far',
      leadInMm: 2,
      tabs: { count: 3, widthMm: 1, places: [{ partId: part(w).id, x: 1, y: 2 }] },
      picture: { way: 'halftone', contrast: 1.5, isInverted: true },
      lookAfter: 1,
    },
    nudge: { changes: { force: 1 }, reason: 'new roll' },
  }),
  'nudge-parts': (w) => ({ stepId: step(w).id, partIds: [part(w).id], dxMm: 1, dyMm: 1, alone: true }),
  'move-in': (w) => ({ stepId: step(w).id, dxMm: 1, dyMm: 1 }),
  'lay-parts': (w) => ({
    partIds: [part(w).id],
    sheets: [{ sheetId: w.job.document.sheets[0].id, stockPieceId: null, onCarrier: false }],
    lies: [{ partId: part(w).id, sheet: 0, x: 10, y: 20, angle: 90, turnedOver: false }],
  }),
  'size-to-fit': (w) => ({ partId: part(w).id, gapMm: 2, anyAngle: true }),
  'place-on-carrier': (w) => ({ places: [{ sheetId: w.job.document.sheets[0].id, at: { x: 25, y: 25 } }] }),
  'photograph-sheet': (w) => ({
    sheetId: w.job.document.sheets[0].id,
    photo: { photoId: randomUUID(), box: { minX: 0, minY: 0, maxX: 200, maxY: 300 } },
  }),
  'merge-steps': (w) => ({ stepId: step(w).id, intoId: w.job.document.steps.at(-1)!.id }),
  'group-steps': () => ({ by: 'colour' }),
  'order-steps': (w) => ({ order: w.job.document.steps.map(({ id }) => id) }),
};

export const ASKED_ACTIONS = (Object.keys(BODIES) as contract.AskedAction['do'][]).map((name) => ({
  type: contract.ACTION_CHECKS[name],
  action: (world: World): object => ({ id: randomUUID(), do: name, ...BODIES[name](world) }),
}));

/** Every route that writes, with the class of its body and a body of that class. What is missing here fails a test. */
export const WRITE_ROUTES: readonly WriteRoute[] = [
  route('post', '/workshops', contract.NewWorkshop, () => ({
    url: addresses.workshops(),
    body: { id: randomUUID(), name: 'Loft' },
  })),
  route('post', '/workshops/:id/archive', contract.PutAway, () => ({
    url: addresses.putWorkshopAway({ id: randomUUID() }),
    body: { isArchived: true },
  })),
  route('post', '/workshops/:id/entry', null, () => ({ url: addresses.enterWorkshop({ id: randomUUID() }) })),
  route('post', '/machines', contract.NewMachine, (w) => ({
    url: addresses.machines(),
    body: { ...machineBody(w), id: randomUUID() },
  })),
  route('put', '/machines/:id', contract.MachineChange, (w) => ({
    url: addresses.changeMachine({ id: w.machine.id }),
    body: { ...machineBody(w), version: w.machine.version },
  })),
  route('post', '/machines/:id/archive', contract.Archiving, (w) => ({
    url: addresses.putMachineAway({ id: w.machine.id }),
    body: { version: 999, isArchived: true },
  })),
  route('post', '/tools', contract.NewTool, (w) => ({
    url: addresses.tools(),
    body: { ...toolBody(w), id: randomUUID() },
  })),
  route('put', '/tools/:id', contract.ToolChange, (w) => ({
    url: addresses.changeTool({ id: w.tool.id }),
    body: { ...toolBody(w), version: w.tool.version },
  })),
  route('post', '/tools/:id/archive', contract.Archiving, (w) => ({
    url: addresses.putToolAway({ id: w.tool.id }),
    body: { version: 999, isArchived: true },
  })),
  route('post', '/tools/:id/replacement', contract.ToolReplacement, (w) => ({
    url: addresses.replaceTool({ id: w.tool.id }),
    body: { version: 999, note: 'nicked' },
  })),
  route('post', '/materials', contract.NewMaterial, (w) => ({
    url: addresses.materials(),
    body: { ...materialBody(w), id: randomUUID() },
  })),
  route('put', '/materials/:id', contract.MaterialChange, (w) => ({
    url: addresses.material({ id: w.material.id }),
    body: { ...materialBody(w), version: w.material.version },
  })),
  route('post', '/materials/:id/archive', contract.Archiving, (w) => ({
    url: addresses.putMaterialAway({ id: w.material.id }),
    body: { version: 999, isArchived: true },
  })),
  route('post', '/materials/:id/pieces', contract.NewStockPiece, (w) => ({
    url: addresses.addPiece({ id: w.material.id }),
    body: { ...pieceBody, id: randomUUID() },
  })),
  route('put', '/materials/:id/photo', 'bytes', (w) => ({
    url: addresses.photographMaterial({ id: w.material.id, version: w.material.version }),
  })),
  route('post', '/records/:kind/:id/turns', contract.RecordTurn, (w) => ({
    url: addresses.turnRecord({ kind: 'tool', id: w.tool.id }),
    body: { turn: 'undo' },
  })),
  route('put', '/photos/:id', 'bytes', () => ({ url: addresses.photo({ id: randomUUID() }) })),
  route('put', '/pieces/:id', contract.StockPieceChange, (w) => ({
    url: addresses.changePiece({ id: w.material.pieces[0].id }),
    body: { ...pieceBody, version: 999 },
  })),
  route('post', '/pieces/:id/archive', contract.Archiving, (w) => ({
    url: addresses.putPieceAway({ id: w.material.pieces[0].id }),
    body: { version: 999, isArchived: true },
  })),
  route('post', '/recipes', contract.NewRecipe, (w) => ({
    url: addresses.recipes(),
    body: {
      id: randomUUID(),
      machineId: w.machine.id,
      toolId: w.tool.id,
      materialId: w.material.id,
      process: w.recipe.process,
      settings: settings(w),
      typed: {},
      source: 'guess',
      reason: 'a try',
      note: '',
    },
  })),
  route('post', '/recipes/:id/revisions', contract.NewRevision, (w) => ({
    url: addresses.reviseRecipe({ id: w.recipe.id }),
    body: { version: w.recipe.version, settings: settings(w), typed: {}, source: 'guess', reason: 'a try' },
  })),
  route('post', '/recipes/:id/return', contract.ReturnToRevision, (w) => ({
    url: addresses.returnToRevision({ id: w.recipe.id }),
    body: { version: w.recipe.version, number: 1 },
  })),
  route('put', '/recipes/:id/note', contract.RecipeNote, (w) => ({
    url: addresses.noteRecipe({ id: w.recipe.id }),
    body: { version: w.recipe.version, note: 'slowly' },
  })),
  route('post', '/recipes/:id/archive', contract.Archiving, (w) => ({
    url: addresses.putRecipeAway({ id: w.recipe.id }),
    body: { version: 999, isArchived: true },
  })),
  route('post', '/recipes/:id/variants', contract.NewVariant, (w) => ({
    url: addresses.addVariant({ id: w.recipe.id }),
    body: { id: randomUUID(), changes: { force: 1 }, reason: 'new roll', toolId: w.tool.id, stockPieceId: null },
  })),
  route('post', '/variants/:id/end', null, () => ({ url: addresses.endVariant({ id: randomUUID() }) })),
  route('post', '/recipes/:id/trials', contract.NewTrial, (w) => ({
    url: addresses.writeTrial({ id: w.recipe.id }),
    body: { id: randomUUID(), settings: settings(w), outcome: 'right' },
  })),
  route('put', '/evidence/:id/outcome', contract.EvidenceVerdict, (w) => ({
    url: addresses.correctEvidence({ id: w.recipe.evidence[0].id }),
    body: { outcome: 'right' },
  })),
  route('put', '/nails', contract.Nails, (w) => ({ url: addresses.nailCards(), body: { recipeIds: [w.recipe.id] } })),
  route('post', '/suggestion', contract.SuggestionWanted, (w) => ({
    url: addresses.suggestion(),
    body: { machineId: w.machine.id, toolId: w.tool.id, materialId: w.material.id, process: w.recipe.process },
  })),
  route('put', '/recipes/:id/tone', contract.NewToneLadder, (w) => ({
    url: addresses.tone({ id: w.recipe.id }),
    body: {
      way: 'by power',
      quantity: 'power',
      patches: [
        { value: 10, darkness: 0.5 },
        { value: 20, darkness: 0.9 },
      ],
    },
  })),
  route('post', '/recipes/:id/tunings', contract.NewTuning, (w) => ({
    url: addresses.tuningsOfRecipe({ id: w.recipe.id }),
    body: {
      id: randomUUID(),
      start: settings(w),
      startSpread: 0.35,
      fixed: [],
      jobId: null,
      goesOnFrom: null,
      stockPieceId: null,
      scrapWidthMm: 100,
      scrapLengthMm: 100,
    },
  })),
  route('post', '/tunings/:id/sheets', contract.NewTrialSheet, (w) => ({
    url: addresses.layOutTrials({ id: w.tuning.id }),
    body: { id: randomUUID(), count: 1, repeatOf: null },
  })),
  route('post', '/tunings/:id/end', contract.TuningEnd, (w) => ({
    url: addresses.endTuning({ id: w.tuning.id }),
    body: { version: 999, how: 'settle' },
  })),
  route('post', '/trial-sheets/:id/run', contract.TrialRun, (w) => ({
    url: addresses.runTrialSheet({ id: w.tuning.sheets[0].id }),
    body: { by: 'stand-in' },
  })),
  route('post', '/trial-sheets/:id/drop', null, (w) => ({
    url: addresses.dropTrialSheet({ id: w.tuning.sheets[0].id }),
  })),
  route('post', '/trials/:id/outcome', contract.TrialVerdict, (w) => ({
    url: addresses.scoreTrial({ id: shapeOf(w).id }),
    body: { outcome: 'right' },
  })),
  route('put', '/trials/:id/photo', 'bytes', (w) => ({ url: addresses.photographTrial({ id: shapeOf(w).id }) })),
  route('post', '/book/import', 'bytes', () => ({
    url: addresses.importBook({ fileName: 'book.json', preview: true }),
  })),
  route('post', '/jobs', contract.NewJob, (w) => ({
    url: addresses.jobs(),
    body: { id: randomUUID(), name: 'Medals', templateId: w.templateId },
  })),
  route('patch', '/jobs/:id', contract.JobChange, (w) => ({
    url: addresses.job({ id: w.job.id }),
    body: { version: w.job.version, name: 'Medals' },
  })),
  route('put', '/jobs/:id/artworks/:artworkId', 'bytes', (w) => ({
    url: addresses.bringIn({ id: w.job.id, artworkId: randomUUID(), fileName: 'a.svg' }),
  })),
  route('post', '/artworks/:id/reading', contract.ReadAgain, (w) => ({
    url: addresses.readAgain({ id: w.job.document.drawings[0].id }),
    body: {
      keep: false,
      reading: { unitMm: null, joinMm: 0.05, tracing },
      text: { ...USUAL_TEXT, words: 'Bend' },
      measured: { shape: 'circle', measures: { diameter: 20 } },
    },
  })),
  route('post', '/jobs/:id/texts', contract.NewText, (w) => ({
    url: addresses.addText({ id: w.job.id }),
    body: { id: randomUUID(), text: { ...USUAL_TEXT, words: '48' } },
  })),
  route('post', '/jobs/:id/shapes', contract.NewMeasured, (w) => ({
    url: addresses.addMeasured({ id: w.job.id }),
    body: { id: randomUUID(), measured: { shape: 'circle', measures: { diameter: 20 } } },
  })),
  route('post', '/text-preview', contract.TextPreview, () => ({
    url: addresses.textPreview(),
    body: { text: { ...USUAL_TEXT, words: '48' } },
  })),
  route('put', '/fonts/:id', 'bytes', () => ({ url: addresses.keepFont({ id: randomUUID(), fileName: 'club.ttf' }) })),
  route('post', '/jobs/:id/actions', contract.JobActionWish, (w) => ({
    url: addresses.actOnJob({ id: w.job.id }),
    body: { version: w.job.version, action: ASKED_ACTIONS[0].action(w) },
  })),
  route('post', '/jobs/:id/undo', contract.JobTurn, (w) => ({
    url: addresses.undoInJob({ id: w.job.id }),
    body: { version: w.job.version },
  })),
  route('post', '/jobs/:id/redo', contract.JobTurn, (w) => ({
    url: addresses.redoInJob({ id: w.job.id }),
    body: { version: w.job.version },
  })),
  route('post', '/jobs/:id/archive', contract.PutAway, (w) => ({
    url: addresses.putJobAway({ id: w.job.id }),
    body: { isArchived: false },
  })),
  route('post', '/jobs/:id/notes', contract.NewNote, (w) => ({
    url: addresses.writeNote({ id: w.job.id }),
    body: { id: randomUUID(), kind: 'words', label: 'Club', value: 'navy' },
  })),
  route('post', '/notes/:id/archive', contract.PutAway, (w) => ({
    url: addresses.putNoteAway({ id: w.noteId }),
    body: { isArchived: false },
  })),
  route('post', '/jobs/:id/templates', contract.NewTemplate, (w) => ({
    url: addresses.keepTemplate({ id: w.job.id }),
    body: { id: randomUUID(), name: 'Medals' },
  })),
  route('post', '/templates/:id/archive', contract.PutAway, (w) => ({
    url: addresses.putTemplateAway({ id: w.templateId }),
    body: { isArchived: false },
  })),
  route('post', '/jobs/:id/runs', contract.NewRun, (w) => ({
    url: addresses.runsOfJob({ id: w.job.id }),
    body: {
      seriesId: randomUUID(),
      speedUp: 2000,
      byHand: false,
      driver: 'stand-in',
      led: false,
      knowing: true,
      marks: [{ sheetId: randomUUID(), read: [{ mark: 0, x: 12, y: 12 }] }],
    },
  })),
  route('post', '/runs/:id/actions', contract.RunCommand, (w) => ({
    url: addresses.commandRun({ id: w.run.id }),
    body: { action: 'pause', recipe: 'as-planned' },
  })),
  route('post', '/runs/:id/marks', contract.RunMarks, (w) => ({
    url: addresses.readMarks({ id: w.run.id }),
    body: { read: [{ mark: 0, x: 12, y: 12 }] },
  })),
  route('post', '/runs/:id/preparation', contract.LineTick, (w) => ({
    url: addresses.tickRun({ id: w.run.id }),
    body: { line: 'tool', isTicked: true },
  })),
  route('post', '/runs/:id/nudge', contract.RunNudge, (w) => ({
    url: addresses.nudgeRun({ id: w.run.id }),
    body: { dxMm: 1, dyMm: -1 },
  })),
  route('post', '/runs/:id/cable', contract.RunReport, (w) => ({
    url: addresses.reportRun({ id: w.run.id }),
    body: {
      doneSeconds: 3,
      cutMm: 10,
      line: 4,
      interruption: { why: 'refused', line: 5, text: 'G5', said: 'error:20' },
    },
  })),
  route('post', '/preparation-lines', contract.NewPreparationLine, (w) => ({
    url: addresses.preparationLines(),
    body: { id: randomUUID(), text: 'Window open', process: 'laser-cut', machineId: w.machine.id },
  })),
  route('post', '/preparation-lines/:id/archive', contract.PutAway, () => ({
    url: addresses.putPreparationLineAway({ id: randomUUID() }),
    body: { isArchived: true },
  })),
  route('post', '/jobs/:id/finishing', contract.FinishingTick, (w) => ({
    url: addresses.finishing({ id: w.job.id }),
    body: { lineId: 'weed', done: 1, isWaiting: false },
  })),
  route('post', '/finishing-lines', contract.NewFinishingLine, () => ({
    url: addresses.addFinishingLine(),
    body: { id: randomUUID(), text: 'Photograph it', process: 'kiss-cut', minutes: 5 },
  })),
  route('post', '/finishing-lines/:id/archive', contract.PutAway, () => ({
    url: addresses.putFinishingLineAway({ id: randomUUID() }),
    body: { isArchived: true },
  })),
  route('post', '/jobs/:id/hand-times', contract.NewHandTime, (w) => ({
    url: addresses.keepHandTime({ id: w.job.id }),
    body: { id: randomUUID(), kind: 'weed', seconds: 90, pieces: 2 },
  })),
  route('put', '/rates', contract.RatesWish, (w) => ({
    url: addresses.rates(),
    body: {
      version: 1,
      handCentsPerHour: 2400,
      setUpMinutes: 10,
      machineCentsPerHour: 300,
      machines: { [w.machine.id]: 200 },
      toolCents: 900,
      transferTapeCentsPerM2: 420,
      inkCentsPerM2: 650,
      coverCentsPerPressing: 4,
      packagingCents: 60,
      feePercent: 5,
      marginPercent: 30,
      wholeSheets: true,
      taxText: 'No tax is shown.',
    },
  })),
  route('post', '/jobs/:id/quotes', contract.NewQuote, (w) => ({
    url: addresses.quotes({ id: w.job.id }),
    body: { id: randomUUID(), pieces: 5, customer: 'the club', validUntil: '2027-06-30' },
  })),
  route('post', '/quotes/:id/turns', contract.QuoteTurn, () => ({
    url: addresses.answerQuote({ id: randomUUID() }),
    body: { state: 'accepted' },
  })),
  route('post', '/garments', contract.NewGarment, () => ({
    url: addresses.garments(),
    body: {
      id: randomUUID(),
      name: 'Club vest',
      measures: {
        chestWidthMm: 480,
        lengthMm: 660,
        neckWidthMm: 180,
        neckDropMm: 100,
        sleeveLengthMm: 40,
        sleeveWidthMm: 200,
      },
    },
  })),
  route('post', '/garments/:id/archive', contract.PutAway, () => ({
    url: addresses.putGarmentAway({ id: randomUUID() }),
    body: { isArchived: true },
  })),
  route('post', '/jobs/:id/size-set', contract.SizeSetWish, (w) => ({
    url: addresses.sizeSet({ id: w.job.id }),
    body: { place: 'front', counts: [{ size: 'M', count: 8 }] },
  })),
  route('post', '/jobs/:id/size-jobs', contract.NewSizeJobs, (w) => ({
    url: addresses.makeSizeJobs({ id: w.job.id }),
    body: { id: randomUUID() },
  })),
  route('post', '/jobs/:id/mockup', contract.MockupWish, (w) => ({
    url: addresses.mockup({ id: w.job.id }),
    body: { photoId: randomUUID() },
  })),
  route('post', '/warm-clocks', contract.NewWarmClock, (w) => ({
    url: addresses.warmClocks(),
    body: { name: 'run warm', jobId: w.job.id, text: 'The tip is warm', minutes: 5 },
  })),
  route('post', '/warm-clocks/end', contract.WarmClockEnd, () => ({
    url: addresses.endWarming(),
    body: { name: 'run warm' },
  })),
  route('post', '/jobs/:id/pressings', contract.NewPressing, (w) => ({
    url: addresses.pressingsOfJob({ id: w.job.id }),
    body: { id: randomUUID(), isWarm: true },
  })),
  route('post', '/pressings/:id/turns', contract.PressingTurn, () => ({
    url: addresses.turnPressing({ id: randomUUID() }),
    body: { turn: 'next', at: 0 },
  })),
  route('post', '/pressings/:id/ticks', contract.LineTick, () => ({
    url: addresses.tickPressing({ id: randomUUID() }),
    body: { line: 'washed', isTicked: true },
  })),
  route('post', '/pressings/:id/outcome', contract.PressingVerdict, () => ({
    url: addresses.judgePressing({ id: randomUUID() }),
    body: { layerId: randomUUID(), outcome: 'right', counts: true },
  })),
  route('post', '/runs/:id/again', contract.RunAgain, (w) => ({
    url: addresses.runAgain({ id: w.run.id }),
    body: { id: randomUUID(), partIds: [part(w).id], isAll: false },
  })),
  route('post', '/runs/:id/outcome', contract.RunVerdict, (w) => ({
    url: addresses.scoreRun({ id: w.run.id }),
    body: {
      outcome: 'right',
      parts: [{ partId: part(w).id, outcome: 'under' }],
      symptom: 'small bits lift',
      photoId: randomUUID(),
    },
  })),
];

/** Looks the rows up that the routes are asked about; the job is one of two colours that has a drawing. */
export async function lookAround(get: <T>(path: string) => Promise<T>): Promise<World> {
  const [machines, tools, materials] = [
    await get<MachineView[]>(addresses.machines()),
    await get<ToolView[]>(addresses.tools()),
    await get<MaterialView[]>(addresses.materials()),
  ];
  const { recipes } = await get<RecipePageView>(addresses.recipes({ search: 'navy vinyl long plotter' }));
  const jobs = await get<{ id: string; name: string }[]>(addresses.jobs());
  const jobOf = async (name: string) =>
    get<JobAnswer>(addresses.job({ id: jobs.find((job) => job.name === name)!.id }));
  const spring = await jobOf('Boat numbers, spring set');
  const [tuning] = await get<TuningView[]>(addresses.openTunings());
  const named = <T extends { name: string }>(rows: readonly T[], name: string) =>
    rows.find((row) => row.name === name)!;
  return {
    machine: named(machines, 'Long plotter'),
    tool: named(tools, 'Fine blade'),
    material: named(materials, 'Outdoor vinyl, navy'),
    recipe: await get<RecipeDetail>(addresses.recipe({ id: recipes[0].id })),
    job: await jobOf('Crew shirts'),
    run: (await get<RunView[]>(addresses.runsOfJob({ id: spring.id })))[0],
    tuning: await get<TuningView>(addresses.tuning({ id: tuning.id })),
    noteId: (await jobOf('Crew shirts')).notes[0].id,
    templateId: (await get<{ id: string }[]>(addresses.templates()))[0].id,
  };
}
