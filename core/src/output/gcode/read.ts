import type { Point } from '../../geometry';
import { FULL_POWER_S } from './write';

/** A stretch of a G-code file with the beam on (`power` above 0) or off. */
export interface BeamMove {
  from: Point;
  to: Point;
  /** Share of full power, 0 to 1. */
  power: number;
  /** Feed; null for a rapid move. */
  speedMmS: number | null;
}

export interface GcodeReading {
  moves: BeamMove[];
  /** Words that mean nothing here, each once. */
  unread: string[];
}

/**
 * Reads G-code of straight lines: G0, G1, G20/G21, G90/G91, F, S, M3, M4, M5, and air by M7 to M9; comments in brackets or
 * after a semicolon. y is counted down again from `flipY`.
 * @throws SyntaxError where a word has no number, or a feed is missing
 */
export function readGcode(text: string, flipY: number): GcodeReading {
  const unread = new Set<string>();
  const moves: BeamMove[] = [];
  let at = { x: 0, y: 0 };
  let unit = 1;
  let isAbsolute = true;
  let isBeam = false;
  let motion = 0;
  let power = 0;
  let feed: number | null = null;
  text.split(/\r?\n/).forEach((line, index) => {
    const bare = line.replace(/\([^)]*\)/g, '').replace(/;.*/, '').trim();
    const target: { x?: number; y?: number } = {};
    for (const word of bare.match(/[A-Za-z][^A-Za-z]*/g) ?? []) {
      const letter = word[0].toUpperCase();
      const value = Number(word.slice(1).trim() || NaN);
      if (!Number.isFinite(value)) throw new SyntaxError(`Line ${index + 1}: a number was expected after ${letter}; “${word.trim()}” came.`);
      if (letter === 'X') target.x = value * unit;
      else if (letter === 'Y') target.y = value * unit;
      else if (letter === 'F') feed = (value * unit) / 60;
      else if (letter === 'S') power = value / FULL_POWER_S;
      else if (letter === 'G' && (value === 0 || value === 1)) motion = value;
      else if (letter === 'G' && (value === 20 || value === 21)) unit = value === 20 ? 25.4 : 1;
      else if (letter === 'G' && (value === 90 || value === 91)) isAbsolute = value === 90;
      else if (letter === 'M' && value >= 3 && value <= 5) isBeam = value !== 5;
      else if (!(letter === 'M' && value >= 7 && value <= 9)) unread.add(word.trim());
    }
    if (target.x === undefined && target.y === undefined) return;
    const next = isAbsolute ? { x: target.x ?? at.x, y: target.y ?? at.y } : { x: at.x + (target.x ?? 0), y: at.y + (target.y ?? 0) };
    if (motion === 1 && feed === null) throw new SyntaxError(`Line ${index + 1}: a feed (F) was expected before the first G1.`);
    moves.push({ from: { x: at.x, y: flipY - at.y }, to: { x: next.x, y: flipY - next.y }, power: motion === 1 && isBeam ? power : 0, speedMmS: motion === 1 ? feed : null });
    at = next;
  });
  return { moves, unread: [...unread] };
}
