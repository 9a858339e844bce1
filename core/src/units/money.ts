/**
 * Whole cents as money, with its currency.
 * @example sayMoney(123450, 'EUR') // '1,234.50 EUR'
 */
export function sayMoney(cents: number, currency: string): string {
  const whole = Math.floor(Math.abs(cents) / 100);
  const rest = String(Math.abs(cents) % 100).padStart(2, '0');
  const grouped = String(whole).replace(/\B(?=(\d{3})+$)/g, ',');
  return `${cents < 0 ? '-' : ''}${grouped}.${rest} ${currency}`;
}
