import { inUnits } from './in-units';

const inches = (sentence: string) => inUnits(sentence, { length: 'in', temperature: '°C' });
const fahrenheit = (sentence: string) => inUnits(sentence, { length: 'mm', temperature: '°F' });

describe('a sentence in the maker’s units', () => {
  it('has its lengths in inches, all that stand before one unit', () => {
    expect(inches('The work takes 230 × 50 mm; navy offcut has 200 × 150 mm.')).toBe(
      'The work takes 9.055 × 1.969 in; navy offcut has 7.874 × 5.906 in.',
    );
    expect(inches('0.5 to 25.4 mm was expected; -3 mm came.')).toBe('0.02 to 1 in was expected; -0.118 in came.');
    expect(inches('1,270 mm of the roll')).toBe('50 in of the roll');
  });

  it('leaves areas, speeds and words alone', () => {
    for (const sentence of ['smaller than 9 mm²', 'at 100 mm/s', '3 mmol', 'step 3 of 4'])
      expect(inches(sentence)).toBe(sentence);
  });

  it('has its temperatures in °F, and what two are apart by as a difference', () => {
    expect(fahrenheit('bears 130 °C; the plate has 150 °C')).toBe('bears 266 °F; the plate has 302 °F');
    expect(fahrenheit('right from 145 to 155 °C')).toBe('right from 293 to 311 °F');
    expect(fahrenheit('They are 5 °C apart.')).toBe('They are 9 °F apart.');
    expect(fahrenheit('hotter by 10 °C')).toBe('hotter by 18 °F');
  });

  it('is as it was where that is what they prefer', () => {
    const sentence = '12 mm at 150 °C';
    expect(inUnits(sentence, { length: 'mm', temperature: '°C' })).toBe(sentence);
  });
});
