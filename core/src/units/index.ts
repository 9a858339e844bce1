export { lengthInMm, MM_PER_PX, parseLength, type WrittenLength } from './length';
export { parseTypedNumber } from './typed-number';
export { formatDuration, formatNumber } from './format';
export { sayMoney } from './money';
export { convertUnit, readUnit, unitsLike } from './convert';
export { readTyped, type ReadQuantity, type TypedQuantity } from './typed-quantity';
export { detailsProblem, fieldProblem, type DetailField, type Details } from './detail-field';
export type { Fault } from './fault';
