import type { Ground, NestShape } from './nest-shape';
import { depthBetween, posed, type Posed } from './posed';

/** A copy that is to be laid. */
export interface Copy {
  shape: NestShape;
  partId: string;
  copy: number;
  angles: number[] | 'free';
  mayTurnOver: boolean;
}

/** A sheet that is laid on. */
export interface Bed {
  sheetId: string;
  sheetNumber: number;
  isRoll: boolean;
  ground: Ground;
  /** What cannot be laid on, each by itself. */
  taken: Posed[];
}

export const NOT_LAID = -1;
/** Among more copies than this no better laying is searched for. */
export const MOST_SEARCHED = 1500;

/** Makes the spots of a sheet that cannot be laid on ready for quick looks. */
export const takenOf = ({ taken }: Ground): Posed[] => taken.map((piece) => posed([piece], 0, false));

/** What a place counts beside the overlaps, for each mm beyond the edge. */
const EDGE_COUNTS = 1;

/** Where all copies lie, and how deep they lie in each other and over the edge. */
export class Laying {
  readonly count: number;
  /** The copies that have holes. */
  readonly withHoles: readonly number[];
  readonly bed: Int32Array;
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly poses: Posed[];
  /** How far down each sheet may be laid on. */
  readonly limitY: Float64Array;
  /** What an overlap of two counts: more, the longer it stays. The last column is for the edge. None where too many are laid for a search. */
  private readonly weights: Float32Array | null;
  /** The box of each copy where it lies: minX, minY, maxX, maxY. Of one that is not laid it holds nothing. */
  private readonly boxes: Float64Array;

  constructor(
    readonly copies: readonly Copy[],
    readonly beds: readonly Bed[],
  ) {
    this.count = copies.length;
    this.withHoles = copies.flatMap(({ shape }, i) => (shape.holes.length ? [i] : []));
    this.bed = new Int32Array(this.count).fill(NOT_LAID);
    this.x = new Float64Array(this.count);
    this.y = new Float64Array(this.count);
    this.poses = copies.map(({ shape, angles }) => posed(shape.pieces, angles === 'free' ? 0 : angles[0], false));
    this.boxes = new Float64Array(4 * this.count).fill(NaN);
    this.limitY = Float64Array.from(beds, ({ ground }) => ground.maxY);
    this.weights = this.count > MOST_SEARCHED ? null : new Float32Array(this.count * (this.count + 1)).fill(1);
  }

  lay(i: number, bed: number, pose: Posed, x: number, y: number): void {
    this.bed[i] = bed;
    this.poses[i] = pose;
    this.x[i] = x;
    this.y[i] = y;
    this.keepBox(i);
  }

  private keepBox(i: number): void {
    const { minX, minY, maxX, maxY } = this.poses[i];
    const isLaid = this.bed[i] !== NOT_LAID;
    this.boxes[4 * i] = isLaid ? this.x[i] + minX : NaN;
    this.boxes[4 * i + 1] = this.y[i] + minY;
    this.boxes[4 * i + 2] = this.x[i] + maxX;
    this.boxes[4 * i + 3] = this.y[i] + maxY;
  }

  /** How far a pose reaches over the edge, and into what cannot be laid on, in mm. */
  edgeDepth(bed: number, pose: Posed, x: number, y: number): number {
    const { ground, taken } = this.beds[bed];
    let depth = 0;
    if (x + pose.minX < ground.minX - TOUCH) depth += ground.minX - x - pose.minX;
    if (x + pose.maxX > ground.maxX + TOUCH) depth += x + pose.maxX - ground.maxX;
    if (y + pose.minY < ground.minY - TOUCH) depth += ground.minY - y - pose.minY;
    const limit = this.limitY[bed];
    if (y + pose.maxY > limit + TOUCH) depth += y + pose.maxY - limit;
    for (let t = 0; t < taken.length; t++) depth += depthBetween(taken[t], pose, x, y);
    return depth * EDGE_COUNTS;
  }

