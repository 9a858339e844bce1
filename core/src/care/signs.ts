/** Signs of ISO 3758, by what they say. */
export const CARE_SIGNS = [
  'hand-wash',
  'wash-30',
  'no-wash',
  'no-bleach',
  'no-tumble',
  'iron-low',
  'no-iron',
  'no-dry-clean',
] as const;
export type CareSign = (typeof CARE_SIGNS)[number];

/** What each says in words. */
export const SIGN_WORDS: Readonly<Record<CareSign, string>> = {
  'hand-wash': 'wash by hand',
  'wash-30': 'wash at 30 °C',
  'no-wash': 'do not wash',
  'no-bleach': 'do not bleach',
  'no-tumble': 'no tumble dryer',
  'iron-low': 'iron cool, from the back',
  'no-iron': 'do not iron',
  'no-dry-clean': 'do not dry-clean',
};

const TUB = 'M10 34L18 78H82L90 34M10 40Q20 32 30 40Q40 48 50 40Q60 32 70 40Q80 48 90 40';
const HAND = 'M36 30V52Q36 64 50 64Q62 64 62 52V36M36 34Q42 28 46 34V48M46 34Q50 28 54 34V48M54 36Q58 32 62 36';
const IRON = 'M12 74H88Q88 46 62 46H40M12 74Q16 58 36 58H74M40 46V34H80';
const SQUARE = 'M18 22H82V84H18Z';
const CIRCLE = 'M50 22A31 31 0 1 1 49.99 22Z';
const TRIANGLE = 'M50 18L88 82H12Z';
const CROSS = 'M10 14L90 90M90 14L10 90';
const DOT = 'M48 66A2.5 2.5 0 1 1 47.99 66Z';
const THIRTY =
  'M38 52Q46 46 46 53Q46 57 41 57Q47 57 46 62Q45 68 37 64M56 50Q50 50 50 58Q50 66 56 66Q62 66 62 58Q62 50 56 50Z';

/** How each is drawn: lines in a square of 100 by 100, y down, drawn by us after the shapes that the standard describes. */
export const SIGN_PATHS: Readonly<Record<CareSign, string>> = {
  'hand-wash': `${TUB}${HAND}`,
  'wash-30': `${TUB}${THIRTY}`,
  'no-wash': `${TUB}${CROSS}`,
  'no-bleach': `${TRIANGLE}${CROSS}`,
  'no-tumble': `${SQUARE}${CIRCLE}${CROSS}`,
  'iron-low': `${IRON}${DOT}`,
  'no-iron': `${IRON}${CROSS}`,
  'no-dry-clean': `${CIRCLE}${CROSS}`,
};
