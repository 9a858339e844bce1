import { signedArea } from '../../geometry';
import { Chance } from './chance';
import { NOT_LAID, MOST_SEARCHED, Laying, takenOf, type Bed, type Copy, type SavedLaying } from './laying';
import { layInRows } from './lay-in-rows';
import { groundOf, nestShape } from './nest-shape';
import { checkNestRequest, type Nesting, type NestRequest } from './request';
import { posed } from './posed';
import { scoreOf, isBetterScore, nestingOf, type Score } from './score';
import { separate } from './separate';

/** How much shorter the sheet is made each time while it is looked for wholly other layings, and afterwards. */
const SHORTER = 0.01;
const SHORTER_LATER = 0.003;
const SHORTER_LEAST = 0.0003;
/** Which share of the time goes to wholly other layings. */
const EXPLORED = 0.75;
/** So many orders are tried at first, in this share of the time; each differs so much from that by size. */
const MOST_ORDERS = 60;
const FIRST_ORDERS = 0.15;
const ORDER_SPREAD = 0.35;
/** So many layings that were nearly free are kept to go on from. */
const KEPT = 6;

/**
 * Lays parts on sheets so that little of them is used: all parts if there is room, on as few sheets as possible, the last of
 * them (or the roll) no longer than has to be. What is laid first comes row by row; then the last sheet is made shorter again and again,
 * and what lies over is moved until all lie free. However short the time is, something is laid.
 * @param better is told each laying that is better than those before it: it may be taken at any time
 * @param from a nesting of the same request to go on from, if it is any good
 * @throws NestRequestError where the request makes no sense
 */
export function nest(request: NestRequest, better: (best: Nesting) => void = () => undefined, from?: Nesting): Nesting {
  checkNestRequest(request);
  const began = request.now();
  const isOver = () => request.now() - began >= request.millis;
  const search = new Search(request, better, () => (request.now() - began) / Math.max(1, request.millis), isOver);
  return search.run(from);
}

class Search {
  private readonly laying: Laying;
  private readonly chance: Chance;
  private best: SavedLaying;
  private bestScore: Score;

  constructor(
    private readonly request: NestRequest,
    private readonly better: (best: Nesting) => void,
    /** Which share of the time has gone. */
    private readonly gone: () => number,
    private readonly isOver: () => boolean,
  ) {
    this.chance = new Chance(request.seed);
    this.laying = new Laying(copiesOf(request), bedsOf(request));
    this.best = this.laying.save();
    this.bestScore = scoreOf(this.laying);
  }

  run(from?: Nesting): Nesting {
    const { laying } = this;
    if (!from || !this.takeUp(from)) this.layFirst();
    // Whoever waits is told at once where nothing finds room.
    if (this.best.bed.every((bed) => bed === NOT_LAID)) this.better(nestingOf(laying, this.request));
    if (laying.count <= MOST_SEARCHED && laying.count > 0) {
      while (!this.isOver()) {
        const before = this.bestScore;
        this.layWhatIsLeft();
        this.emptyLastSheet();
        this.shorten();
        if (this.bestScore === before && this.gone() > EXPLORED && !this.canShorten()) break;
      }
    }
    laying.restore(this.best);
    return nestingOf(laying, this.request);
  }

  /** Keeps the present laying if it is better than all before. */
  private keep(): boolean {
    const score = scoreOf(this.laying);
    if (!isBetterScore(score, this.bestScore)) return false;
    this.bestScore = score;
    this.best = this.laying.save();
    this.better(nestingOf(this.laying, this.request));
    return true;
  }

  /** Lays everything as it lay. @returns whether that stands */
  private takeUp({ placements }: Nesting): boolean {
    const { laying } = this;
    for (const { partId, copy, sheetId, sheetNumber, x, y, angle, isTurnedOver } of placements) {
      const i = laying.copies.findIndex((one) => one.partId === partId && one.copy === copy);
      const bed = laying.beds.findIndex((one) => one.sheetId === sheetId && one.sheetNumber === sheetNumber);
      if (i < 0 || bed < 0) continue;
      const { pieces, middle } = laying.copies[i].shape;
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
      const side = isTurnedOver ? -middle.x : middle.x;
      laying.lay(
        i,
        bed,
        posed(pieces, angle, isTurnedOver),
        x + cos * side - sin * middle.y,
        y + sin * side + cos * middle.y,
      );
    }
    const isSound = laying.copies.every((_, i) => laying.isFree(i));
    if (!isSound) laying.restore(this.best);
    return isSound && this.keep();
  }

