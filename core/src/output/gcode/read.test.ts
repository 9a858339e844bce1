import { readGcode } from './read';

describe('G-code of other programs', () => {
  it('may have numbered lines with checksums', () => {
    const { moves, unread } = readGcode('N10 G21 G90*12\nN20 M3 S500*71\nN30 G1 X10 Y0 F600*8 \n', 0);
    expect(moves).toMatchObject([{ to: { x: 10, y: 0 }, power: 0.5 }]);
    expect(unread).toEqual([]);
  });

  it('has lines that may be left out: they are, and that is listed', () => {
    const { moves, unread } = readGcode('M3 S1000\nG1 X10 F600\n/G1 X20\nN40 /G1 X30\nG1 Y5\n', 0);
    expect(moves.map(({ to }) => [to.x, to.y])).toEqual([
      [10, 0],
      [10, -5],
    ]);
    expect(unread).toEqual(['/ (a line that may be left out)']);
  });

  it('is at full power where the beam is on and no power was said', () => {
    const { moves } = readGcode('M3\nG1 X10 F600\nM5\nG1 X20\nM3 S0\nG1 X30\n', 0);
    expect(moves.map(({ power }) => power)).toEqual([1, 0, 0]);
  });
});
