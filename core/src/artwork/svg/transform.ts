import { composeAffine, IDENTITY, type Affine, type Bounds } from '../../geometry';
import { lengthInMm, MM_PER_PX, parseLength } from '../../units';

const LIST = /^[\s,]*(?:[a-zA-Z]+\s*\([^()]*\)[\s,]*)*$/;
const RADIANS: Readonly<Record<string, number>> = {
  '': Math.PI / 180,
  deg: Math.PI / 180,
  grad: Math.PI / 200,
  rad: 1,
  turn: 2 * Math.PI,
};

/** What percentages of a transform and of its origin refer to, in user units. */
export type ReferenceBox = Bounds;

/**
 * The matrix of a `transform`, as an attribute (SVG 2, section 8.5) or as CSS writes it (with units), or null where it
 * cannot be read.
 * @example readTransform('translate(3 4) scale(2)') // [2, 0, 0, 2, 3, 4]
 */
export function readTransform(
  text: string | undefined,
  box: ReferenceBox = { minX: 0, minY: 0, maxX: 0, maxY: 0 },
): Affine | null {
  if (text === undefined || text.trim() === '' || text.trim() === 'none') return IDENTITY;
  if (!LIST.test(text)) return null;
  let whole: Affine = IDENTITY;
  for (const [, name, inside] of text.matchAll(/([a-zA-Z]+)\s*\(([^()]*)\)/g)) {
    const values = inside.match(/[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?[a-z%]*/gi) ?? [];
    if (inside.replace(/[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?[a-z%]*/gi, '').replace(/[\s,]/g, '') !== '') return null;
    const own = oneTransform(name.toLowerCase(), values, box);
    if (!own || own.some((n) => !Number.isFinite(n))) return null;
    whole = composeAffine(own, whole);
  }
  return whole;
}

function oneTransform(name: string, values: string[], box: ReferenceBox): Affine | null {
  const [width, height] = [box.maxX - box.minX, box.maxY - box.minY];
  const number = (i: number, otherwise = NaN): number =>
    values[i] === undefined ? otherwise : /%$/.test(values[i]) ? parseFloat(values[i]) / 100 : Number(values[i]);
  const long = (i: number, whole: number, otherwise = NaN): number =>
    values[i] === undefined ? otherwise : inUserUnits(values[i], whole);
  const angle = (i: number, otherwise = NaN): number => {
    if (values[i] === undefined) return otherwise;
    const [, turn, unit] = /^(.*?\d\.?)([a-z]*)$/i.exec(values[i]) ?? [];
    return Number(turn) * (RADIANS[(unit ?? '').toLowerCase()] ?? NaN);
  };
  switch (`${name}:${values.length}`) {
    case 'matrix:6':
      return [number(0), number(1), number(2), number(3), number(4), number(5)];
    case 'translate:1':
    case 'translate:2':
      return [1, 0, 0, 1, long(0, width), long(1, height, 0)];
    case 'translatex:1':
      return [1, 0, 0, 1, long(0, width), 0];
    case 'translatey:1':
      return [1, 0, 0, 1, 0, long(0, height)];
    case 'scale:1':
    case 'scale:2':
      return [number(0), 0, 0, number(1, number(0)), 0, 0];
    case 'scalex:1':
      return [number(0), 0, 0, 1, 0, 0];
    case 'scaley:1':
      return [1, 0, 0, number(0), 0, 0];
    case 'rotate:1':
    case 'rotate:3': {
      const [cos, sin] = [Math.cos(angle(0)), Math.sin(angle(0))];
      const turn: Affine = [cos, sin, -sin, cos, 0, 0];
      return about(turn, long(1, width, 0), long(2, height, 0));
    }
    case 'skew:1':
    case 'skew:2':
      return [1, Math.tan(angle(1, 0)), Math.tan(angle(0)), 1, 0, 0];
    case 'skewx:1':
      return [1, 0, Math.tan(angle(0)), 1, 0, 0];
    case 'skewy:1':
      return [1, Math.tan(angle(0)), 0, 1, 0, 0];
    default:
      return null;
  }
}

/** The same change about another point than the origin. */
export function about(change: Affine, x: number, y: number): Affine {
  return composeAffine(composeAffine([1, 0, 0, 1, -x, -y], change), [1, 0, 0, 1, x, y]);
}

/** The point of a `transform-origin`, in user units; null where it cannot be read. */
export function readOrigin(text: string | undefined, box: ReferenceBox): { x: number; y: number } | null {
  const words = (text ?? '0 0').trim().toLowerCase().split(/\s+/).slice(0, 2);
  if (words.length === 1) words.push('center');
  // “top left” may stand either way round.
  if (/^(top|bottom)$/.test(words[0]) || /^(left|right)$/.test(words[1])) words.reverse();
  const share: Readonly<Record<string, string>> = {
    left: '0%',
    top: '0%',
    center: '50%',
    right: '100%',
    bottom: '100%',
  };
  const x = box.minX + inUserUnits(share[words[0]] ?? words[0], box.maxX - box.minX);
  const y = box.minY + inUserUnits(share[words[1]] ?? words[1], box.maxY - box.minY);
  return Number.isFinite(x) && Number.isFinite(y) ? { x, y } : null;
}

function inUserUnits(text: string, whole: number): number {
  const length = parseLength(text);
  if (!length) return NaN;
  if (length.unit === '') return length.value;
  if (length.unit === '%') return (length.value / 100) * whole;
  const mm = lengthInMm(length);
  return mm === null ? NaN : mm / MM_PER_PX;
}
