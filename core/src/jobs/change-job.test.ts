import { boxAt, done, drawnPart, jobWith, readingOf, shopWith, someId } from '../../testing/job';
import { contourBounds } from '../geometry';
import {
  ActionRefusedError,
  changeJob,
  EMPTY_JOB,
  partsOf,
  placementsOf,
  processedIn,
  sheetOf,
  shareSheet,
  type JobAction,
  type JobDocument,
  type JobShop,
} from './index';

const RED = '#ff0000';
const BLUE = '#0000ff';

/** A plate with a hole in red, a star beside it in red, a frame in blue. */
const plate = readingOf(
  drawnPart('Plate', RED, boxAt(0, 0, 40, 30), boxAt(10, 10, 5)),
  drawnPart('Star', RED, boxAt(50, 0, 10)),
  drawnPart('Frame', BLUE, boxAt(0, 0, 100, 60)),
);
const readings = { plate: [plate] };

let shop: JobShop;
let job: JobDocument;
beforeEach(() => {
  shop = shopWith(readings);
  job = jobWith(readings, shop);
});

const named = (document: JobDocument, name: string) => document.parts.find((part) => part.name === name)!;
const stepIn = (document: JobDocument, colour: string) => document.steps.find((step) => step.colour === colour)!;
const where = (document: JobDocument, name: string) => {
  const [{ x, y }] = placementsOf(document, named(document, name).id);
  return { x, y };
};
const boxOf = (document: JobDocument, name: string) =>
  contourBounds(shop.shapes(document).get(named(document, name).id)!.contours);
const refused = (act: () => unknown): ActionRefusedError => {
  try {
    act();
  } catch (error) {
    if (error instanceof ActionRefusedError) return error;
    throw error;
  }
  throw new Error('it was not refused');
};

