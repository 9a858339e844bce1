export { lengthInMm, MM_PER_PX, parseLength, type WrittenLength } from './length';
export { parseTypedNumber } from './typed-number';
export { formatDuration, formatNumber } from './format';