  private layFirst(): void {
    const { laying, chance } = this;
    const order = (size: (copy: Copy) => number) => {
      const sizes = laying.copies.map(size);
      return laying.copies.map((_, i) => i).sort((a, b) => sizes[b] - sizes[a] || a - b);
    };
    const nothing = laying.save();
    nothing.bed.fill(NOT_LAID);
    // The first is laid to its end, whatever time it takes; then others, each in an order that differs a little.
    for (let turn = 0; turn === 0 || (turn < MOST_ORDERS && !this.isOver() && this.gone() < FIRST_ORDERS); turn++) {
      laying.restore(nothing);
      const spread = turn < 2 ? 0 : ORDER_SPREAD;
      layInRows(
        laying,
        order(({ shape }) => (turn === 1 ? shape.radius : shape.outlineArea) * chance.between(1 - spread, 1 + spread)),
        turn === 0 ? undefined : this.isOver,
      );
      this.keep();
    }
    laying.restore(this.best);
  }

  private beds(): number[] {
    return this.laying.beds
      .map((_, b) => b)
      .filter((b) => this.laying.beds[b].ground.maxX > this.laying.beds[b].ground.minX);
  }

  private openAll(): void {
    for (const b of this.beds()) this.laying.limitY[b] = this.laying.beds[b].ground.maxY;
  }

  /** Looks for room for what is not laid yet, the largest first. */
  private layWhatIsLeft(): void {
    const { laying } = this;
    laying.restore(this.best);
    this.openAll();
    const beds = this.beds();
    if (!beds.length) return;
    const left = laying.copies
      .map((_, i) => i)
      .filter((i) => laying.bed[i] === NOT_LAID && laying.copies[i].shape.pieces.length)
      .sort((a, b) => laying.copies[b].shape.area - laying.copies[a].shape.area);
    for (const i of left) {
      if (this.isOver()) return;
      const before = laying.save();
      const { ground } = laying.beds[beds[0]];
      const bed = this.chance.of(beds);
      laying.lay(
        i,
        bed,
        laying.poses[i],
        this.chance.between(ground.minX, ground.maxX),
        this.chance.between(ground.minY, laying.limitY[bed]),
      );
      if (separate(laying, beds, this.chance, this.isOver)) this.keep();
      else laying.restore(before);
    }
  }

  /** Tries to do without the sheet that is used least. */
  private emptyLastSheet(): void {
    const { laying } = this;
    if (this.bestScore.unplacedArea > 0 || this.bestScore.sheets < 2) return;
    for (let attempt = 0; attempt < 3 && this.bestScore.sheets > 1 && !this.isOver(); attempt++) {
      laying.restore(this.best);
      this.openAll();
      const areas = this.beds().map((b) => ({
        b,
        area: laying.copies.reduce((sum, { shape }, i) => sum + (laying.bed[i] === b ? shape.area : 0), 0),
      }));
      const used = areas.filter(({ area }) => area > 0).sort((a, b) => a.area - b.area);
      const [least, ...others] = used.map(({ b }) => b);
      if (!others.length) return;
      const room = others.reduce((sum, b) => sum + roomOf(laying, b), 0);
      const needed = laying.copies.reduce(
        (sum, { shape }, i) => sum + (laying.bed[i] === NOT_LAID ? 0 : shape.area),
        0,
      );
      if (needed > room) return;
      for (let i = 0; i < laying.count; i++) {
        if (laying.bed[i] !== least) continue;
        const bed = this.chance.of(others);
        const { ground } = laying.beds[bed];
        laying.lay(
          i,
          bed,
          laying.poses[i],
          this.chance.between(ground.minX, ground.maxX),
          this.chance.between(ground.minY, ground.maxY),
        );
      }
      if (separate(laying, others, this.chance, this.isOver)) this.keep();
      else if (attempt > 0) return;
    }
  }

