import { xoroshiro128plus, unsafeUniformIntDistribution as between } from 'pure-rand';

/** A damaged copy of a file: bytes changed, cut out, doubled or cut off, or numbers made absurd. The same seed damages it the same way. */
export function mutate(bytes: Uint8Array, seed: number): Uint8Array {
  const random = xoroshiro128plus(seed);
  const upTo = (n: number) => between(0, Math.max(0, n), random);
  let copy = Buffer.from(bytes);
  const strokes = 1 + upTo(3);
  for (let i = 0; i < strokes && copy.length > 1; i++) {
    const from = upTo(copy.length - 1);
    const to = Math.min(copy.length, from + 1 + upTo(200));
    switch (upTo(5)) {
      case 0:
        copy[from] = upTo(255);
        break;
      case 1:
        copy = Buffer.concat([copy.subarray(0, from), copy.subarray(to)]);
        break;
      case 2:
        copy = Buffer.concat([copy.subarray(0, to), copy.subarray(from)]);
        break;
      case 3:
        copy = copy.subarray(0, from);
        break;
      default: {
        const text = copy.toString('latin1');
        const numbers = [...text.matchAll(/\d+(\.\d+)?/g)];
        if (numbers.length === 0) break;
        const { index, 0: was } = numbers[upTo(numbers.length - 1)];
        const now = ['NaN', '1e309', '-1', '0', '999999999999', '1e-300', ''][upTo(6)];
        copy = Buffer.from(text.slice(0, index) + now + text.slice(index + was.length), 'latin1');
      }
    }
  }
  return copy;
}