  /**
   * What a place of a copy counts: the depth of each overlap with its weight.
   * @param bound once it counts so much, it is not looked at further
   */
  lossAt(i: number, bed: number, pose: Posed, x: number, y: number, bound = Infinity): number {
    const row = i * (this.count + 1);
    const { weights } = this;
    let loss = this.edgeDepth(bed, pose, x, y) * (weights ? weights[row + this.count] : 1);
    const left = x + pose.minX;
    const right = x + pose.maxX;
    const top = y + pose.minY;
    const bottom = y + pose.maxY;
    const { boxes, count } = this;
    for (let j = 0, k = 0; j < count && loss < bound; j++, k += 4) {
      // What is not laid has no box.
      if (!(boxes[k] < right) || boxes[k + 2] <= left || boxes[k + 1] >= bottom || boxes[k + 3] <= top) continue;
      if (j === i || this.bed[j] !== bed) continue;
      const depth = depthBetween(pose, this.poses[j], this.x[j] - x, this.y[j] - y);
      if (depth > 0) loss += depth * (weights ? weights[row + j] : 1);
    }
    return loss;
  }

  lossOf(i: number): number {
    return this.bed[i] === NOT_LAID ? 0 : this.lossAt(i, this.bed[i], this.poses[i], this.x[i], this.y[i]);
  }

  /** Whether a copy lies free of all others and inside the edge. */
  isFree(i: number): boolean {
    return this.lossOf(i) === 0;
  }

  /** Whether a copy would lie free there. */
  isFreeAt(i: number, bed: number, pose: Posed, x: number, y: number): boolean {
    return this.lossAt(i, bed, pose, x, y, 1e-12) === 0;
  }

  /** Overlaps that are still there count more from now on, all others a little less. @returns the depth of all, without weights */
  weigh(): number {
    const { count, weights } = this;
    let [deepest, total] = [0, 0];
    const found: [number, number][] = [];
    for (let i = 0; i < count; i++) {
      if (this.bed[i] === NOT_LAID) continue;
      const edge = this.edgeDepth(this.bed[i], this.poses[i], this.x[i], this.y[i]);
      if (edge > 0) found.push([i * (count + 1) + count, edge]);
      deepest = Math.max(deepest, edge);
      total += edge;
      for (let j = i + 1; j < count; j++) {
        if (this.bed[j] !== this.bed[i]) continue;
        const depth = depthBetween(this.poses[i], this.poses[j], this.x[j] - this.x[i], this.y[j] - this.y[i]);
        if (depth <= 0) continue;
        found.push([i * (count + 1) + j, depth], [j * (count + 1) + i, depth]);
        deepest = Math.max(deepest, depth);
        total += depth;
      }
    }
    if (!weights) return total;
    for (let k = 0; k < weights.length; k++) if (weights[k] > 1) weights[k] = Math.max(1, weights[k] * FADING);
    for (const [k, depth] of found)
      weights[k] *= (GROWS_LEAST + (GROWS_MOST - GROWS_LEAST) * (depth / deepest)) / FADING;
    return total;
  }

  forgetWeights(): void {
    this.weights?.fill(1);
  }

  /** How far down a sheet is used. */
  usedY(bed: number): number {
    let used = this.beds[bed].ground.minY;
    for (let i = 0; i < this.count; i++) if (this.bed[i] === bed) used = Math.max(used, this.y[i] + this.poses[i].maxY);
    return used;
  }

  save(): SavedLaying {
    return { bed: this.bed.slice(), x: this.x.slice(), y: this.y.slice(), poses: [...this.poses] };
  }

  restore({ bed, x, y, poses }: SavedLaying): void {
    this.bed.set(bed);
    this.x.set(x);
    this.y.set(y);
    for (let i = 0; i < this.count; i++) {
      this.poses[i] = poses[i];
      this.keepBox(i);
    }
  }
}

/** How an overlap that stays counts more each time, at least and at most, and how it is forgotten (Gardeyn and Wauters 2025). */
const GROWS_LEAST = 1.2;
const GROWS_MOST = 2;
const FADING = 0.95;
const TOUCH = 1e-6;

export interface SavedLaying {
  bed: Int32Array;
  x: Float64Array;
  y: Float64Array;
  poses: Posed[];
}
