import { convertUnit, formatNumber } from '@keen-anvil/core/units';

/** A number as it is written in a sentence. */
const NUMBER = String.raw`[−-]?\d[\d,]*(?:\.\d+)?`;
/** One or several numbers before one unit: 12 mm, 20 × 30 mm, 3 to 5 mm, 25 mm × 30 mm. Areas and speeds are no lengths. */
const LENGTHS = new RegExp(String.raw`(${NUMBER})((?:\s?(?:×|–|to|and|or|by)\s?${NUMBER})*)\s?mm(?![²³/\w])`, 'g');
const CELSIUS = new RegExp(
  String.raw`(by )?(${NUMBER})((?:\s?(?:–|to|and)\s?${NUMBER})*)\s?°C(?!\w)( apart| too| short| more| less| over)?`,
  'g',
);
const EACH = new RegExp(NUMBER, 'g');

const valueOf = (text: string): number => Number(text.replace(/,/g, '').replace('−', '-'));

/**
 * A sentence with its lengths in inches and its temperatures in °F, where these are what the maker prefers. Facts are kept in mm and °C;
 * only here, at the edge, sentences are turned. How far two temperatures are apart is no temperature.
 * @example inUnits('20 × 30 mm', { length: 'in', temperature: '°C' }) // '0.787 × 1.181 in'
 */
export function inUnits(sentence: string, chosen: { length: string; temperature: string }): string {
  let said = sentence;
  if (chosen.length === 'in')
    said = said.replace(LENGTHS, (_all, first: string, rest: string) => {
      const inches = (text: string) => formatNumber(convertUnit(valueOf(text), 'mm', 'in')!, 3);
      return `${inches(first)}${rest.replace(EACH, inches)} in`;
    });
  if (chosen.temperature === '°F')
    said = said.replace(CELSIUS, (_all, by: string = '', first: string, rest: string, apart: string = '') => {
      const isDifference = by !== '' || apart !== '';
      const fahrenheit = (text: string) =>
        formatNumber(isDifference ? (valueOf(text) * 9) / 5 : convertUnit(valueOf(text), '°C', '°F')!, 0);
      return `${by}${fahrenheit(first)}${rest.replace(EACH, fahrenheit)} °F${apart}`;
    });
  return said;
}