describe('what is done in a step', () => {
  const stepId = () => stepIn(job, RED).id;
  const process = (document: JobDocument) => document.steps.find(({ id }) => id === stepId())!.process;

  it('comes with its first material, where nobody has said it', () => {
    const placed = done(job, shop, { do: 'change-step', stepId: stepId(), materialId: 'card' });
    expect(process(placed)).toBe('through-cut');
  });

  it('stays when a material is chosen, once somebody has said it, or a material has brought it', () => {
    const said = done(job, shop, { do: 'change-step', stepId: stepId(), process: 'through-cut' });
    expect(process(done(said, shop, { do: 'change-step', stepId: stepId(), materialId: 'navy' }))).toBe('through-cut');
    const brought = done(job, shop, { do: 'change-step', stepId: stepId(), materialId: 'card' });
    expect(process(done(brought, shop, { do: 'change-step', stepId: stepId(), materialId: 'navy' }))).toBe(
      'through-cut',
    );
  });

  it('is not proposed for a worn blade where another is good, but stays with one that was chosen', () => {
    const all = shopWith(readings);
    const worn = (ids: string[]) =>
      shopWith(readings, {
        tools: new Map(
          [...all.tools].map(([id, one]) => [id, { ...one, life: 1000, wear: ids.includes(id) ? 950 : 10 }]),
        ),
      });
    const toolOf = (document: JobDocument) => document.steps.find(({ id }) => id === stepId())!.toolId;
    const newFilm = { do: 'change-step', stepId: stepId(), materialId: 'transfer' } as const;
    expect(toolOf(job)).toBe('fine');
    expect(toolOf(done(job, worn([]), newFilm))).toBe('fine');
    expect(toolOf(done(job, worn(['fine']), newFilm))).toBe('deep');
    // With nothing better the one at hand stays.
    expect(toolOf(done(job, worn(['fine', 'deep']), newFilm))).toBe('fine');
    const chosen = done(done(job, worn([]), newFilm), worn(['fine']), {
      do: 'change-step',
      stepId: stepId(),
      toolId: 'fine',
    });
    expect(toolOf(done(chosen, worn(['fine']), { do: 'change-step', stepId: stepId(), rounds: 2 }))).toBe('fine');
  });

  it('is not given to a machine or a tool that was put away, chosen or found', () => {
    const all = shopWith(readings);
    const away = (ids: string[]) =>
      shopWith(readings, {
        machines: new Map([...all.machines].map(([id, one]) => [id, { ...one, isArchived: ids.includes(id) }])),
        tools: new Map([...all.tools].map(([id, one]) => [id, { ...one, isArchived: ids.includes(id) }])),
        recipes: [
          {
            materialId: 'card',
            process: 'laser-cut',
            machineId: 'diode',
            toolId: 'beam',
            temper: 'violet',
            nail: null,
          },
        ] as unknown as JobShop['recipes'],
      });
    const wish = { do: 'change-step', stepId: stepId(), process: 'laser-cut' } as const;
    expect(done(job, away([]), { ...wish, materialId: 'card' }).steps.find(({ id }) => id === stepId())).toMatchObject({
      machineId: 'diode',
    });
    expect(refused(() => done(job, away(['diode']), { ...wish, machineId: 'diode' })).message).toContain(
      'was put away',
    );
    expect(refused(() => done(job, away(['diode']), { ...wish, materialId: 'card' })).message).toContain('no machine');
    // What is proven on a machine that was put away draws no step to it.
    const other = { ...[...all.machines.values()][0], id: 'other', isArchived: true };
    const proven = {
      materialId: 'navy',
      process: 'kiss-cut',
      machineId: 'other',
      toolId: 'fine',
      temper: 'violet',
      variants: [],
    };
    const withOther = (isArchived: boolean) =>
      shopWith(readings, {
        machines: new Map([...all.machines, ['other', { ...other, isArchived }]]),
        recipes: [proven] as unknown as JobShop['recipes'],
      });
    const placedOn = (isArchived: boolean) =>
      done(job, withOther(isArchived), { do: 'change-step', stepId: stepId(), materialId: 'navy' }).steps.find(
        ({ id }) => id === stepId(),
      )!.machineId;
    expect(placedOn(false)).toBe('other');
    expect(placedOn(true)).not.toBe('other');
    const kiss = { do: 'change-step', stepId: stepId(), process: 'kiss-cut' } as const;
    expect(refused(() => done(job, away(['deep']), { ...kiss, toolId: 'deep' })).field).toBe('toolId');
  });

  it('keeps a nudge as long as material, process, machine and tool are the same', () => {
    const start = done(job, shop, { do: 'change-step', stepId: stepId(), materialId: 'navy', toolId: 'fine' });
    const { machineId } = start.steps.find(({ id }) => id === stepId())!;
    const recipe = {
      materialId: 'navy',
      process: 'kiss-cut',
      machineId,
      toolId: 'fine',
      settings: { force: 14, speed: 5, passes: 1 },
      variants: [],
    };
    const proven = shopWith(readings, { recipes: [recipe] as unknown as JobShop['recipes'] });
    const nudged = done(start, proven, {
      do: 'change-step',
      stepId: stepId(),
      nudge: { changes: { force: 2 }, reason: 'a softer roll' },
    });
    const nudge = (document: JobDocument) => document.steps.find(({ id }) => id === stepId())!.nudge;
    expect(nudge(nudged)).toEqual({ changes: { force: 2 }, reason: 'a softer roll' });
    const after = (change: object) =>
      nudge(done(nudged, proven, { do: 'change-step', stepId: stepId(), ...change } as never));
    expect(after({ holder: 1 })).toEqual({ changes: { force: 2 }, reason: 'a softer roll' });
    expect(after({ toolId: 'deep' })).toBeNull();
    expect(after({ materialId: 'card' })).toBeNull();
  });

  it('begins with what the shop can do: a shop with one laser takes a drawing, whatever it is put on', () => {
    const all = shopWith(readings);
    const lone = shopWith(readings, {
      machines: new Map([...all.machines].filter(([id]) => id === 'diode')),
      tools: new Map([...all.tools].filter(([id]) => id === 'beam')),
    });
    const drawing = jobWith(readings, lone);
    const [step] = drawing.steps;
    expect(step).toMatchObject({ process: 'laser-cut', machineId: 'diode', toolId: 'beam' });
    const placed = done(drawing, lone, { do: 'change-step', stepId: step.id, materialId: 'transfer' });
    expect(placed.steps.find(({ id }) => id === step.id)).toMatchObject({ process: 'laser-cut', mirrored: true });
    const bare = shopWith(readings, { machines: new Map(), tools: new Map() });
    expect(refused(() => jobWith(readings, bare)).message).toContain(
      'put what stands on your bench into the Shop first',
    );
  });
});

