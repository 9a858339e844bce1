/** One stretch of packed points: to where, and how. Coordinates in the file's units. */
export interface PackedStep {
  pen?: number;
  isUp: boolean;
  isAbsolute: boolean;
  alongFeed: number;
  across: number;
}

const FIRST_DIGIT = 63;
const LAST_DIGIT_7 = 95;
const LAST_DIGIT_8 = 191;

/**
 * The points of a PE command (HP-GL/2, encoded polyline): numbers in base 64, or 32 after a 7, the least digit first, their sign in
 * the lowest bit; `:` chooses a pen, `<` lifts it for the next point, `=` makes that absolute, `>` sets how many bits are a fraction.
 * @throws SyntaxError where a sign belongs to no number, or one number of a pair is missing
 */
export function* packedSteps(text: string): Generator<PackedStep> {
  const isSeven = text.includes('7');
  const [base, lastDigit] = isSeven ? [32, LAST_DIGIT_7] : [64, LAST_DIGIT_8];
  let at = 0;
  let fraction = 1;
  const signed = (value: number) => (value % 2 ? -(value - 1) / 2 : value / 2);
  const number = (): number => {
    let value = 0;
    for (let place = 1; at < text.length; place *= base) {
      const code = text.charCodeAt(at++);
      if (code === 32 || (code >= 9 && code <= 13)) {
        place /= base;
        continue;
      }
      const isLast = code >= lastDigit;
      const digit = code - (isLast ? lastDigit : FIRST_DIGIT);
      if (digit < 0 || digit >= base)
        throw new SyntaxError(`HP-GL PE: a packed number was expected, the sign “${text[at - 1]}” came.`);
      value += digit * place;
      if (isLast) return value;
    }
    throw new SyntaxError('HP-GL PE: the packed points break off in the middle of a number.');
  };
  let next: { pen?: number; isUp: boolean; isAbsolute: boolean } = { isUp: false, isAbsolute: false };
  while (at < text.length) {
    const sign = text[at];
    if (/[\s7]/.test(sign)) at++;
    else if (sign === ':') {
      at++;
      next.pen = signed(number());
    } else if (sign === '<') {
      at++;
      next.isUp = true;
    } else if (sign === '=') {
      at++;
      next.isAbsolute = true;
    } else if (sign === '>') {
      at++;
      fraction = 2 ** signed(number());
    } else {
      const alongFeed = signed(number()) / fraction;
      yield { ...next, alongFeed, across: signed(number()) / fraction };
      next = { isUp: false, isAbsolute: false };
    }
  }
}
