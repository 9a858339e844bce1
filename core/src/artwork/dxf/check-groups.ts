/** Groups that open something, with the ones that close it. */
const PAIRS: Readonly<Record<string, string>> = { SECTION: 'ENDSEC', TABLE: 'ENDTAB', BLOCK: 'ENDBLK' };
const CLOSING = new Map(Object.entries(PAIRS).map(([open, close]) => [close, open]));
/** The highest group code that the format has. */
const HIGHEST_CODE = 1071;

/** Whether the value of a group is a number with decimals, by its code. */
const isNumber = (code: number): boolean =>
  (code >= 10 && code < 60) ||
  (code >= 110 && code < 150) ||
  (code >= 210 && code < 240) ||
  (code >= 460 && code < 470);
/** Sections that hold what is drawn. */
const DRAWN = new Set(['BLOCKS', 'ENTITIES']);
const NUMBER = /^\s*[+-]?(?:\d+\.?\d*|\.\d+)(?:[eEdD][+-]?\d+)?\s*$/;
const WITH_COMMA = /^\s*[+-]?\d*,\d+(?:[eE][+-]?\d+)?\s*$/;

/** A DXF text whose numbers all have a point, and how many had a comma before, as some programs write them. */
export function withPoints(source: string): { text: string; commas: number } {
  if (!/\d,\d|^\s*[+-]?,\d/m.test(source)) return { text: source, commas: 0 };
  const lines = source.split(/\r\n|\r|\n/);
  let commas = 0;
  for (let i = 0; i + 1 < lines.length; i += 2) {
    if (!isNumber(Number(lines[i])) || !WITH_COMMA.test(lines[i + 1])) continue;
    lines[i + 1] = lines[i + 1].replace(',', '.');
    commas += 1;
  }
  return commas > 0 ? { text: lines.join('\n'), commas } : { text: source, commas };
}

/**
 * What is wrong with a DXF text's groups (pairs of a code and a value, line by line), as a sentence, or null: the parser
 * goes round for ever in a file that breaks off.
 */
export function groupsProblem(source: string): string | null {
  const lines = source.split(/\r\n|\r|\n/);
  const open: string[] = [];
  let section = '';
  for (let i = 0; i + 1 < lines.length; i += 2) {
    const code = lines[i].trim();
    if (code === '' && i + 2 >= lines.length) break;
    if (!/^-?\d{1,4}$/.test(code) || Number(code) > HIGHEST_CODE)
      return `line ${i + 1} should be a group code, but is “${lines[i].slice(0, 30)}”`;
    if (Number(code) === 2 && lines[i - 1]?.trim() === 'SECTION') section = lines[i + 1].trim();
    if (DRAWN.has(section) && isNumber(Number(code)) && !NUMBER.test(lines[i + 1]))
      return `line ${i + 2} should be a number, but is “${lines[i + 1].trim().slice(0, 30)}”`;
    if (Number(code) !== 0) continue;
    const value = lines[i + 1].trim();
    if (value === 'EOF') return open.length ? `a ${open[open.length - 1]} is never ended` : null;
    if (PAIRS[value]) open.push(value);
    else if (CLOSING.has(value) && open.pop() !== CLOSING.get(value))
      return `line ${i + 2} ends a ${CLOSING.get(value)!} that was not begun`;
  }
  return 'it ends without its last line, EOF';
}
