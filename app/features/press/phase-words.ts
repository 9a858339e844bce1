import type { PressLayerView } from '@keen-anvil/contract';
import type { Apart, AtOdds, PlanPhase, Pressing } from '@keen-anvil/core/press';
import { givesPrint, sayQuantity } from '@keen-anvil/core/recipes';
import { formatDuration, formatNumber } from '@keen-anvil/core/units';
import type { Units } from '../../ui/units';

type Named = Pick<PressLayerView, 'id' | 'name'>;
type Laid = Named & Pick<PressLayerView, 'process'>;

const namesOf = (ids: readonly string[], layers: readonly Named[]): string =>
  ids.map((id) => layers.find((layer) => layer.id === id)?.name ?? 'what lies there').join(' and ');

/** Pressed for less than this share of what its recipe says, a layer is peeled early. */
const PEELED_EARLY = 0.8;

/** What a phase is called, in two or three words. */
export function phaseName({ kind, peel, isOnlyIfNeeded }: PlanPhase): string {
  switch (kind) {
    case 'warm-up':
      return 'Let the press warm up';
    case 'preheat':
      return 'Preheat the blank';
    case 'turn-over':
      return 'Turn it over';
    case 'lay':
      return 'Lay it on';
    case 'press':
      return 'Press';
    case 'recover':
      return 'Let the plate come back';
    case 'rest':
      return 'Let it cool a little';
    case 'weigh':
      return 'Weigh it down while it cools';
    case 'peel':
      return `Peel ${peel ?? 'cold'}`;
    case 'lift-corner':
      return 'Lift a corner';
    case 'press-again':
      return isOnlyIfNeeded ? 'Press again, if it lifts' : 'Press again';
  }
}

/** What is done in a phase, as a sentence. */
export function sayPhase(phase: PlanPhase, layers: readonly Laid[], unit: string): string {
  const { kind, dialled, pressure, layerIds, cover, place, peel } = phase;
  const at = dialled === null ? '' : `${formatNumber(dialled, 0)} ${unit}`;
  const knob = pressure === null ? '' : `, knob at ${formatNumber(pressure, 1)} turns`;
  const what = namesOf(layerIds, layers);
  const where = place ? ` Place ${place.turn} of ${place.of}.` : '';
  switch (kind) {
    case 'warm-up':
      return `Dial ${at}, and wait until it has swung back to it.`;
    case 'preheat':
      return 'Press the empty blank: creases and damp go out of it.';
    case 'turn-over':
      return 'Its back up, with a clean sheet below. The front lies on what is soft.';
    case 'lay':
      return `${what}, ${sayWhichSide(layers.filter(({ id }) => layerIds.includes(id)))}${cover ? `; the ${sayQuantity('cover', cover)} over it` : ''}.${where}`;
    case 'press':
      return `Plate down at ${at}${knob}: ${what}.${where}`;
    case 'recover':
      return `A cold blank took heat out of it: it is at ${at} again when this is over.`;
    case 'rest':
      return 'The carrier comes off while it is warm to the hand, not hot.';
    case 'weigh':
      return 'A flat board with something heavy on it, until it is cold to the hand.';
    case 'peel':
      return peel === 'hot'
        ? `${what}: at once, in one go, low along the cloth.`
        : `${what}: slowly, low along the cloth.`;
    case 'lift-corner':
      return 'Does its edge stay down while you lift the carrier at one corner?';
    case 'press-again':
      return `Lay the carrier back. Plate down at ${at}${knob}.`;
  }
}

/** Which side of what is laid on comes up. */
function sayWhichSide(laid: readonly Laid[]): string {
  if (laid.some(({ process }) => givesPrint(process))) return 'its ink to the blank';
  return laid.length > 1 ? 'side by side, carriers up' : 'its carrier up';
}

/** How often it is pressed, and whether the press stays as it is set. */
export function sayPressings(pressings: readonly Pressing[]): string {
  if (pressings.length === 1) return 'One pressing suits all of it';
  const isOneSetting = pressings.every(
    ({ dialled, pressure }) => dialled === pressings[0].dialled && pressure === pressings[0].pressure,
  );
  return isOneSetting
    ? `One setting suits all of it, in ${pressings.length} pressings`
    : `${pressings.length} pressings, one after the other`;
}

/** What a pause does to the heat that it was to get. */
export function sayPause(phase: PlanPhase, spentSeconds: number): string {
  if (!phase.isDown) return 'Nothing lies under the plate: the time stands still, and nothing is lost.';
  const share = Math.min(1, spentSeconds / phase.seconds);
  return `Lift the plate now: what lies there has ${formatNumber(100 * share, 0)} % of this pressing. The rest is given when you go on; glue that has set meanwhile takes a little longer.`;
}

