import { compile } from 'css-select';
import { parse as parseSelector, type Selector } from 'css-what';
import type { Element } from 'domhandler';
import postcss from 'postcss';
import { ArtworkRefusedError, type NoticeList } from '../reading';
import { SVG_LIMITS } from './limits';
import { childElements, textOf } from './xml';

interface StyleRule {
  matches: (element: Element) => boolean;
  specificity: number;
  declarations: [string, string][];
}

/** The properties that decide what is cut; the rest of a drawing's styling does not matter here. */
const READ_PROPERTIES = [
  'fill',
  'stroke',
  'display',
  'visibility',
  'fill-rule',
  'color',
  'clip-path',
  'mask',
  'opacity',
  'fill-opacity',
  'stroke-opacity',
  'stroke-width',
  'stroke-dasharray',
  'filter',
  'overflow',
  'transform',
  'transform-origin',
  'transform-box',
  'font',
  'font-size',
  'font-family',
  'font-weight',
  'font-style',
  'text-anchor',
  'text-decoration',
  'dominant-baseline',
  'baseline-shift',
  'letter-spacing',
  'word-spacing',
  'white-space',
  'direction',
  'marker',
  'marker-start',
  'marker-mid',
  'marker-end',
] as const;
export type StyleProperty = (typeof READ_PROPERTIES)[number];
/** What an element's own attributes and rules say; properties it does not mention are absent. */
export type OwnStyle = Partial<Record<StyleProperty, string>>;

/**
 * Gathers the drawing's `<style>` rules and returns a function that gives an element's own style by the CSS cascade:
 * presentation attributes, then rules by specificity and order, then the `style` attribute, `!important` last.
 */
export function readStyles(root: Element, notices: NoticeList): (element: Element) => OwnStyle {
  const rules = styleElements(root).flatMap((element) => parseSheet(textOf(element), notices));
  if (rules.length > SVG_LIMITS.styleRules)
    throw new ArtworkRefusedError(`The drawing has more than ${SVG_LIMITS.styleRules} style rules.`);
  rules.sort((a, b) => a.specificity - b.specificity);
  return (element) => {
    const own: OwnStyle = {};
    for (const property of READ_PROPERTIES) {
      const attribute = element.attribs[property];
      if (attribute !== undefined) own[property] = attribute.trim();
    }
    const important: OwnStyle = {};
    const apply = ([property, value]: [string, string]) => {
      if (!isRead(property)) return;
      const plain = value.replace(/\s*!important$/i, '');
      (plain === value ? own : important)[property] = plain.trim();
    };
    for (const rule of rules) if (rule.matches(element)) rule.declarations.forEach(apply);
    inlineDeclarations(element.attribs.style ?? '').forEach(apply);
    return { ...own, ...important };
  };
}

const isRead = (property: string): property is StyleProperty =>
  (READ_PROPERTIES as readonly string[]).includes(property);

function styleElements(root: Element): Element[] {
  const found: Element[] = [];
  const waiting = [root];
  for (let element = waiting.pop(); element; element = waiting.pop()) {
    if (element.name === 'style') found.unshift(element);
    waiting.push(...childElements(element));
  }
  return found;
}

function parseSheet(css: string, notices: NoticeList): StyleRule[] {
  if (/@import|url\(\s*['"]?\s*(?!['"]?(#|data:))/i.test(css)) {
    throw new ArtworkRefusedError(
      'A style in the drawing refers to another file, which is not fetched. Save it again with its styles inside.',
    );
  }
  const rules: StyleRule[] = [];
  let sheet;
  try {
    sheet = postcss.parse(css);
  } catch (error) {
    notices.add(
      'unread',
      `A style sheet in the drawing could not be read: ${(error as Error).message.replace(/^<css input>:/, 'line ')}`,
    );
    return rules;
  }
  sheet.walkAtRules((rule) => notices.add('unread', `The style rule @${rule.name} was not applied`));
  sheet.walkRules((rule) => {
    if (rule.parent?.type === 'atrule') return;
    const declarations = rule.nodes.flatMap((node): [string, string][] =>
      node.type === 'decl' ? [[node.prop, node.important ? `${node.value} !important` : node.value]] : [],
    );
    for (const selector of rule.selectors) {
      try {
        const [parsed] = parseSelector(selector);
        rules.push({ matches: compile(selector, { xmlMode: true }), specificity: specificityOf(parsed), declarations });
      } catch {
        notices.add('unread', `The style for “${selector}” was not applied`);
      }
    }
  });
  return rules;
}

/** Specificity of a compound selector as one number (Selectors 4, section 16): ids, then classes, then elements. */
function specificityOf(selector: Selector[]): number {
  return selector.reduce((sum, token) => {
    if (token.type === 'attribute') return sum + (token.name === 'id' && token.action === 'equals' ? 10_000 : 100);
    if (token.type === 'pseudo') return sum + 100;
    return token.type === 'tag' ? sum + 1 : sum;
  }, 0);
}

function inlineDeclarations(style: string): [string, string][] {
  return style.split(';').flatMap((declaration): [string, string][] => {
    const colon = declaration.indexOf(':');
    return colon < 0 ? [] : [[declaration.slice(0, colon).trim(), declaration.slice(colon + 1).trim()]];
  });
}