describe('a drawing that comes in', () => {
  it('gives a step for each of its colours, each with a sheet of which nothing is known', () => {
    expect(job.steps.map(({ colour, process, toolId }) => [colour, process, toolId])).toEqual([
      [RED, 'kiss-cut', 'fine'],
      [BLUE, 'kiss-cut', 'fine'],
    ]);
    expect(partsOf(job, stepIn(job, RED).id).map(({ name }) => name)).toEqual(['Plate', 'Star']);
    expect(job.sheets.map(({ number, stockPieceId }) => [number, stockPieceId])).toEqual([
      [1, null],
      [2, null],
    ]);
    expect(job.placements).toHaveLength(3);
  });

  it('stands beside the one before it, and goes to its own steps', () => {
    const both = { plate: [plate], label: [readingOf(drawnPart('Label', RED, boxAt(0, 0, 10)))] };
    shop = shopWith(both);
    const two = jobWith(both, shop);
    expect(two.drawings.map(({ xMm }) => xMm)).toEqual([0, 110]);
    expect(two.steps).toHaveLength(3);
  });

  it('is refused once the job is full', () => {
    const many = Object.fromEntries(Array.from({ length: 12 }, (_, i) => [`drawing ${i}`, [plate]]));
    const thirteen = { ...many, last: [plate] };
    shop = shopWith(thirteen);
    expect(refused(() => jobWith(thirteen, shop)).message).toBe(
      'A job holds at most 12 drawings. Start a new job for another one.',
    );
  });

  it('a text joins the step of its colour', () => {
    const withText = { plate: [plate], words: [readingOf(drawnPart('R', RED, boxAt(0, 0, 8)))] };
    shop = shopWith(withText);
    job = jobWith(readings, shop);
    const next = done(job, shop, {
      do: 'add-drawing',
      drawingId: 'words',
      source: 'text',
      name: 'Text “R”',
      choices: {},
      drawn: { minX: 0, minY: 0, maxX: 8, maxY: 8 },
    });
    expect(next.steps).toHaveLength(2);
    expect(partsOf(next, stepIn(next, RED).id).map(({ name }) => name)).toEqual(['Plate', 'Star', 'R']);
  });
});

