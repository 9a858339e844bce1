export { largestRemainder } from './largest-remainder';
export { ratesProblem, USUAL_RATES, type Rates } from './rates';
export { handForecast, type HandForecast, type HandTime, type HandWork } from './hand-time';
export { fitsOnSheet } from './fits-on-sheet';
export { COST_KINDS, costOf, type Cost, type CostKind, type CostWish, type StockUse } from './cost-of';
export { cheaper, priceTable, USUAL_COUNTS, type Cheaper } from './price-table';
export { failureOf, NOTHING_SEEN } from './failure';
