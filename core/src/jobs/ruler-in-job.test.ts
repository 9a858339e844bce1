import { boxAt, done, drawnPart, jobWith, readingOf, shopWith } from '../../testing/job';
import { readMeasured } from '../artwork';
import { USUAL_TEXT } from '../artwork-choices';
import { keyed } from './reading-keys';
import { placementsOf, sheetOf } from './parts-of';

const ruler = { shape: 'placement-ruler', measures: { side: 90, down: 120, neck: 120, dip: 20, inches: 0 } };
const readings = {
  crest: [readingOf(drawnPart('crest', '#000000', boxAt(0, 0, 40)))],
  ruler: [keyed(readMeasured(ruler), 1)],
};

describe('a ruler that is added to a job', () => {
  const shop = shopWith(readings);
  const cut = jobWith({ crest: readings.crest }, shop);
  const film = done(cut, shop, { do: 'change-step', stepId: cut.steps[0].id, materialId: 'transfer' });
  const job = done(film, shop, {
    do: 'add-drawing',
    drawingId: 'ruler',
    source: 'measured',
    name: 'Placement ruler',
    choices: ruler,
    drawn: { minX: 0, minY: 0, maxX: 180, maxY: 140 },
  });

  it('has steps of its own without a material, though the film is cut in its colour: marks are drawn, the outline is not', () => {
    expect(job.steps).toHaveLength(3);
    const inStep = job.steps.map(({ id, process, materialId }) => [
      process,
      materialId,
      job.parts.filter(({ stepId }) => stepId === id).map(({ name }) => name),
    ]);
    expect(inStep).toEqual([
      ['draw', null, ['middle line', 'marks', 'figures']],
      ['kiss-cut', 'transfer', ['crest']],
      ['kiss-cut', null, ['ruler']],
    ]);
  });

  it('is drawn and cut out of one sheet of card, as it was drawn', () => {
    const own = job.steps.filter(({ materialId }) => materialId === null);
    const next = own.reduce(
      (now, { id }) => done(now, shop, { do: 'change-step', stepId: id, materialId: 'card' }),
      job,
    );
    const [a, b] = own.map(({ id }) => next.steps.find((step) => step.id === id)!);
    expect([a.process, b.process].sort()).toEqual(['draw', 'through-cut']);
    expect(sheetOf(next, a.id)!.id).toBe(sheetOf(next, b.id)!.id);
    const places = own.flatMap(({ id }) =>
      next.parts
        .filter(({ stepId }) => stepId === id)
        .flatMap((part) => placementsOf(next, part.id).map(({ x, y, turnedOver }) => ({ x, y, turnedOver }))),
    );
    expect(new Set(places.map((place) => JSON.stringify(place))).size).toBe(1);
  });
});

describe('a text in single lines', () => {
  const stroke = {
    ...drawnPart('A', '#000000', { closed: false, start: [0, 0], segments: [['L', 9, 9]] }),
    isMarking: true,
  };
  const shop = shopWith({ crest: readings.crest, text: [readingOf(stroke)] });
  const words = {
    do: 'add-drawing' as const,
    drawingId: 'text',
    source: 'text' as const,
    name: 'Text “A”',
    choices: { ...USUAL_TEXT, words: 'A', fontId: 'single-line' },
    drawn: { minX: 0, minY: 0, maxX: 9, maxY: 9 },
  };

  it('is drawn, also on what is cut out usually, and joins no cut in its colour', () => {
    const cut = jobWith({ crest: readings.crest }, shop);
    const job = done(cut, shop, words);
    const own = job.steps.find(({ id }) => id === job.parts.find(({ name }) => name === 'A')!.stepId)!;
    expect([job.steps.length, own.process]).toEqual([2, 'draw']);
    const onCard = done(job, shop, { do: 'change-step', stepId: own.id, materialId: 'card' });
    expect(onCard.steps.find(({ id }) => id === own.id)!.process).toBe('draw');
    // With foil it is foiled.
    const foiled = done(job, shop, { do: 'change-step', stepId: own.id, materialId: 'foil' });
    expect(foiled.steps.find(({ id }) => id === own.id)!.process).toBe('foil');
    // A second one joins the first.
    const more = done(
      onCard,
      shopWith({ crest: readings.crest, text: [readingOf(stroke)], again: [readingOf(stroke)] }),
      {
        ...words,
        drawingId: 'again',
      },
    );
    expect(more.steps).toHaveLength(2);
  });
});
