import { Element, Text, type ParentNode } from 'domhandler';
import { SaxesParser } from 'saxes';
import { ArtworkRefusedError } from '../reading';
import { declaredEntities } from './entities';
import { SVG_LIMITS } from './limits';

const SVG_SPACE = /^https?:\/\/www\.w3\.org\/2000\/svg\/?$/;
const LINK_SPACE = /^https?:\/\/www\.w3\.org\/1999\/xlink\/?$/;
/** Elements that would fetch what they point at; a link of any other is only a mark. */
const FETCHING = new Set([
  'image',
  'use',
  'feimage',
  'lineargradient',
  'radialgradient',
  'pattern',
  'filter',
  'textpath',
  'tref',
  'mpath',
  'cursor',
  'font-face-uri',
  'color-profile',
  'animate',
  'set',
  'animatetransform',
  'animatemotion',
  'foreignobject',
  'iframe',
  'embed',
  'object',
  'audio',
  'video',
  'source',
  'link',
]);

/**
 * What the prefixes in force stand for; '' is for names without one. What no file declares, but all mean, is known: `svg:`
 * and `xlink:`.
 */
type Prefixes = Readonly<Record<string, string>>;
const KNOWN_PREFIXES: Prefixes = { svg: 'http://www.w3.org/2000/svg', xlink: 'http://www.w3.org/1999/xlink' };

function declaredIn(attributes: Readonly<Record<string, string>>, outer: Prefixes): Prefixes {
  const own = Object.entries(attributes).flatMap(([name, value]): [string, string][] =>
    name === 'xmlns' ? [['', value]] : name.startsWith('xmlns:') ? [[name.slice(6), value]] : [],
  );
  return own.length ? { ...outer, ...Object.fromEntries(own) } : outer;
}

/** A name with its prefix put right: SVG's own has none, a link's is `xlink`, another program's stays. */
function plainName(name: string, prefixes: Prefixes, isAttribute: boolean): string {
  const colon = name.indexOf(':');
  if (colon < 0) {
    const space = prefixes[''];
    return isAttribute || space === undefined || SVG_SPACE.test(space) ? name : `other:${name}`;
  }
  const space = prefixes[name.slice(0, colon)] ?? '';
  if (SVG_SPACE.test(space)) return name.slice(colon + 1);
  return isAttribute && LINK_SPACE.test(space) ? `xlink:${name.slice(colon + 1)}` : name;
}

/**
 * Parses SVG text into a tree, refusing on the way what no drawing for a machine needs and what could do harm:
 * entities that stand in other files, scripts, event handlers, references to other files, and sizes beyond {@link SVG_LIMITS}.
 * Namespace prefixes are resolved: those of SVG itself are dropped, whatever they are called (`ns0:path` is `path`).
 * @throws ArtworkRefusedError with a sentence that says what was found and where
 */
