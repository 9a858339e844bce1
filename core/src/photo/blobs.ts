import type { Picture } from '../artwork';
import type { Point } from '../geometry';

/** A light spot that lies within something dark. */
export interface Blob {
  /** Its middle, in px, by how light its pixels are. */
  middle: Point;
  area: number;
  /** Which dark thing it lies in. */
  inDark: number;
}

/** The brightness round a pixel is taken from so much of the photo, as a share of its shorter side. */
const ROUND = 1 / 10;
/** Darker than the brightness round it by this much is dark, as a share. */
const DARKER = 0.8;
/** A spot has so many pixels at least, and is so large a share of the photo at most. */
const LEAST_PX = 9;
const SPECK_PX = 60;
const MOST_SHARE = 0.01;

/** Light spots that are round and lie wholly within something dark, each with what it lies in. */
export function blobsIn(photo: Picture): Blob[] {
  const { width, height } = photo;
  const light = lightness(photo);
  const isDark = darkIn(light, width, height);
  const labels = labelled(isDark, width, height);
  return spots(labels, isDark, light, width, height);
}

function lightness({ width, height, data }: Picture): Float32Array {
  const light = new Float32Array(width * height);
  // Rec. 709 luma.
  for (let i = 0; i < light.length; i++)
    light[i] = 0.2126 * data[4 * i] + 0.7152 * data[4 * i + 1] + 0.0722 * data[4 * i + 2];
  return light;
}

/** Which pixels are darker than what lies round them (Bradley and Roth 2007, with an integral image). */
function darkIn(light: Float32Array, width: number, height: number): Uint8Array {
  const sums = new Float64Array((width + 1) * (height + 1));
  for (let y = 0; y < height; y++) {
    let row = 0;
    for (let x = 0; x < width; x++) {
      row += light[y * width + x];
      sums[(y + 1) * (width + 1) + x + 1] = sums[y * (width + 1) + x + 1] + row;
    }
  }
  const reach = Math.max(4, Math.round(Math.min(width, height) * ROUND));
  const dark = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    const top = Math.max(0, y - reach);
    const bottom = Math.min(height, y + reach + 1);
    const above = top * (width + 1);
    const below = bottom * (width + 1);
    for (let x = 0; x < width; x++) {
      const left = Math.max(0, x - reach);
      const right = Math.min(width, x + reach + 1);
      const sum = sums[below + right] - sums[above + right] - sums[below + left] + sums[above + left];
      if (light[y * width + x] * (right - left) * (bottom - top) < DARKER * sum) dark[y * width + x] = 1;
    }
  }
  return dark;
}

/** A number for each thing that hangs together, dark or light, and how many pixels each has. */
interface Labelled {
  labels: Int32Array;
  sizes: number[];
}

function labelled(isDark: Uint8Array, width: number, height: number): Labelled {
  const labels = new Int32Array(width * height).fill(-1);
  const sizes: number[] = [];
  const todo = new Int32Array(width * height);
  for (let start = 0; start < labels.length; start++) {
    if (labels[start] >= 0) continue;
    const [side, label] = [isDark[start], sizes.length];
    let [first, last] = [0, 0];
    labels[start] = label;
    todo[last++] = start;
    while (first < last) {
      const i = todo[first++];
      const x = i % width;
      last = reached(x > 0 ? i - 1 : -1, last);
      last = reached(x < width - 1 ? i + 1 : -1, last);
      last = reached(i - width, last);
      last = reached(i + width < labels.length ? i + width : -1, last);
    }
    function reached(j: number, count: number): number {
      if (j < 0 || labels[j] >= 0 || isDark[j] !== side) return count;
      labels[j] = label;
      todo[count] = j;
      return count + 1;
    }
    sizes.push(last);
  }
  return { labels, sizes };
}

interface Gathered {
  area: number;
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
  /** What lies round it; −2 where that is more than one thing, or the edge of the photo. */
  round: number;
}

function spots(
  { labels, sizes }: Labelled,
  isDark: Uint8Array,
  light: Float32Array,
  width: number,
  height: number,
): Blob[] {
  const found = new Map<number, Gathered>();
  const most = MOST_SHARE * labels.length;
  for (let i = 0; i < labels.length; i++) {
    const label = labels[i];
    if (isDark[i] || sizes[label] < LEAST_PX || sizes[label] > most) continue;
    const x = i % width;
    const y = (i - x) / width;
    let one = found.get(label);
    if (!one) {
      one = { area: 0, minX: x, minY: y, maxX: x, maxY: y, round: -1 };
      found.set(label, one);
    }
    one.area += 1;
    one.minX = Math.min(one.minX, x);
    one.maxX = Math.max(one.maxX, x);
    one.maxY = y;
    if (x === 0 || y === 0 || x === width - 1 || y === height - 1) one.round = -2;
    else
      for (let side = 0; side < 4; side++) {
        const j = i + (side === 0 ? -1 : side === 1 ? 1 : side === 2 ? -width : width);
        // A speck of noise at the edge of a spot is not what the spot lies in.
        if (isDark[j] && sizes[labels[j]] >= SPECK_PX && one.round !== labels[j])
          one.round = one.round === -1 ? labels[j] : -2;
      }
  }
  return [...found.values()].filter((one) => isSpot(one, width * height)).map((one) => blobOf(one, light, width));
}

const isSpot = ({ area, minX, minY, maxX, maxY, round }: Gathered, all: number): boolean => {
  const [across, down] = [maxX - minX + 1, maxY - minY + 1];
  const share = area / (across * down);
  return (
    round >= 0 &&
    area >= LEAST_PX &&
    area <= MOST_SHARE * all &&
    Math.max(across, down) <= 3 * Math.min(across, down) &&
    // A disc covers π/4 of its box, an ellipse aslant less.
    share > 0.5 &&
    share < 0.93
  );
};

/** The middle of a spot counts its lighter pixels more, and what lies just round it: that is nearer than a pixel. */
function blobOf({ area, minX, minY, maxX, maxY, round }: Gathered, light: Float32Array, width: number): Blob {
  const [left, top, right, bottom] = [minX - 1, minY - 1, maxX + 1, maxY + 1];
  let least = Infinity;
  for (let y = top; y <= bottom; y++) for (let x = left; x <= right; x++) least = Math.min(least, light[y * width + x]);
  let [sum, sx, sy] = [0, 0, 0];
  for (let y = top; y <= bottom; y++)
    for (let x = left; x <= right; x++) {
      const weight = light[y * width + x] - least;
      sum += weight;
      sx += weight * (x + 0.5);
      sy += weight * (y + 0.5);
    }
  return { middle: { x: sx / sum, y: sy / sum }, area, inDark: round };
}
