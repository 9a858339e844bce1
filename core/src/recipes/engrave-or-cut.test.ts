import { engraveOrCut } from './engrave-or-cut';

const plotter = { id: 'p', kind: 'plotter' } as const;
const diode = { id: 'd', kind: 'diode-laser' } as const;
const knife = { kind: 'knife', machineId: null } as const;
const point = { kind: 'engraving-point', machineId: null } as const;
const beam = { kind: 'laser-head', machineId: 'd' } as const;

describe('engrave or cut', () => {
  it('cuts with the blade where that is what the shop has, and engraves with nothing', () => {
    const shop = { machines: [plotter], tools: [knife] };
    expect(engraveOrCut('through-cut', 'laser-cut', shop)).toEqual({ engrave: null, cut: 'through-cut' });
    expect(engraveOrCut('kiss-cut', 'laser-cut', { machines: [plotter], tools: [knife, point] })).toEqual({
      engrave: 'drag-engrave',
      cut: 'through-cut',
    });
  });

  it('leaves a cut by blade that was chosen, though a beam is there too', () => {
    const shop = { machines: [plotter, diode], tools: [knife, beam] };
    expect(engraveOrCut('through-cut', 'laser-cut', shop)).toEqual({ engrave: 'laser-area', cut: 'through-cut' });
    expect(engraveOrCut('kiss-cut', 'laser-cut', shop).cut).toBe('laser-cut');
  });
});
