import { asChances, asThree } from './chances';
import { rightChance, type World } from './posterior';
import { DOUBT } from './prior';

const world = (width: number, noise: number): World => ({
  marks: [-width / 2 - 0.3, -width / 2, width / 2, width / 2 + 0.3],
  sharpness: 1 / noise,
  slopes: Float64Array.of(1),
  gamma: 0.5,
});
const FAR = { least: [-1], most: [1] };
const clear = world(0.2, 0.02);
const hopeless = world(0.05, 0.05);

describe('what is said of a setting', () => {
  it('leaves worlds where nothing is right nearly always as much room as the doubt', () => {
    const [good, bad] = [rightChance(clear, 0), rightChance(hopeless, 0)];
    expect(good - bad).toBeGreaterThan(0.5);
    expect(asChances([clear, hopeless], [0], [], FAR).right).toBeCloseTo((good + DOUBT * bad) / (1 + DOUBT), 9);
    expect(asChances([clear, hopeless], [0], [], FAR, 1).right).toBeCloseTo((good + bad) / 2, 9);
  });

  it('counts a window that the dials do not reach as doubt', () => {
    const reach = { least: [-1], most: [0.1] };
    const away: World = { ...clear, marks: [0.1, 0.4, 0.6, 0.9] };
    const good = rightChance(clear, 0);
    expect(asChances([clear, away], [0], [], reach).right).toBeCloseTo(
      (good + DOUBT * rightChance(away, 0)) / (1 + DOUBT),
      9,
    );
    expect(asChances([clear, away], [0], [], FAR).right).toBeCloseTo(good / 2, 6);
  });

  it('adds up, and counts earlier passes in', () => {
    const once = asThree(asChances([clear], [-0.2], [], FAR));
    expect(once.under + once.right + once.over).toBeCloseTo(1, 9);
    // Two equal passes are worth γ·ln 2 more: from −0.2 to 0.147, beyond the window's edge at 0.1.
    const twice = asThree(asChances([clear], [-0.2], [[-0.2]], FAR));
    expect(once.under).toBeGreaterThan(0.99);
    expect(twice.over).toBeGreaterThan(0.98);
  });
});
