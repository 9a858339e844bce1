import type { OnGarment } from './place-on';
import { backNeckOf, type GarmentSize } from './sizes';

/** A garment laid out flat with a design on it: mm from the middle of its shoulders, y downward, as one stands before it. */
export interface DrawnGarment {
  /** Its outline, as an SVG path. */
  d: string;
  /** How much room it takes up: as far to either side of its middle, and downward. */
  widthMm: number;
  heightMm: number;
  design: { x: number; y: number; widthMm: number; heightMm: number };
  /** What is measured with a ruler: straight down from the neckline, or up from the hem. */
  measured: { x: number; y1: number; y2: number };
}

/** @example drawnGarment(sizeOf('M'), on).design.widthMm // on.widthMm */
export function drawnGarment(size: GarmentSize, on: OnGarment): DrawnGarment {
  const isSleeve = on.side === 'sleeve';
  const [widthMm, heightMm] = isSleeve
    ? [size.sleeveWidthMm, size.sleeveLengthMm]
    : [size.chestWidthMm + 1.1 * size.sleeveLengthMm, size.lengthMm];
  const y = on.middleMm - on.heightMm / 2;
  const isFromHem = on.from.startsWith('above');
  return {
    d: isSleeve ? sleevePath(size) : shirtPath(size, on.side === 'back'),
    widthMm,
    heightMm,
    // The wearer's left lies to the right.
    design: { x: on.asideMm - on.widthMm / 2, y, widthMm: on.widthMm, heightMm: on.heightMm },
    measured: {
      x: on.asideMm,
      y1: isFromHem ? heightMm : isSleeve ? 0 : on.side === 'back' ? backNeckOf(size) : size.neckDropMm,
      y2: isFromHem ? y + on.heightMm : y,
    },
  };
}

/** The hem of a sleeve is narrower than its widest place. */
const HEM_SHARE = 0.85;

/** A shirt from its measures. */
function shirtPath(size: GarmentSize, isBack: boolean): string {
  const half = size.chestWidthMm / 2;
  const neck = size.neckWidthMm / 2;
  const drop = isBack ? backNeckOf(size) : size.neckDropMm;
  const shoulder = { x: half * 0.86, y: 26 };
  const armpit = size.sleeveWidthMm + 30;
  const cuff = { x: half + 0.55 * size.sleeveLengthMm, y: size.sleeveLengthMm * 0.62 };
  // The hem of the sleeve stands across it.
  const along = Math.hypot(cuff.x - shoulder.x, cuff.y - shoulder.y);
  const hem = (HEM_SHARE * size.sleeveWidthMm) / along;
  const inner = {
    x: Math.max(half + 2, cuff.x - (cuff.y - shoulder.y) * hem),
    y: cuff.y + (cuff.x - shoulder.x) * hem,
  };
  const right = `L${shoulder.x} ${shoulder.y}L${cuff.x} ${cuff.y}L${inner.x} ${inner.y}L${half} ${armpit}L${half} ${size.lengthMm}`;
  const left = `L${-half} ${size.lengthMm}L${-half} ${armpit}L${-inner.x} ${inner.y}L${-cuff.x} ${cuff.y}L${-shoulder.x} ${shoulder.y}`;
  return `M${-neck} 0Q${-neck * 0.8} ${drop} 0 ${drop}Q${neck * 0.8} ${drop} ${neck} 0${right}${left}Z`;
}

const sleevePath = ({ sleeveWidthMm: wide, sleeveLengthMm: long }: GarmentSize): string =>
  `M${-wide / 2} 30Q0 -20 ${wide / 2} 30L${wide * 0.44} ${long}H${-wide * 0.44}Z`;
