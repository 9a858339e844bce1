import { saidSource } from './source-words';

describe('where a recipe came from', () => {
  it('is said once', () => {
    expect(
      saidSource({
        source: 'carried-over',
        reason: 'From Sticker paper, matt; could be off by two steps of force either way',
      }),
    ).toBe('Carried over: from Sticker paper, matt; could be off by two steps of force either way');
    expect(saidSource({ source: 'carried-over', reason: '' })).toBe('Carried over from near recipes');
    expect(saidSource({ source: 'own-trial', reason: 'clean at 16' })).toBe('From own trials: clean at 16');
    expect(saidSource({ source: 'guess', reason: '' })).toBe('From a guess');
  });
});
