import { act, renderHook } from '@testing-library/react-native';
import { keepsOnThisDevice } from '../testing/local-shelf';
import { useDraft } from './use-draft';

keepsOnThisDevice();
const open = () => renderHook(() => useDraft('note job-1', { words: '' }));

describe('what is being typed', () => {
  it('is there again after the page was left or broke off, and says so', () => {
    const first = open();
    act(() => first.result.current.set({ words: 'as last year' }));
    first.unmount();
    const again = open();
    expect(again.result.current).toMatchObject({ value: { words: 'as last year' }, isBack: true });
  });

  it('is gone once it is written down, or when one begins afresh', () => {
    const first = open();
    act(() => first.result.current.set((now) => ({ words: `${now.words}x` })));
    act(() => first.result.current.done());
    expect(open().result.current).toMatchObject({ value: { words: '' }, isBack: false });
    act(() => first.result.current.set({ words: 'y' }));
    const again = open();
    act(() => again.result.current.drop());
    expect(again.result.current).toMatchObject({ value: { words: '' }, isBack: false });
    expect(open().result.current.isBack).toBe(false);
  });

  it('that cannot be read any more is forgotten', () => {
    globalThis.localStorage.setItem('keen-anvil.draft.note job-1', '{broken');
    expect(open().result.current).toMatchObject({ value: { words: '' }, isBack: false });
  });
});
