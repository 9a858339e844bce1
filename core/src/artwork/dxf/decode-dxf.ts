/** Code pages that a drawing may name, by what decoders call them. */
const PAGES: Readonly<Record<string, string>> = {
  '874': 'windows-874',
  '932': 'shift_jis',
  '936': 'gbk',
  '949': 'euc-kr',
  '950': 'big5',
};

/**
 * A DXF file's text. Newer files are UTF-8; older ones are in the code page that they name, and write what it lacks as
 * `\U+0416`. Bytes that fit neither are read as Western European, so that nothing is lost but a name.
 */
export function decodeDxf(bytes: Uint8Array): string {
  return withEscapes(plainText(bytes)).replace(/^\uFEFF/, '');
}

function plainText(bytes: Uint8Array): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    const western = new TextDecoder('windows-1252').decode(bytes);
    const page = /\$\w*CODEPAGE\s+3\s+\w+?_?(\d+)\s/i.exec(western.slice(0, 20_000))?.[1];
    if (!page) return western;
    try {
      return new TextDecoder(PAGES[page] ?? `windows-${page}`).decode(bytes);
    } catch {
      return western;
    }
  }
}

const withEscapes = (text: string): string =>
  text.includes('\\U+')
    ? text.replace(/\\U\+([0-9A-Fa-f]{4})/g, (_, code: string) => String.fromCharCode(parseInt(code, 16)))
    : text;