describe('a step', () => {
  const withMaterial = (colour: string, materialId: string, from = job) =>
    done(from, shop, { do: 'change-step', stepId: stepIn(from, colour).id, materialId });

  it('takes process, piece, side and place from the material that is chosen', () => {
    const next = withMaterial(RED, 'transfer');
    const step = stepIn(next, RED);
    expect(step).toMatchObject({ process: 'kiss-cut', mirrored: true });
    expect(sheetOf(next, step.id)).toMatchObject({ stockPieceId: 'transfer sheet', onCarrier: false });
    for (const part of partsOf(next, step.id)) expect(placementsOf(next, part.id)[0].turnedOver).toBe(true);
    // The lead corner of what the plotter reaches, 5 mm to hold on to, turned over: the plate's right edge is leftmost.
    expect(where(next, 'Plate')).toEqual({ x: 8 + 5 + 60, y: 12 + 5 });
  });

  it('stays where it lies when it is turned over', () => {
    const straight = withMaterial(RED, 'navy');
    const turned = done(straight, shop, { do: 'change-step', stepId: stepIn(straight, RED).id, mirrored: true });
    const x = where(straight, 'Plate').x;
    expect(where(turned, 'Plate').x).toBe(x + 60);
    const back = done(turned, shop, { do: 'change-step', stepId: stepIn(turned, RED).id, mirrored: false });
    expect(where(back, 'Plate').x).toBe(x);
  });

  it('shares the sheet with what is done in the same material, and lies with it', () => {
    const next = withMaterial(BLUE, 'navy', withMaterial(RED, 'navy'));
    const [red, blue] = [stepIn(next, RED).id, stepIn(next, BLUE).id];
    expect(shareSheet(next, red, blue)).toBe(true);
    expect(next.sheets).toHaveLength(1);
    expect(where(next, 'Plate')).toEqual(where(next, 'Frame'));
  });

  it('puts the whole sheet onto the carrier, and finds it again when it changes its piece', () => {
    const both = withMaterial(BLUE, 'navy', withMaterial(RED, 'navy'));
    const [red, blue] = [stepIn(both, RED).id, stepIn(both, BLUE).id];
    const carried = done(both, shop, { do: 'change-step', stepId: red, onCarrier: true });
    expect(sheetOf(carried, blue)).toMatchObject({ onCarrier: true });
    const apart = done(carried, shop, { do: 'change-step', stepId: red, stockPieceId: 'navy offcut' });
    expect(apart.sheets.map(({ stockPieceId, number }) => [stockPieceId, number])).toEqual([
      ['navy offcut', 1],
      ['navy roll', 2],
    ]);
    const again = done(apart, shop, { do: 'change-step', stepId: red, stockPieceId: 'navy roll' });
    expect(again.sheets).toHaveLength(1);
  });

  it('goes to the machine and tool with the best proven recipe where those at hand have none', () => {
    const recipe = {
      materialId: 'card',
      process: 'through-cut',
      machineId: 'long',
      settings: {},
      variants: [],
    } as const;
    shop = shopWith(readings, {
      recipes: [
        { ...recipe, toolId: 'pen', temper: 'straw' },
        { ...recipe, toolId: 'deep', temper: 'blue' },
      ],
    });
    expect(stepIn(withMaterial(RED, 'card'), RED).toolId).toBe('deep');
  });

  it('lays foil over the sheet of what it is pressed onto', () => {
    const next = withMaterial(BLUE, 'foil', withMaterial(RED, 'card'));
    expect(shareSheet(next, stepIn(next, RED).id, stepIn(next, BLUE).id)).toBe(true);
    expect(sheetOf(next, stepIn(next, BLUE).id)).toMatchObject({ stockPieceId: 'card sheet' });
  });

  it('runs in the order of its process, until that is made by hand', () => {
    const next = done(withMaterial(RED, 'card'), shop, {
      do: 'change-step',
      stepId: stepIn(job, BLUE).id,
      process: 'draw',
      toolId: 'pen',
    });
    expect(next.steps.map(({ colour }) => colour)).toEqual([BLUE, RED]);
    const byHand = done(next, shop, { do: 'order-steps', order: [...next.steps].reverse().map(({ id }) => id) });
    expect([byHand.isOrderByHand, byHand.steps[0].colour]).toEqual([true, RED]);
    const byRules = done(byHand, shop, { do: 'order-steps', order: [] });
    expect([byRules.isOrderByHand, byRules.steps[0].colour]).toEqual([false, BLUE]);
    expect(refused(() => done(next, shop, { do: 'order-steps', order: [next.steps[0].id] })).field).toBe('order');
  });

  it.each([
    [{ materialId: 'gone' }, 'materialId', 'That material is not in this workshop.'],
    [{ stockPieceId: 'card sheet' }, 'stockPieceId', "That piece is not of this step's material."],
    [{ machineId: 'clam' }, 'machineId', 'Kiss cut cannot be done on Clam.'],
    [{ toolId: 'pen' }, 'toolId', 'pen cannot do kiss cut.'],
    [{ holder: 3 }, 'holder', 'Long plotter has 2 holders; holder 3 was asked for.'],
    [{ nudge: { changes: { force: 1 }, reason: '' } }, 'nudge', 'There is no recipe yet that could be nudged.'],
  ])('refuses %j', (change, field, message) => {
    const { id } = stepIn(job, RED);
    const error = refused(() => changeJob(job, { id: someId(), do: 'change-step', stepId: id, ...change }, shop));
    expect([error.field, error.message]).toEqual([field, message]);
  });

  it('is nudged within the dials, on top of what the book says for this piece', () => {
    shop = shopWith(readings, {
      recipes: [
        {
          materialId: 'navy',
          process: 'kiss-cut',
          machineId: 'long',
          toolId: 'fine',
          temper: 'blue',
          settings: { depth: 2, force: 30, speed: 5, passes: 1 },
          variants: [{ toolId: null, stockPieceId: 'navy roll', changes: { force: 2 } }],
        },
      ],
    });
    const next = withMaterial(RED, 'navy');
    const nudge = (force: number): Parameters<typeof done>[2] => ({
      do: 'change-step',
      stepId: stepIn(next, RED).id,
      nudge: { changes: { force }, reason: 'thick ink' },
    });
    expect(stepIn(done(next, shop, nudge(1)), RED).nudge).toEqual({ changes: { force: 1 }, reason: 'thick ink' });
    const most = shop.machines.get('long')!.dials.find(({ name }) => name === 'force')!.max;
    expect(() => done(next, shop, nudge(most - 32))).not.toThrow();
    expect(refused(() => done(next, shop, nudge(most - 31))).field).toBe('nudge');
    // It belongs to the recipe that it was made for.
    expect(stepIn(withMaterial(RED, 'card', done(next, shop, nudge(1))), RED).nudge).toBeNull();
  });
});

