/** Custom properties in force (`--name: value`), by their names. */
export type Variables = Readonly<Record<string, string>>;

/** Deeper than this variables do not stand in each other in any drawing. */
const DEEPEST = 12;
/** A value that grows beyond this stands for itself again and again. */
const LONGEST = 10_000;

/**
 * A value with its `var(--name, otherwise)` put in (CSS Custom Properties 1, section 3); null where one has no value, which
 * makes the whole of it count as not written.
 */
export function withVariables(value: string, variables: Variables, depth = 0): string | null {
  const begin = /\bvar\(/i.exec(value);
  if (!begin) return value;
  if (depth > DEEPEST || value.length > LONGEST) return null;
  const from = begin.index + begin[0].length;
  const to = closingOf(value, from);
  if (to < 0) return null;
  const inside = value.slice(from, to);
  const comma = inside.indexOf(',');
  const name = (comma < 0 ? inside : inside.slice(0, comma)).trim();
  const written = variables[name] ?? (comma < 0 ? undefined : inside.slice(comma + 1).trim());
  if (written === undefined) return null;
  return withVariables(value.slice(0, begin.index) + written + value.slice(to + 1), variables, depth + 1);
}

/** Where the bracket closes that was opened just before `from`; -1 where none does. */
function closingOf(text: string, from: number): number {
  let open = 1;
  for (let i = from; i < text.length; i++) {
    if (text[i] === '(') open++;
    if (text[i] === ')' && --open === 0) return i;
  }
  return -1;
}
