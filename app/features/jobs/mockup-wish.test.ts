import type { JobDetail, MaterialView, StepView } from '@keen-anvil/contract';
import { navy } from '../../testing/fixtures';
import { artwork, job, part, square, step } from '../../testing/job-fixtures';
import { layersOf, mockupDesign } from './mockup-wish';

const paper: MaterialView = {
  ...navy,
  id: 'paper',
  name: 'Ink transfer paper',
  family: 'ink-paper',
  colour: '#ffffff',
};
const shelf = [navy, paper];
const jobOf = (...steps: Partial<StepView>[]): JobDetail => ({
  ...job,
  steps: steps.map((over, i) => ({
    ...step,
    id: `step ${i}`,
    parts: [part({ id: `part ${i}`, stepId: `step ${i}`, contours: [square(50 * i, 0, 40)] })],
    ...over,
  })),
});

describe('what is seen of a job on its blank', () => {
  it('is film in its own colour, and a print in the colours that it is drawn in, each a layer', async () => {
    const design = mockupDesign(
      jobOf(
        { materialId: navy.id },
        { process: 'sublimate', materialId: 'paper', colour: '#aa2233' },
        { process: 'sublimate', materialId: 'paper', colour: '#22aa33' },
      ),
      shelf,
    )!;
    expect(design.box).toMatchObject({ minX: 0, maxX: 140 });
    expect((await layersOf(design)).map(({ colour }) => colour)).toEqual([navy.colour, '#aa2233', '#22aa33']);
  });

  it('is nothing of what is pressed only, of the back, or of a ruler that lies beside it', () => {
    const ruler = {
      ...artwork,
      id: 'ruler',
      source: 'measured' as const,
      choices: { shape: 'placement-ruler', measures: {} },
    };
    const beside = part({ id: 'line', artworkId: 'ruler', contours: [square(500, 0, 90)] });
    const all = jobOf(
      { materialId: navy.id, parts: [part({ id: 'part 0' }), beside] },
      { process: 'heat-press', materialId: navy.id },
      { process: 'sublimate', materialId: 'paper', turned: 'left-right' },
    );
    const design = mockupDesign({ ...all, artworks: [artwork, ruler] }, shelf)!;
    expect(design.parts.map(({ part: { id } }) => id)).toEqual(['part 0']);
    expect(design.box.maxX).toBe(40);
    expect(mockupDesign(jobOf({ materialId: null }), shelf)).toBeNull();
  });
});
