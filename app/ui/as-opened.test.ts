import { renderHook } from '@testing-library/react-native';
import { useAsOpened } from './as-opened';

describe('a form', () => {
  it('keeps the row that it was opened on, whatever comes in meanwhile, until it is another row', () => {
    const first = { id: 'a', version: 1 };
    const { result, rerender } = renderHook((row: { id: string; version: number } | undefined) => useAsOpened(row), {
      initialProps: undefined as { id: string; version: number } | undefined,
    });
    expect(result.current).toBeUndefined();
    rerender(first);
    expect(result.current).toBe(first);
    rerender({ id: 'a', version: 2 });
    expect(result.current).toBe(first);
    rerender({ id: 'b', version: 7 });
    expect(result.current).toEqual({ id: 'b', version: 7 });
  });
});