describe('parts', () => {
  const ids = (...names: string[]) => names.map((name) => named(job, name).id);

  it('that are left out leave their step, which is gone with its last one; processed again they have one', () => {
    const out = done(job, shop, { do: 'change-role', role: 'out', partIds: ids('Frame') });
    expect(out.steps.map(({ colour }) => colour)).toEqual([RED]);
    expect(named(out, 'Frame')).toMatchObject({ role: 'out', stepId: null });
    const back = done(out, shop, { do: 'change-role', role: 'process', partIds: ids('Frame') });
    expect(back.steps.map(({ colour }) => colour)).toEqual([RED, BLUE]);
    expect(placementsOf(back, ids('Frame')[0])).toHaveLength(1);
  });

  it('that are guides show on the sheet of another step of their drawing', () => {
    const next = done(job, shop, { do: 'change-role', role: 'guide', partIds: ids('Frame') });
    const frame = named(next, 'Frame');
    expect(frame.stepId).toBe(stepIn(next, RED).id);
    expect(placementsOf(next, frame.id)[0].sheetId).toBe(sheetOf(next, frame.stepId!)!.id);
    expect(processedIn(next, frame.stepId!).map(({ name }) => name)).toEqual(['Plate', 'Star']);
  });

  it('lie where the others do in the step that they are moved to', () => {
    const placed = done(job, shop, { do: 'change-step', stepId: stepIn(job, BLUE).id, materialId: 'navy' });
    const next = done(placed, shop, { do: 'move-to-step', partIds: ids('Star'), stepId: stepIn(job, BLUE).id });
    expect(where(next, 'Star')).toEqual(where(next, 'Frame'));
    expect(sheetOf(next, stepIn(next, BLUE).id)).toMatchObject({ stockPieceId: 'navy roll' });
  });

  it('split off go on as they were, in a step of their own', () => {
    const placed = done(job, shop, { do: 'change-step', stepId: stepIn(job, RED).id, materialId: 'navy' });
    const stepId = someId();
    const next = done(placed, shop, { do: 'split-step', partIds: ids('Star'), stepId });
    expect(next.steps.find(({ id }) => id === stepId)).toMatchObject({ materialId: 'navy', colour: RED });
    expect(shareSheet(next, stepId, stepIn(placed, RED).id)).toBe(true);
    const merged = done(next, shop, { do: 'merge-steps', stepId, intoId: stepIn(placed, RED).id });
    expect(partsOf(merged, stepIn(placed, RED).id).map(({ name }) => name)).toEqual(['Plate', 'Star']);
  });

  it('are taken apart into their lines, the largest first', () => {
    const next = done(job, shop, { do: 'take-apart', partIds: ids('Plate') });
    expect(next.parts.map(({ name }) => name)).toEqual(['Plate', 'Plate, inside 1', 'Star', 'Frame']);
    expect(boxOf(next, 'Plate, inside 1')).toEqual({ minX: 10, minY: 10, maxX: 15, maxY: 15 });
    expect(where(next, 'Plate, inside 1')).toEqual(where(next, 'Plate'));
    expect(refused(() => done(job, shop, { do: 'take-apart', partIds: ids('Star') })).message).toContain(
      'single lines',
    );
  });

  it('put together are one, whose outermost line comes first; taken apart they are what they were', () => {
    const next = done(job, shop, { do: 'put-together', partIds: ids('Star', 'Frame') });
    expect(next.parts.filter(({ role }) => role !== 'within').map(({ name }) => name)).toEqual(['Plate', 'Frame']);
    const { contours } = shop.shapes(next).get(ids('Frame')[0])!;
    expect(contours.map(({ start }) => start)).toEqual([
      [0, 0],
      [50, 0],
    ]);
    const apart = done(next, shop, { do: 'take-apart', partIds: ids('Frame') });
    expect(apart.parts.map(({ id, role, making }) => ({ id, role, making }))).toEqual(
      expect.arrayContaining(job.parts.map(({ id, role, making }) => ({ id, role, making }))),
    );
    expect(apart.parts).toHaveLength(3);
    // What is within another part is not to be had by itself.
    expect(refused(() => done(next, shop, { do: 'take-apart', partIds: ids('Star') })).message).toBe(
      '“Star” is within another part now: take that one apart first.',
    );
  });

  it('may be put together with their own outline, and with what goes round that', () => {
    const outlined = done(job, shop, { do: 'draw-outline', partIds: ids('Frame'), distanceMm: -2 });
    const inner = named(outlined, 'Frame, inner line at 2 mm').id;
    const twice = done(outlined, shop, { do: 'draw-outline', partIds: [inner], distanceMm: -2 });
    const innermost = named(twice, 'Frame, inner line at 2 mm, inner line at 2 mm').id;
    const next = done(twice, shop, { do: 'put-together', partIds: [...ids('Frame'), innermost] });
    for (const { fault } of shop.shapes(next).values()) expect(fault).toBeNull();
    expect(shop.shapes(next).get(ids('Frame')[0])!.contours).toHaveLength(2);
    const apart = done(next, shop, { do: 'take-apart', partIds: ids('Frame') });
    for (const { fault } of shop.shapes(apart).values()) expect(fault).toBeNull();
    expect(apart.parts.find(({ id }) => id === inner)!.making).toMatchObject({ of: ids('Frame') });
  });

  it('have outlines at an exact distance, whatever size the drawing has', () => {
    const next = done(job, shop, { do: 'draw-outline', partIds: ids('Star'), distanceMm: 2 });
    expect(next.parts.map(({ name }) => name)).toEqual(['Plate', 'Star', 'Star, outline at 2 mm', 'Frame']);
    const large = done(next, shop, { do: 'change-drawing', drawingId: 'plate', widthMm: 200 });
    const box = boxOf(large, 'Star, outline at 2 mm')!;
    expect(box.minX).toBeCloseTo(98, 2);
    expect(box.maxX).toBeCloseTo(122, 2);
    expect(refused(() => done(job, shop, { do: 'draw-outline', partIds: ids('Star'), distanceMm: -6 })).message).toBe(
      '“Star, inner line at 6 mm” has no line at -6 mm: what it goes round is open, or nothing is left of it.',
    );
    expect(refused(() => done(job, shop, { do: 'draw-outline', partIds: ids('Star'), distanceMm: 0 })).field).toBe(
      'distanceMm',
    );
  });

  it('say why nothing is left of them when they are made small', () => {
    const next = done(job, shop, { do: 'draw-outline', partIds: ids('Star'), distanceMm: -3 });
    const small = done(next, shop, { do: 'change-drawing', drawingId: 'plate', widthMm: 50 });
    expect(shop.shapes(small).get(named(small, 'Star, inner line at 3 mm').id)).toMatchObject({
      contours: [],
      fault: '“Star, inner line at 3 mm” has no line at -3 mm: what it goes round is open, or nothing is left of it',
    });
  });

  it('get bridges where they lie on the sheet, and keep them as the drawing moves and grows', () => {
    const placed = done(job, shop, { do: 'change-step', stepId: stepIn(job, RED).id, materialId: 'transfer' });
    const { x, y } = where(placed, 'Plate');
    // Over the left edge of the plate, which lies on the right as it is turned over.
    const bridge = { x, y: y + 20, angle: 0, lengthMm: 4, widthMm: 1 };
    const next = done(placed, shop, { do: 'put-bridges', partIds: ids('Plate'), bridges: [bridge] });
    const plateNow = named(next, 'Plate');
    const making = next.parts.find(({ id }) => id === ids('Plate')[0])!.making;
    expect(making).toMatchObject({ op: 'bridges', bridges: [{ x: expect.closeTo(0, 6), y: expect.closeTo(20, 6) }] });
    const at = shop.shapes(next).get(ids('Plate')[0])!;
    expect(at.fault).toBeNull();
    expect(at.contours.length).toBeGreaterThan(0);
    expect(plateNow.role).toBe('within');
    // A second one goes to the first.
    const twice = done(next, shop, {
      do: 'put-bridges',
      partIds: ids('Plate'),
      bridges: [{ ...bridge, y: y + 5 }],
    });
    expect(twice.parts).toHaveLength(next.parts.length);
  });

  it('of other jobs are refused by their number', () => {
    expect(
      refused(() => done(job, shop, { do: 'change-role', role: 'out', partIds: [...ids('Star'), 'stranger'] })).message,
    ).toBe('2 parts were chosen; 1 of them are in this job.');
  });
});

