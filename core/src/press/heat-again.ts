import { heatRate } from '../recipes';
import type { Ground, HeatLayer } from './layer';
import { heatThrough } from './through-blank';

/** A group that is pressed in one go, with the heat it is given. */
export interface GivenHeat {
  layers: readonly HeatLayer[];
  celsius: number;
  /** Seconds at 150 °C. */
  heat: number;
}

/** What of the pressings after one reaches a layer of it, in seconds at 150 °C: all of it, or what comes through the blank. */
export function heatAgain(layer: HeatLayer, k: number, given: readonly GivenHeat[], ground: Ground): number {
  let sum = 0;
  for (const { layers, celsius, heat } of given.slice(k + 1))
    sum += sideOf(layer) === sideOf(layers[0]) ? heat : heatThrough(celsius, heat / heatRate(celsius), ground);
  return sum;
}

export const sideOf = ({ side = 'front' }: Pick<HeatLayer, 'side'>): 'front' | 'back' => side;
