import { planPhases, planPress, planSeconds, type HeatLayer } from '../press';
import { pressedOnPlate } from './index';

const film = (id: string): HeatLayer => ({
  id,
  name: id,
  temperatureC: 155,
  dwellSeconds: 20,
  pressure: null,
  evidence: [{ outcome: 'right', temperatureC: 155, dwellSeconds: 20, pressure: null }],
  temper: 'violet',
  heatLimitC: 170,
});
const planned = (kind: 'clam-press' | 'hand-press', places: number, isWarm: boolean) =>
  planPhases(
    planPress({
      layers: [film('white'), film('gold')],
      ground: { id: 'jersey', name: 'Jersey', heatLimitC: 165 },
      press: {
        temperatures: Array.from({ length: 121 }, (_, i) => ({ dial: 80 + i, celsius: 80 + i })),
        leastSeconds: 1,
        mostSeconds: 300,
        pressure: null,
      },
    }).plan!,
    {
      kind,
      places,
      isOpenWeave: false,
      isWarm,
      handling: ['white', 'gold'].map((layerId) => ({
        layerId,
        preheatSeconds: 5,
        secondSeconds: 5,
        peel: 'cold',
        cover: 1,
      })),
    },
  );

describe('a press that is not there', () => {
  it.each(['clam-press', 'hand-press'] as const)('takes what was reckoned, within 2 %, from cold: %s', (kind) => {
    for (const places of [1, 3])
      for (let seed = 1; seed <= 10; seed++) {
        const phases = planned(kind, places, false);
        const { seconds } = pressedOnPlate(kind, phases, seed);
        expect(Math.abs(seconds / planSeconds(phases) - 1)).toBeLessThan(0.02);
      }
  });

  it('takes what was reckoned while it is warm, hands and all', () => {
    for (let seed = 1; seed <= 10; seed++) {
      const phases = planned('clam-press', 1, true);
      expect(Math.abs(pressedOnPlate('clam-press', phases, seed).seconds / planSeconds(phases) - 1)).toBeLessThan(0.02);
    }
  });

  it('gives less than was dialled where nobody waits for it to come back', () => {
    const waited = planned('clam-press', 3, true);
    const hurried = waited.filter(({ kind }) => kind !== 'recover');
    const heatOf = (phases: typeof waited) => pressedOnPlate('clam-press', phases, 3).heat.gold;
    expect(heatOf(hurried)).toBeLessThan(0.97 * heatOf(waited));
  });
});