describe('moving parts on a sheet', () => {
  it('takes along what lies on it in other steps, unless they are to move alone', () => {
    const red = stepIn(job, RED).id;
    const blue = stepIn(job, BLUE).id;
    const placed = done(
      job,
      shop,
      { do: 'change-step', stepId: red, materialId: 'navy' },
      { do: 'change-step', stepId: blue, materialId: 'navy' },
    );
    const star = named(job, 'Star').id;
    const nudge = { do: 'nudge-parts', stepId: red, partIds: [star], dxMm: 3, dyMm: -1 } as const;
    const moved = done(placed, shop, nudge);
    const by = (name: string, to: JobDocument) => where(to, name).x - where(placed, name).x;
    // The frame lies over the star; the plate does not move, as it was not chosen.
    expect([by('Star', moved), by('Frame', moved), by('Plate', moved)]).toEqual([3, 3, 0]);
    const alone = done(placed, shop, { ...nudge, alone: true });
    expect([by('Star', alone), by('Frame', alone)]).toEqual([3, 0]);
    expect(refused(() => done(placed, shop, { ...nudge, partIds: [named(job, 'Frame').id] })).field).toBe('partIds');
  });
});

describe('all drawings', () => {
  it('grow together, at the same places to each other, in one go; a locked one stops that', () => {
    const both = { plate: [plate], label: [readingOf(drawnPart('Label', RED, boxAt(0, 0, 10)))] };
    shop = shopWith(both);
    const two = jobWith(both, shop);
    const large = done(two, shop, { do: 'scale-drawings', factor: 1.5 });
    expect(large.drawings.map(({ xMm, scaleX, scaleY }) => [xMm, scaleX, scaleY])).toEqual([
      [0, 1.5, 1.5],
      [165, 1.5, 1.5],
    ]);
    const [own, label] = two.drawings;
    const ruler = { ...label, source: 'measured' as const, choices: { shape: 'placement-ruler', measures: {} } };
    const beside = done({ ...two, drawings: [own, ruler] }, shop, { do: 'scale-drawings', factor: 1.5 });
    expect(beside.drawings.map(({ xMm, scaleX }) => [xMm, scaleX])).toEqual([
      [0, 1.5],
      [110, 1],
    ]);
    const locked = done(two, shop, { do: 'change-drawing', drawingId: 'label', isSizeLocked: true });
    expect(refused(() => done(locked, shop, { do: 'scale-drawings', factor: 2 })).message).toContain('is locked');
    expect(refused(() => done(two, shop, { do: 'scale-drawings', factor: 0 })).message).toContain('0 came');
    expect(refused(() => done(EMPTY_JOB, shop, { do: 'scale-drawings', factor: 2 })).message).toContain('no drawing');
  });
});

