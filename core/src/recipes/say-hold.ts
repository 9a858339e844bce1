import type { Hold } from './step-order';

/** What a hold calls for by name; null where it is not chosen yet or not there any more. */
export interface HoldNames {
  material: string | null;
  isFoil: boolean;
  tool: string | null;
  machine: string | null;
}

/**
 * What to do at a hold, as a sentence.
 * @example sayHold({ machine: false, sheet: true, cover: false, tool: false }, names) // "Put in Outdoor vinyl, navy"
 */
export function sayHold(hold: Hold, names: HoldNames): string {
  if (hold.turnOver && !hold.machine && !hold.sheet)
    return `Turn the sheet over, ${hold.turnOver === 'left-right' ? 'left to right' : 'top to bottom'}${hold.tool ? `, and put in ${names.tool ?? 'the next tool'}` : ''}`;
  const turned = hold.turnOver ? ', its back up' : '';
  const [material, tool] = [names.material ?? 'the next material', names.tool ?? 'the next tool'];
  if (hold.lookAfter)
    return `Look at a corner: is it through after ${hold.lookAfter} ${hold.lookAfter === 1 ? 'pass' : 'passes'}?`;
  if (hold.again) return 'Leave the sheet where it lies: it is gone over again in its place';
  if (hold.first) return `Begin at ${names.machine ?? 'the machine'}: put in ${material}`;
  if (hold.machine) return `Go on at ${names.machine ?? 'the other machine'}: put in ${material}${turned}`;
  if (hold.sheet) return hold.tool ? `Put in ${material}${turned} and ${tool}` : `Put in ${material}${turned}`;
  if (hold.cover)
    return `${names.isFoil ? `Lay ${material} over the sheet` : 'Take the foil off'}; the sheet stays where it lies${hold.tool ? `. Put in ${tool}` : ''}`;
  return `Leave the sheet where it lies and put in ${tool}`;
}
