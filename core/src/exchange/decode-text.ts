/** Thrown where bytes are no text that can be read; the message says where. */
export class TextRefusedError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'TextRefusedError';
  }
}

/**
 * Text from a file's bytes: UTF-8, or UTF-16 of either order, with or without its mark.
 * @throws TextRefusedError with line and column where the bytes are neither
 */
export function decodeText(bytes: Uint8Array): string {
  const encoding = encodingOf(bytes);
  try {
    return new TextDecoder(encoding, { fatal: true }).decode(bytes);
  } catch {
    const { line, column } = firstBad(bytes, encoding);
    throw new TextRefusedError(
      `Line ${line}, column ${column}: text in UTF-8 or UTF-16 was expected; the bytes there are something else. Save the file as UTF-8 and bring it in again.`,
    );
  }
}

function encodingOf(bytes: Uint8Array): 'utf-8' | 'utf-16le' | 'utf-16be' {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  // Latin letters in UTF-16 have a zero in every other byte; text in UTF-8 has none at all.
  const head = bytes.subarray(0, 400);
  const zeros = [0, 1].map(
    (first) => head.filter((byte, i) => i % 2 === first && byte === 0).length / Math.max(1, head.length / 2),
  );
  if (zeros[1] > 0.6) return 'utf-16le';
  return zeros[0] > 0.6 ? 'utf-16be' : 'utf-8';
}

/** Where the longest readable beginning ends, found by halving. */
function firstBad(bytes: Uint8Array, encoding: string): { line: number; column: number } {
  const decode = (length: number): string | null => {
    try {
      // As a stream: a letter that is cut in two at the end is no error yet.
      return new TextDecoder(encoding, { fatal: true }).decode(bytes.subarray(0, length), { stream: true });
    } catch {
      return null;
    }
  };
  let good = 0;
  let bad = bytes.length + 1;
  while (bad - good > 1) {
    const middle = Math.floor((good + bad) / 2);
    if (middle <= bytes.length && decode(middle) !== null) good = middle;
    else bad = middle;
  }
  const lines = (decode(good) ?? '').split('\n');
  return { line: lines.length, column: lines[lines.length - 1].length + 1 };
}
