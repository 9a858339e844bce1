import type { VariantView } from '@keen-anvil/contract';
import { lastTakenBack } from './taken-back';

const nudge = (id: string, toolId: string, endedAt: string | null): VariantView => ({
  id,
  changes: { force: 1 },
  reason: 'worn',
  toolId,
  stockPieceId: null,
  forName: 'Fine blade',
  createdAt: '2026-10-01T10:00:00.000Z',
  endedAt,
});

describe('the nudge that can be done again', () => {
  it('is the one that was taken back last', () => {
    expect(lastTakenBack([])).toBeUndefined();
    expect(
      lastTakenBack([nudge('a', 't', '2026-10-02T10:00:00.000Z'), nudge('b', 't', '2026-10-03T10:00:00.000Z')])?.id,
    ).toBe('b');
  });

  it('is none where another has taken its place', () => {
    expect(lastTakenBack([nudge('a', 't', '2026-10-02T10:00:00.000Z'), nudge('b', 't', null)])).toBeUndefined();
    expect(lastTakenBack([nudge('a', 't', '2026-10-02T10:00:00.000Z'), nudge('b', 'u', null)])?.id).toBe('a');
  });
});
