import { compile } from 'css-select';
import { parse as parseSelector, type Selector } from 'css-what';
import type { Element } from 'domhandler';
import type { AtRule, Rule } from 'postcss';
import parseCss from 'postcss-safe-parser';
import { ArtworkRefusedError, type NoticeList } from '../reading';
import { SVG_LIMITS } from './limits';
import { mediaHold } from './media';
import { withVariables, type Variables } from './variables';
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
  'clip-rule',
  'mask-type',
  'writing-mode',
  'x',
  'y',
  'width',
  'height',
  'r',
  'cx',
  'cy',
  'rx',
  'ry',
  'd',
  'translate',
  'rotate',
  'scale',
] as const;
/** What only a style can say: an attribute of that name is something else, or nothing. */
const ONLY_IN_STYLES = new Set<string>(['translate', 'rotate', 'scale']);
export type StyleProperty = (typeof READ_PROPERTIES)[number];
/** What an element's own attributes and rules say; properties it does not mention are absent. */
export type OwnStyle = Partial<Record<StyleProperty, string>> & {
  /** Custom properties in force for it and its children. */
  variables?: Variables;
};
/** What an element says of itself, under custom properties that it inherits. */
export type StyleOf = (element: Element, inherited?: Variables) => OwnStyle;

/**
 * Gathers the drawing's `<style>` rules and returns a function that gives an element's own style by the CSS cascade:
 * presentation attributes, then rules by specificity and order, then the `style` attribute, `!important` last.
 */
export function readStyles(root: Element, notices: NoticeList): StyleOf {
  const rules = styleElements(root)
    .filter(({ attribs }) => mediaHold(attribs.media ?? '') === 'yes')
    .flatMap((element) => parseSheet(textOf(element), notices));
  if (rules.length > SVG_LIMITS.styleRules)
    throw new ArtworkRefusedError(`The drawing has more than ${SVG_LIMITS.styleRules} style rules.`);
  rules.sort((a, b) => a.specificity - b.specificity);
  return (element, inherited = {}) => {
    const own: OwnStyle = {};
    for (const property of READ_PROPERTIES) {
      const attribute = ONLY_IN_STYLES.has(property) ? undefined : element.attribs[property];
      if (attribute !== undefined) own[property] = attribute.trim();
    }
    const important: OwnStyle = {};
    const custom: Record<string, string> = {};
    const apply = ([property, value]: [string, string]) => {
      if (property.startsWith('--')) custom[property] = value;
      if (!isRead(property)) return;
      const plain = value.replace(/\s*!important$/i, '');
      (plain === value ? own : important)[property] = plain.trim();
    };
    for (const rule of rules) if (rule.matches(element)) rule.declarations.forEach(apply);
    inlineDeclarations(element.attribs.style ?? '').forEach(apply);
    return putIn({ ...own, ...important }, custom, inherited);
  };
}

/** A style with its custom properties put in where they are asked for. */
function putIn(style: OwnStyle, custom: Record<string, string>, inherited: Variables): OwnStyle {
  const variables = Object.keys(custom).length > 0 ? { ...inherited, ...custom } : inherited;
  for (const property of Object.keys(style) as StyleProperty[]) {
    if (!style[property]!.includes('var(')) continue;
    const value = withVariables(style[property]!, variables);
    if (value === null) delete style[property];
    else style[property] = value.trim();
  }
  return variables === inherited ? style : { ...style, variables };
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
  // What one word in it makes unreadable is left out, as a browser does; the rest holds.
  const sheet = parseCss(css.replace(/<!--|-->/g, ' '));
  sheet.walkAtRules((rule) => {
    if (!SILENT_RULES.has(rule.name) && (rule.name !== 'media' || mediaHold(rule.params) === 'asks'))
      notices.add('unread', `The style rule @${rule.name} was not applied`);
  });
  sheet.walkRules((rule) => {
    if (!isShown(rule)) return;
    const declarations = (rule.nodes ?? []).flatMap((node): [string, string][] =>
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

/** At-rules that change nothing here. */
const SILENT_RULES = new Set(['charset', 'namespace', 'font-face', 'keyframes']);

/** Whether a rule holds for what is looked at: alone, or within media that are shown. */
function isShown(rule: Rule): boolean {
  for (let outer = rule.parent; outer && outer.type !== 'root'; outer = outer.parent as typeof outer)
    if (outer.type !== 'atrule' || (outer as AtRule).name !== 'media' || mediaHold((outer as AtRule).params) !== 'yes')
      return false;
  return true;
}

/** Specificity of a selector as one number (Selectors 4, section 16): ids, then classes, then elements. */
function specificityOf(selector: Selector[]): number {
  return selector.reduce((sum, token) => {
    if (token.type === 'attribute') return sum + (token.name === 'id' && token.action === 'equals' ? 10_000 : 100);
    if (token.type === 'pseudo') {
      if (token.name === 'where') return sum;
      // As much as the most specific that it may be, or may not be.
      if (Array.isArray(token.data)) return sum + Math.max(0, ...token.data.map(specificityOf));
      return sum + 100;
    }
    return token.type === 'tag' || token.type === 'pseudo-element' ? sum + 1 : sum;
  }, 0);
}

function inlineDeclarations(style: string): [string, string][] {
  return style.split(';').flatMap((declaration): [string, string][] => {
    const colon = declaration.indexOf(':');
    return colon < 0 ? [] : [[declaration.slice(0, colon).trim(), declaration.slice(colon + 1).trim()]];
  });
}
