/** What things cost in a workshop. Money in whole cents. */
export interface Rates {
  handCentsPerHour: number;
  /** Hands at each batch, before the first piece: files, stock, dials. */
  setUpMinutes: number;
  /** Of any machine that is not named in `machines`. */
  machineCentsPerHour: number;
  machines: Readonly<Record<string, number>>;
  /** A new blade, point or tip. */
  toolCents: number;
  transferTapeCentsPerM2: number;
  /** Of what is printed, covered all over. */
  inkCentsPerM2: number;
  coverCentsPerPressing: number;
  packagingCents: number;
  /** Of the price, as a market or a card takes it, %. */
  feePercent: number;
  /** Of the price, that stays with the workshop, %. */
  marginPercent: number;
  /** A sheet that is begun is paid whole; else only what lies on it, with its waste. */
  wholeSheets: boolean;
  /** As it stands on a quote. */
  taxText: string;
}

export const USUAL_RATES: Rates = {
  handCentsPerHour: 2400,
  setUpMinutes: 10,
  machineCentsPerHour: 300,
  machines: {},
  toolCents: 900,
  transferTapeCentsPerM2: 420,
  inkCentsPerM2: 650,
  coverCentsPerPressing: 4,
  packagingCents: 60,
  feePercent: 0,
  marginPercent: 35,
  wholeSheets: true,
  taxText: 'No tax is shown on this quote.',
};

/** A sentence where no price can come of rates; null where one can. */
export function ratesProblem({
  feePercent,
  marginPercent,
}: Pick<Rates, 'feePercent' | 'marginPercent'>): string | null {
  const taken = feePercent + marginPercent;
  return taken < 95
    ? null
    : `Margin and fee together were expected to stay below 95 % of the price; ${taken} % came: nothing would be left for what it costs.`;
}