describe('a drawing', () => {
  it('has an exact size without what is left out of it, and keeps a locked one', () => {
    const out = done(job, shop, { do: 'change-role', role: 'out', partIds: [named(job, 'Frame').id] });
    const sized = done(out, shop, { do: 'change-drawing', drawingId: 'plate', widthMm: 30 });
    expect(sized.drawings[0]).toMatchObject({ scaleX: 0.5, scaleY: 0.5 });
    const locked = done(sized, shop, { do: 'change-drawing', drawingId: 'plate', isSizeLocked: true });
    expect(
      refused(() => done(locked, shop, { do: 'change-drawing', drawingId: 'plate', heightMm: 9 })).message,
    ).toContain('is locked');
    const unlocked = { do: 'change-drawing', drawingId: 'plate', heightMm: 9, isSizeLocked: false } as const;
    expect(done(locked, shop, unlocked).drawings[0].scaleY).toBeCloseTo(0.3, 9);
  });

  it('that is turned over keeps its left edge on the sheet as it grows', () => {
    const placed = done(job, shop, { do: 'change-step', stepId: stepIn(job, RED).id, materialId: 'transfer' });
    const large = done(placed, shop, { do: 'change-drawing', drawingId: 'plate', widthMm: 200 });
    expect(where(large, 'Plate').x - where(placed, 'Plate').x).toBeCloseTo(60, 9);
  });

  it('steps are made by layer, and by colour again', () => {
    const layered = readingOf(
      { ...drawnPart('A', RED, boxAt(0, 0, 5)), layer: 'cut' },
      { ...drawnPart('B', BLUE, boxAt(9, 0, 5)), layer: 'cut' },
    );
    shop = shopWith({ plate: [layered] });
    job = jobWith({ plate: [layered] }, shop);
    const byLayer = done(job, shop, { do: 'group-steps', by: 'layer' });
    expect(byLayer.steps).toHaveLength(1);
    const byColour = done(byLayer, shop, { do: 'group-steps', by: 'colour' });
    expect(byColour.steps.map(({ colour }) => colour)).toEqual([RED, BLUE]);
  });
});

describe('an action', () => {
  it('leaves the document that it is done to as it was', () => {
    const before = JSON.stringify(job);
    const action = { do: 'draw-outline', partIds: [job.parts[0].id], distanceMm: 1 } as const;
    done(job, shop, action, { do: 'group-steps', by: 'layer' });
    expect(JSON.stringify(job)).toBe(before);
  });

  it('makes the same document on either side', () => {
    const action: JobAction = { id: someId(), do: 'draw-outline', partIds: [job.parts[0].id], distanceMm: 1 };
    expect(changeJob(job, action, shopWith(readings))).toEqual(changeJob(job, action, shop));
  });
});