  /** The sheet that is made shorter: the one with the least on it, or the roll. */
  private lastBed(): number | null {
    const { laying } = this;
    const used = this.beds().filter((b) => laying.bed.includes(b));
    const rolls = used.filter((b) => laying.beds[b].isRoll);
    return (rolls.length ? rolls : used).sort((a, b) => laying.usedY(a) - laying.usedY(b)).at(0) ?? null;
  }

  /** Whether less of the last sheet could be enough at all. */
  private canShorten(): boolean {
    const { laying } = this;
    laying.restore(this.best);
    const bed = this.lastBed();
    if (bed === null) return false;
    const { ground } = laying.beds[bed];
    const area = laying.copies.reduce((sum, { shape }, i) => sum + (laying.bed[i] === bed ? shape.area : 0), 0);
    return area < 0.999 * (ground.maxX - ground.minX) * (laying.usedY(bed) - ground.minY);
  }

  /** Makes the last sheet shorter and shorter: first with wholly other layings, then by little. */
  private shorten(): void {
    const { laying, chance } = this;
    laying.restore(this.best);
    this.openAll();
    const bed = this.lastBed();
    if (bed === null) return;
    const { minY } = laying.beds[bed].ground;
    const beds = [bed];
    let length = laying.usedY(bed) - minY;
    // Layings that were nearly free at the present length, the freest first.
    let near: { saved: SavedLaying; depth: number }[] = [];
    let fails = 0;
    while (!this.isOver() && this.gone() < EXPLORED) {
      laying.limitY[bed] = minY + length * (1 - SHORTER);
      if (separate(laying, beds, chance, this.isOver)) {
        length = laying.usedY(bed) - minY;
        this.keep();
        near = [];
        fails = 0;
        continue;
      }
      if (++fails > 40) break;
      near.push({ saved: laying.save(), depth: laying.weigh() });
      near.sort((a, b) => a.depth - b.depth);
      near = near.slice(0, KEPT);
      laying.restore(near[Math.floor(chance.next() ** 2 * near.length)].saved);
      this.disturb(bed);
    }
    let step = SHORTER_LATER;
    while (!this.isOver() && step > SHORTER_LEAST) {
      laying.restore(this.best);
      length = laying.usedY(bed) - minY;
      laying.limitY[bed] = minY + length * (1 - step);
      if (separate(laying, beds, chance, this.isOver)) this.keep();
      else step *= 0.85;
    }
  }

  /** Lets two large copies that differ change places. */
  private disturb(bed: number): void {
    const { laying, chance } = this;
    const here = laying.copies.map((_, i) => i).filter((i) => laying.bed[i] === bed);
    if (here.length < 2) return;
    const large = here.sort((a, b) => laying.copies[b].shape.area - laying.copies[a].shape.area);
    const among = large.slice(0, Math.max(2, Math.ceil(large.length * 0.6)));
    const [a, b] = [chance.of(among), chance.of(among)];
    const [ax, ay] = [laying.x[a], laying.y[a]];
    laying.lay(a, bed, laying.poses[a], laying.x[b], laying.y[b]);
    laying.lay(b, bed, laying.poses[b], ax, ay);
  }
}

function roomOf(laying: Laying, b: number): number {
  const { ground } = laying.beds[b];
  const taken = ground.taken.reduce((sum, piece) => sum + signedArea(piece), 0);
  return (ground.maxX - ground.minX) * (ground.maxY - ground.minY) - taken;
}

function copiesOf({ parts, gapMm }: NestRequest): Copy[] {
  return parts.flatMap(({ id, rings, count, angles, mayTurnOver }) => {
    if (count === 0) return [];
    const shape = nestShape(rings, gapMm);
    return Array.from({ length: count }, (_, copy) => ({ shape, partId: id, copy, angles, mayTurnOver }));
  });
}

/** All sheets, with those of one kind one after the other; no more than there are copies. */
function bedsOf(request: NestRequest): Bed[] {
  const copies = request.parts.reduce((sum, { count }) => sum + count, 0);
  return request.sheets.flatMap(({ id, outline, holes, count, isRoll }) => {
    const ground = groundOf({ outline, holes }, request);
    const taken = takenOf(ground);
    return Array.from({ length: Math.min(count, copies) }, (_, sheetNumber) => ({
      sheetId: id,
      sheetNumber,
      isRoll: isRoll ?? false,
      ground,
      taken,
    }));
  });
}