export function parseSvgTree(source: string): Element {
  if (source.length > SVG_LIMITS.characters) {
    throw new ArtworkRefusedError(
      `The drawing is too large: at most ${SVG_LIMITS.characters / 1e6} million characters, ${(source.length / 1e6).toFixed(0)} million came.`,
    );
  }
  const parser = new SaxesParser({ xmlns: false, position: true });
  let root: Element | null = null;
  let open: ParentNode | null = null;
  let depth = 0;
  const prefixes: Prefixes[] = [KNOWN_PREFIXES];
  let metadata = 0;
  let elements = 0;
  const refuse = (what: string): never => {
    throw new ArtworkRefusedError(`${what} (line ${parser.line}).`);
  };

  parser.on('error', (error) => {
    throw new ArtworkRefusedError(
      `The file is not well-formed SVG: ${error.message.replace(/^\d+:\d+:\s*/, '').replace(/\.$/, '')} (line ${parser.line}).`,
    );
  });
  parser.on('doctype', (doctype) => {
    for (const [name, text] of declaredEntities(doctype))
      Object.defineProperty(parser.ENTITIES, name, { get: text, enumerable: true, configurable: true });
  });
  parser.on('processinginstruction', ({ target }) => {
    if (target.toLowerCase() === 'xml-stylesheet')
      refuse(
        'The file asks for a style sheet outside itself, which is not fetched. Save it again with its styles inside',
      );
  });
  parser.on('opentag', (tag) => {
    depth += 1;
    elements += 1;
    if (depth > SVG_LIMITS.depth) refuse(`Groups stand more than ${SVG_LIMITS.depth} deep in each other`);
    if (elements > SVG_LIMITS.elements) refuse(`The drawing has more than ${SVG_LIMITS.elements} elements`);
    const declared = declaredIn(tag.attributes as Record<string, string>, prefixes[prefixes.length - 1]);
    prefixes.push(declared);
    const name = plainName(tag.name, declared, false);
    const attributes = Object.fromEntries(
      Object.entries(tag.attributes).map(([key, value]) => [plainName(key, declared, true), String(value)]),
    );
    if (name === 'metadata') metadata += 1;
    if (/(^|:)script$/i.test(name))
      refuse('The file holds a script, which has no place in a drawing. Save it again as plain SVG');
    for (const [attribute, value] of Object.entries(attributes)) {
      if (/^on[a-z]+$/i.test(attribute))
        refuse(`The file holds a script in “${attribute}”, which has no place in a drawing`);
      if (/^\s*javascript:/i.test(value))
        refuse(`The file holds a script in “${attribute}”, which has no place in a drawing`);
      if (metadata > 0) continue;
      if (
        /^(xlink:)?(href|src)$/.test(attribute) &&
        !/^\s*(#|data:|$)/.test(value) &&
        FETCHING.has(name.replace(/^.*:/, '').toLowerCase())
      ) {
        refuse(
          `The drawing refers to another file (“${value.slice(0, 60)}”), which is not fetched. Put that part into the drawing itself`,
        );
      }
      if (/url\(\s*['"]?(?!['"]?\s*(#|data:))/i.test(value))
        refuse(`The drawing refers to another file in “${attribute}”, which is not fetched`);
    }
    const element = new Element(name, attributes);
    if (open) {
      append(open, element);
    } else if (root) {
      refuse('The file holds more than one drawing');
    } else {
      root = element;
    }
    open = element;
  });
  parser.on('closetag', () => {
    depth -= 1;
    prefixes.pop();
    if ((open as Element).name === 'metadata') metadata -= 1;
    open = (open as Element).parent;
  });
  const addText = (text: string) => {
    // Space between elements is part of a text, and of nothing else.
    if (open && (text.trim() || isInText(open))) append(open, new Text(text));
  };
  parser.on('text', addText);
  parser.on('cdata', addText);

  parser.write(source.replace(/^\uFEFF/, '')).close();
  const tree = root as Element | null;
  if (!tree || tree.name !== 'svg') {
    throw new ArtworkRefusedError(
      `An SVG drawing was expected; the file ${tree ? `starts with <${tree.name}>` : 'is empty'}.`,
    );
  }
  return tree;
}

function append(parent: ParentNode, node: Element | Text): void {
  const last = parent.children[parent.children.length - 1];
  node.parent = parent;
  if (last) {
    node.prev = last;
    last.next = node;
  }
  parent.children.push(node);
}

function isInText(node: ParentNode): boolean {
  for (let at: ParentNode | null = node; at instanceof Element; at = at.parent) if (at.name === 'text') return true;
  return false;
}

/** The element children of a node. */
export function childElements(parent: ParentNode): Element[] {
  return parent.children.filter((child): child is Element => child instanceof Element);
}

/** All text within an element. */
export function textOf(parent: ParentNode): string {
  return parent.children
    .map((child) => (child instanceof Text ? child.data : child instanceof Element ? textOf(child) : ''))
    .join('');
}
