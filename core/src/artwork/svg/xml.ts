import { Element, Text, type ParentNode } from 'domhandler';
import { SaxesParser } from 'saxes';
import { ArtworkRefusedError } from '../reading';
import { SVG_LIMITS } from './limits';

/**
 * Parses SVG text into a tree, refusing on the way what no drawing for a machine needs and what could do harm:
 * entity declarations, scripts, event handlers, references to other files, and sizes beyond {@link SVG_LIMITS}.
 * Namespace prefixes of SVG itself are dropped (`svg:path` is `path`).
 * @throws ArtworkRefusedError with a sentence that says what was found and where
 */
export function parseSvgTree(source: string): Element {
  if (source.length > SVG_LIMITS.characters) {
    throw new ArtworkRefusedError(`The drawing is too large: at most ${SVG_LIMITS.characters / 1e6} million characters, ${(source.length / 1e6).toFixed(0)} million came.`);
  }
  const parser = new SaxesParser({ xmlns: false, position: true });
  let root: Element | null = null;
  let open: ParentNode | null = null;
  let depth = 0;
  let elements = 0;
  const refuse = (what: string): never => {
    throw new ArtworkRefusedError(`${what} (line ${parser.line}).`);
  };

  parser.on('error', (error) => {
    throw new ArtworkRefusedError(`The file is not well-formed SVG: ${error.message.replace(/^\d+:\d+:\s*/, '').replace(/\.$/, '')} (line ${parser.line}).`);
  });
  parser.on('doctype', (text) => {
    if (/<!ENTITY|\[/i.test(text)) refuse('The file declares entities of its own, which are not read. Save it again as plain SVG');
  });
  parser.on('processinginstruction', ({ target }) => {
    if (target.toLowerCase() === 'xml-stylesheet') refuse('The file asks for a style sheet outside itself, which is not fetched. Save it again with its styles inside');
  });
  parser.on('opentag', (tag) => {
    depth += 1;
    elements += 1;
    if (depth > SVG_LIMITS.depth) refuse(`Groups stand more than ${SVG_LIMITS.depth} deep in each other`);
    if (elements > SVG_LIMITS.elements) refuse(`The drawing has more than ${SVG_LIMITS.elements} elements`);
    const name = tag.name.replace(/^svg:/, '');
    if (name === 'script') refuse('The file holds a script, which has no place in a drawing. Save it again as plain SVG');
    for (const [attribute, value] of Object.entries(tag.attributes)) {
      if (/^on[a-z]+$/i.test(attribute)) refuse(`The file holds a script in “${attribute}”, which has no place in a drawing`);
      if (/^(xlink:)?href$/.test(attribute) && !/^\s*(#|data:)/.test(value) && name !== 'a') {
        refuse(`The drawing refers to another file (“${value.slice(0, 60)}”), which is not fetched. Put that part into the drawing itself`);
      }
      if (/url\(\s*['"]?(?!['"]?\s*(#|data:))/i.test(value)) refuse(`The drawing refers to another file in “${attribute}”, which is not fetched`);
    }
    const element = new Element(name, { ...tag.attributes });
    if (open) {
      element.parent = open;
      open.children.push(element);
    } else if (root) {
      refuse('The file holds more than one drawing');
    } else {
      root = element;
    }
    open = element;
  });
  parser.on('closetag', () => {
    depth -= 1;
    open = (open as Element).parent;
  });
  const addText = (text: string) => {
    if (!open || !text.trim()) return;
    const node = new Text(text);
    node.parent = open;
    open.children.push(node);
  };
  parser.on('text', addText);
  parser.on('cdata', addText);

  parser.write(source.replace(/^\uFEFF/, '')).close();
  const tree = root as Element | null;
  if (!tree || tree.name !== 'svg') {
    throw new ArtworkRefusedError(`An SVG drawing was expected; the file ${tree ? `starts with <${tree.name}>` : 'is empty'}.`);
  }
  return tree;
}

/** The element children of a node. */
export function childElements(parent: ParentNode): Element[] {
  return parent.children.filter((child): child is Element => child instanceof Element);
}

/** All text within an element. */
export function textOf(parent: ParentNode): string {
  return parent.children.map((child) => (child instanceof Text ? child.data : child instanceof Element ? textOf(child) : '')).join('');
}
