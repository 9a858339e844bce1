import { ArtworkRefusedError } from '../reading';

/** So much of a file is looked at for what it says of its own letters. */
const HEAD_BYTES = 400;

/**
 * An SVG file's text, in the encoding that it has by its first bytes or says it has (XML 1.0, appendix F); UTF-8 where it says
 * none.
 * @throws ArtworkRefusedError where the encoding is not known, or its bytes are not in it
 */
export function decodeSvg(bytes: Uint8Array, fileName: string): string {
  const encoding = encodingOf(bytes);
  let decoder: InstanceType<typeof TextDecoder>;
  try {
    decoder = new TextDecoder(encoding, { fatal: true });
  } catch {
    throw new ArtworkRefusedError(
      `“${fileName}” says that its letters are in “${encoding.slice(0, 30)}”, which is not known. Save it again in UTF-8.`,
    );
  }
  try {
    return decoder.decode(bytes);
  } catch {
    throw new ArtworkRefusedError(
      `Text in ${encoding.toUpperCase()} was expected in “${fileName}”; these bytes are something else.`,
    );
  }
}

function encodingOf(bytes: Uint8Array): string {
  const starts = (...all: number[]) => all.every((byte, i) => bytes[i] === byte);
  if (starts(0xef, 0xbb, 0xbf)) return 'utf-8';
  if (starts(0xff, 0xfe) || starts(0x3c, 0x00)) return 'utf-16le';
  if (starts(0xfe, 0xff) || starts(0x00, 0x3c)) return 'utf-16be';
  const head = String.fromCharCode(...bytes.subarray(0, HEAD_BYTES));
  const declared = /^\s*<\?xml[^>]*?\sencoding\s*=\s*["']([\w.:-]+)["']/i.exec(head)?.[1].toLowerCase() ?? 'utf-8';
  // A file in UTF-16 shows it by its first bytes; one without them that says so was written over in UTF-8 since.
  return declared.startsWith('utf-16') ? 'utf-8' : declared;
}
