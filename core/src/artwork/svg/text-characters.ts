import { Element, Text } from 'domhandler';
import type { Context } from './context';
import { userUnits } from './shapes';

/** Where along a `textPath` a letter stands. */
export interface OnPath {
  element: Element;
  path: Element;
}

/** One letter of a text as it is drawn, with where it is said to stand. Lengths in user units. */
export interface TextCharacter {
  letter: string;
  context: Context;
  x?: number;
  y?: number;
  dx: number;
  dy: number;
  /** Degrees, clockwise. */
  rotate: number;
  onPath: OnPath | null;
}

/** What the walk through a text needs of the reader. */
export interface TextWalk {
  contextOf: (element: Element, outer: Context) => Context;
  isHidden: (element: Element) => boolean;
  /** Told of each element inside that is left out because it is hidden. */
  hidden: (element: Element) => void;
  unread: (what: string) => void;
  targetOf: (element: Element) => Element | undefined;
}

type Place = Partial<Record<'x' | 'y' | 'dx' | 'dy' | 'rotate', number>>;

/**
 * The letters of a `text` element in order, with the style each is drawn in and the places that `x`, `y`, `dx`, `dy` and
 * `rotate` lists give them (SVG 2, section 11.4): an inner element's list goes before an outer one's. White space is
 * collapsed across elements unless it is kept.
 */
export function textCharacters(text: Element, context: Context, walk: TextWalk): TextCharacter[] {
  const found: TextCharacter[] = [];
  const lists: { element: Element; context: Context; from: number; to: number }[] = [];
  const keepsSpaces = (element: Element, outer: boolean) =>
    element.attribs['xml:space'] === undefined ? outer : element.attribs['xml:space'] === 'preserve';
  const visit = (element: Element, own: Context, kept: boolean, onPath: OnPath | null) => {
    const from = found.length;
    for (const child of element.children) {
      if (child instanceof Text) for (const letter of child.data) push(letter, own, kept || own.keepsSpaces, onPath);
      else if (child instanceof Element) {
        if (['title', 'desc', 'metadata'].includes(child.name) || child.name.includes(':')) continue;
        if (walk.isHidden(child)) {
          walk.hidden(child);
          continue;
        }
        const inner = walk.contextOf(child, own);
        if (child.name === 'textPath') {
          const path = walk.targetOf(child);
          if (!path || path.name !== 'path')
            walk.unread('A text along a path points at a path that is not in the drawing; it is set straight');
          visit(child, inner, keepsSpaces(child, kept), path?.name === 'path' ? { element: child, path } : null);
        } else if (child.name === 'tspan' || child.name === 'a') visit(child, inner, keepsSpaces(child, kept), onPath);
        else walk.unread(`<${child.name}> inside a text is not read`);
      }
    }
    lists.push({ element, context: own, from, to: found.length });
  };
  const push = (letter: string, own: Context, kept: boolean, onPath: OnPath | null) => {
    const isSpace = /\s/.test(letter);
    // A line break in the file is no letter; further space goes with the one before it.
    if (isSpace && !kept) {
      const last = found[found.length - 1];
      if (!last || (last.letter === ' ' && !last.context.keepsSpaces)) return;
    }
    found.push({ letter: isSpace ? ' ' : letter, context: own, dx: 0, dy: 0, rotate: 0, onPath });
  };
  visit(text, context, keepsSpaces(text, false), null);
  while (
    found.length &&
    found[found.length - 1].letter === ' ' &&
    !found[found.length - 1].context.keepsSpaces &&
    text.attribs['xml:space'] !== 'preserve'
  )
    found.pop();

  // Inner lists come first in the order they were finished, so what is set already stays.
  const places: Place[] = found.map(() => ({}));
  for (const { element, context: own, from, to } of lists) {
    for (const key of ['x', 'y', 'dx', 'dy'] as const) {
      const whole = key.endsWith('x') ? own.viewport.width : own.viewport.height;
      listOf(element.attribs[key]).forEach((value, i) => {
        if (from + i < Math.min(to, found.length))
          places[from + i][key] ??= userUnits(value, whole, `text ${key}`, own.viewport.fontSize);
      });
    }
    const turns = listOf(element.attribs.rotate).map(Number).filter(Number.isFinite);
    // The last turn holds for all letters after it.
    if (turns.length)
      for (let i = from; i < Math.min(to, found.length); i++)
        places[i].rotate ??= turns[Math.min(i - from, turns.length - 1)];
  }
  return found.map((character, i) => ({
    ...character,
    ...places[i],
    dx: places[i].dx ?? 0,
    dy: places[i].dy ?? 0,
    rotate: places[i].rotate ?? 0,
  }));
}

const listOf = (text: string | undefined): string[] =>
  text === undefined
    ? []
    : text
        .trim()
        .split(/[\s,]+/)
        .filter((part) => part !== '');
