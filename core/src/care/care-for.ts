import { familyOf, type CareKind, type FamilyName } from '../materials';
import { givesPrint, type ProcessName } from '../recipes';
import type { CareSign } from './signs';

/** What a finished thing is made of. */
export interface MadeOf {
  family: FamilyName;
  process: ProcessName;
  /** What it was pressed onto, or laid on. */
  onFamily: FamilyName | null;
}

/** How a finished thing is looked after. */
export interface Care {
  signs: CareSign[];
  /** In the customer's words, the most important first. */
  words: string[];
}

const words = {
  insideOut: 'Turn it inside out before you wash it.',
  first: 'Wait a day before the first wash.',
  hand: 'Wash it by hand, lukewarm.',
  dishwasher: 'Not in the dishwasher.',
  microwave: 'Not in the microwave.',
  tumble: 'Dry it on a line, not in the tumble dryer.',
  sun: 'Keep it out of strong sun.',
  wipe: 'Wipe it with a damp cloth, then dry.',
  oil: 'A drop of oil now and then keeps it fresh.',
  leather: 'Feed the leather once a year; dry it slowly if it got wet.',
  spirit: 'No spirit and no scouring.',
  paper: 'Keep it dry and flat.',
  iron: 'Iron it cool and from the back, never on the print.',
  stick: 'Press an edge back with your thumb if it lifts.',
} as const;

/** How something that is made so is looked after: what its most delicate material bears. */
export function careFor(parts: readonly MadeOf[]): Care {
  const kinds = new Set(
    parts.flatMap(({ family, onFamily }) =>
      [family, ...(onFamily ? [onFamily] : [])].map((name) => familyOf(name).care),
    ),
  );
  const has = (...wanted: CareKind[]) => wanted.some((kind) => kinds.has(kind));
  const isTextile = has('cloth', 'film');
  const isPressed =
    has('film') ||
    parts.some(({ process, onFamily }) => givesPrint(process) && onFamily !== null && familyOf(onFamily).isWoven);
  const signs: CareSign[] = [];
  const said: string[] = [];
  if (isTextile) {
    signs.push(
      isPressed ? 'hand-wash' : 'wash-30',
      'no-bleach',
      'no-tumble',
      isPressed ? 'iron-low' : 'no-iron',
      'no-dry-clean',
    );
    if (isPressed) said.push(words.first, words.hand, words.insideOut);
    said.push(words.tumble, ...(isPressed ? [words.iron] : []));
  }
  if (has('label')) {
    if (!isTextile) signs.push('hand-wash');
    said.push(words.hand, words.dishwasher, words.microwave, words.stick);
  }
  if (has('plastic')) said.push(words.wipe, words.dishwasher, words.spirit, words.sun);
  if (has('timber')) said.push(words.wipe, words.dishwasher, words.oil);
  if (has('polished')) said.push(words.wipe, words.microwave, words.spirit);
  if (has('hide')) said.push(words.leather, words.sun);
  if (has('paper') && !isTextile) said.push(words.paper, words.sun);
  if (!isTextile && signs.length === 0 && has('hide', 'paper', 'timber')) signs.push('no-wash');
  return { signs, words: [...new Set(said)] };
}
