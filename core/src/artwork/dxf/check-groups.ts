/** Groups that open something, with the ones that close it. */
const PAIRS: Readonly<Record<string, string>> = { SECTION: 'ENDSEC', TABLE: 'ENDTAB', BLOCK: 'ENDBLK' };
const CLOSING = new Map(Object.entries(PAIRS).map(([open, close]) => [close, open]));
/** The highest group code that the format has. */
const HIGHEST_CODE = 1071;

/**
 * What is wrong with a DXF text's groups (pairs of a code and a value, line by line), as a sentence, or null: the parser
 * goes round for ever in a file that breaks off.
 */
export function groupsProblem(source: string): string | null {
  const lines = source.split(/\r\n|\r|\n/);
  const open: string[] = [];
  for (let i = 0; i + 1 < lines.length; i += 2) {
    const code = lines[i].trim();
    if (code === '' && i + 2 >= lines.length) break;
    if (!/^-?\d{1,4}$/.test(code) || Number(code) > HIGHEST_CODE)
      return `line ${i + 1} should be a group code, but is “${lines[i].slice(0, 30)}”`;
    if (Number(code) !== 0) continue;
    const value = lines[i + 1].trim();
    if (value === 'EOF') return open.length ? `a ${open[open.length - 1]} is never ended` : null;
    if (PAIRS[value]) open.push(value);
    else if (CLOSING.has(value) && open.pop() !== CLOSING.get(value))
      return `line ${i + 2} ends a ${CLOSING.get(value)!} that was not begun`;
  }
  return 'it ends without its last line, EOF';
}
