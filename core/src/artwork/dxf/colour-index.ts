/** The first colours, and the greys at the end. */
const NAMED: Readonly<Record<number, number>> = {
  0: 0x000000,
  1: 0xff0000,
  2: 0xffff00,
  3: 0x00ff00,
  4: 0x00ffff,
  5: 0x0000ff,
  6: 0xff00ff,
  7: 0xffffff,
  8: 0x808080,
  9: 0xc0c0c0,
  250: 0x333333,
  251: 0x5b5b5b,
  252: 0x848484,
  253: 0xadadad,
  254: 0xd6d6d6,
  255: 0xffffff,
};
/** How bright the five shades of a hue are. */
const SHADES = [1, 0.8, 0.6, 0.5, 0.3];

/**
 * A colour of the DXF format's index as 0xrrggbb: from 10 on 24 hues, 15° apart, each in five shades, full and half
 * saturated by turns.
 * @example colourOfIndex(30) // 0xff7f00
 */
export function colourOfIndex(index: number): number {
  const known = NAMED[index];
  if (known !== undefined) return known;
  if (!(index >= 10 && index < 250)) return 0x000000;
  const sixth = (Math.floor((index - 10) / 10) * 15) / 60;
  const value = 255 * SHADES[(index % 10) >> 1];
  const saturation = index % 2 ? 0.5 : 1;
  // From hue, saturation and value to red, green and blue, each by its place on the colour circle.
  const channel = (shift: number): number => {
    const k = (shift + sixth) % 6;
    return Math.floor(value * (1 - saturation * Math.max(0, Math.min(k, 4 - k, 1))));
  };
  return (channel(5) << 16) | (channel(3) << 8) | channel(1);
}
