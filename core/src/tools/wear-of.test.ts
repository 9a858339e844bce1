import { wearOf } from './wear-of';

describe('what work wears', () => {
  it('is metres for a blade and hours for a laser and a plate', () => {
    const work = { cutMm: 1500, seconds: 1800 };
    expect(wearOf('fine-blade', work)).toBe(1.5);
    expect(wearOf('laser-head', work)).toBe(0.5);
    expect(wearOf('press-plate', { cutMm: 0, seconds: 36 })).toBe(0.01);
  });
});
