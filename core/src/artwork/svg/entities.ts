import { ArtworkRefusedError } from '../reading';

/** Limits of what a drawing's own entities may come to, far above any that stands for a name or an address. */
const MOST_ENTITIES = 200;
const LONGEST = 5_000;
const MOST_EXPANDED = 200_000;

const OF_XML: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" };

/**
 * The entities that a drawing's DOCTYPE declares, each standing for a text; they are put in while it is parsed, and may not
 * come to more than {@link MOST_EXPANDED} characters in all.
 * @throws ArtworkRefusedError where one is fetched from elsewhere, holds markup, or grows without end
 */
export function declaredEntities(doctype: string): Map<string, () => string> {
  const plain = doctype.replace(/<!--[\s\S]*?-->/g, '');
  const texts = new Map<string, string>();
  const refuse = (what: string): never => {
    throw new ArtworkRefusedError(
      `The file declares entities (short names for texts) ${what}. Save it again as plain SVG.`,
    );
  };
  const pattern = /<!ENTITY\s+(%\s+)?([\w:.-]+)\s+(?:(SYSTEM|PUBLIC)\b|"([^"]*)"|'([^']*)')?/g;
  for (const [, parameter, name, outside, one, other] of plain.matchAll(pattern)) {
    const written = one ?? other;
    if (parameter || outside || written === undefined)
      refuse('that stand in another file or in the declaration itself');
    if (written.includes('<')) refuse('that hold parts of the drawing');
    // The first declaration of a name holds.
    if (!texts.has(name)) texts.set(name, written);
    if (texts.size > MOST_ENTITIES) refuse('by the hundred');
  }
  let left = MOST_EXPANDED;
  const expand = (written: string, inside: readonly string[]): string => {
    const text = written.replace(/&(#x[\da-f]+|#\d+|[\w:.-]+);/gi, (whole, name: string) => {
      if (name.startsWith('#')) return character(name) ?? whole;
      const own = OF_XML[name];
      if (own) return own;
      const next = texts.get(name);
      if (next === undefined || inside.includes(name)) return refuse('that point at each other or at none');
      return expand(next, [...inside, name]);
    });
    return text.length > LONGEST ? refuse('that grow beyond any name') : text;
  };
  return new Map(
    [...texts].map(([name, written]) => {
      const text = expand(written, [name]);
      return [
        name,
        () => {
          left -= text.length + 1;
          return left < 0 ? refuse('that grow beyond any drawing') : text;
        },
      ];
    }),
  );
}

function character(reference: string): string | null {
  const code = /^#x/i.test(reference) ? parseInt(reference.slice(2), 16) : Number(reference.slice(1));
  return code > 0 && code <= 0x10ffff && !(code >= 0xd800 && code < 0xe000) ? String.fromCodePoint(code) : null;
}