/** What to make of a phase that nobody watched. */
export const sayForgotten = ({ isDown }: PlanPhase, overSeconds: number): string =>
  `This was over ${formatDuration(Math.round(overSeconds))} ago, and nobody has said so. ${
    isDown
      ? 'If the plate is still down, lift it now. Cancel this pressing: what lies there has had far more than it takes, or nobody knows what.'
      : 'Go on with what comes next, or cancel it.'
  }`;

/** Why there is no window, as one sentence: which two, and by how much. */
export function sayAtOdds(
  none: AtOdds,
  layers: readonly Named[],
  ground: { id: string; name: string } | null,
  machineName: string,
  units: Pick<Units, 'show' | 'showDifference'>,
): string {
  const name = (id: string): string =>
    id === 'press' ? machineName : ground?.id === id ? ground.name : namesOf([id], layers);
  const number = (value: number): string =>
    none.unit === '°C'
      ? units.show(Math.round(value), '°C')
      : `${formatNumber(value, none.unit === 'turns' ? 1 : 0)} ${none.unit}`;
  const apart = Math.abs(none.wanted - none.borne);
  const by = none.unit === '°C' ? units.showDifference(Math.round(apart), '°C') : number(apart);
  const at = none.atC === null ? '' : ` at ${units.show(Math.round(none.atC), '°C')}`;
  if (none.in === 'whole seconds')
    return `${none.needs === none.bears ? name(none.needs) : `${name(none.needs)} and ${name(none.bears)} together`} would take ${formatNumber(none.wanted, 2)} to ${formatNumber(none.borne, 2)} s${at}: no whole second of the timer of ${machineName} lies there, at no step of its dial.`;
  if (none.wanted <= none.borne)
    return `No step of the dial and the timer of ${machineName} suits ${name(none.needs)} and ${name(none.bears)} together: what both take is narrower than a step.`;
  if (none.in === 'temperature')
    return `${name(none.needs)} needs at least ${number(none.wanted)}; ${name(none.bears)} bears ${number(none.borne)}. They are ${by} apart.`;
  if (none.in === 'pressure')
    return `${name(none.needs)} wants the knob at ${number(none.wanted)} or more; ${name(none.bears)} no more than ${number(none.borne)}. They are ${by} apart.`;
  if (none.in === 'press')
    return `${name(none.needs)} needs ${number(none.wanted)}${at}; ${machineName} goes to ${number(none.borne)}. That is ${by} short.`;
  if (none.in === 'heat under the overlapping plate')
    return `Where the plate overlaps, ${name(none.needs)} would get ${number(none.wanted)}${at}, and takes ${number(none.borne)}: ${by} too long. Take a larger press.`;
  return `${name(none.needs)} needs ${number(none.wanted)}${at} while ${name(none.bears)} lies there already, which takes ${number(none.borne)}: ${by} too long.`;
}

/** Why something is pressed by itself, after what lies there already, as one sentence. */
export function sayApart(
  { because, later, before, wanted, borne, unit, atC }: Apart,
  layers: readonly Named[],
  units: Pick<Units, 'show' | 'showDifference'>,
): string {
  const [upper, lower] = [namesOf([later], layers), namesOf([before], layers)];
  if (because === 'the other side') return `${upper} comes after ${lower}: it goes onto the other side.`;
  if (because === 'lies over')
    return `${upper} comes after ${lower}: it lies over it, and its carrier would lie between.`;
  const number = (value: number) =>
    unit === '°C' ? units.show(Math.round(value), '°C') : `${formatNumber(value, unit === 'turns' ? 1 : 0)} ${unit}`;
  const [least, most] = [wanted ?? 0, borne ?? 0];
  const by = unit === '°C' ? units.showDifference(Math.round(least - most), '°C') : number(least - most);
  const at = atC === null ? '' : ` at ${units.show(Math.round(atC), '°C')}`;
  return `${upper} and ${lower} are pressed apart: one asks for ${number(least)} at least${at}, the other takes ${number(most)} at most. That is ${by} apart.`;
}

/** Why a layer is peeled before it has all of its heat; null where it has. */
export function sayPeeledEarly(
  layer: Named & { dwellSeconds: number; rate: number },
  pressing: Pressing,
  gotSeconds: number,
): string | null {
  const own = pressing.dwellSeconds;
  const later = gotSeconds / layer.rate - own;
  return later >= 1 && own < layer.dwellSeconds * PEELED_EARLY
    ? `${layer.name} is peeled after ${formatNumber(own, 0)} s: it gets the other ${formatNumber(later, 0)} s under what is pressed later.`
    : null;
}

/** What helps where there is no window. */
export const sayMend = ({ in: why }: AtOdds): string =>
  why === 'pressure'
    ? 'Press them apart: leave one out of this job, or lay it where the other is not.'
    : why === 'press' || why === 'heat under the overlapping plate'
      ? 'Another press would do it.'
      : 'Take another film, tune the one that asks for more, or move one so that it does not lie over the other: then the hotter one goes first.';
