import { Element, Text } from 'domhandler';
import type { Affine } from '../../geometry';

/** A quarter turn: what runs to the right runs down. */
export const DOWNWARDS: Affine = [0, 1, -1, 0, 0, 0];

/**
 * A text that is written downwards, as one that is written to the right and turned by a quarter ({@link DOWNWARDS}): what is said
 * of its places along and across is changed over.
 */
export function laidAcross(text: Element): Element {
  const { x, y, dx, dy, ...attributes } = text.attribs;
  const across: Record<string, string | undefined> = { x: y, y: negated(x), dx: dy, dy: negated(dx) };
  for (const [name, value] of Object.entries(across)) if (value !== undefined) attributes[name] = value;
  const turned = new Element(text.name, attributes);
  turned.children = text.children.map((child) =>
    child instanceof Element ? laidAcross(child) : child instanceof Text ? new Text(child.data) : child,
  );
  for (const child of turned.children) child.parent = turned;
  // Styles are found by where an element stands.
  turned.parent = text.parent;
  return turned;
}

/** A list of lengths, each the other way. */
const negated = (list: string | undefined): string | undefined =>
  list?.replace(/([+-]?)(\d+\.?\d*|\.\d+)(e[+-]?\d+)?/gi, (_, sign: string, number: string, power = '') =>
    sign === '-' ? `${number}${power}` : `-${number}${power}`,
  );
