import Color from 'color';

/** What paint an element gets: a colour, none, or something that is no plain colour (a gradient or pattern). */
export type Paint = { kind: 'colour'; colour: string } | { kind: 'none' } | { kind: 'other' };

/**
 * Reads a CSS paint: names, #rgb, #rrggbb, rgb(), hsl(), `none`, `transparent`, `currentColor`, `url(#…) fallback`.
 * The colour comes back as `#rrggbb` in small letters.
 * @example readPaint('NAVY', '#000000') // { kind: 'colour', colour: '#000080' }
 */
export function readPaint(text: string, currentColour: string): Paint {
  const value = text.trim();
  const plain = value.toLowerCase();
  if (plain === 'none' || plain === 'transparent') return { kind: 'none' };
  if (plain === 'currentcolor')
    return currentColour === 'transparent' ? { kind: 'none' } : { kind: 'colour', colour: currentColour };
  if (plain.startsWith('url(')) return { kind: 'other' };
  try {
    const colour = Color(plain);
    return colour.alpha() === 0 ? { kind: 'none' } : { kind: 'colour', colour: colour.hex().toLowerCase() };
  } catch {
    return { kind: 'other' };
  }
}
