export { FAMILIES, FAMILY_NAMES, familyOf, type CareKind, type Family, type FamilyName } from './family';
export { thicknessFrom, type MeasuredThickness } from './thickness';
export { drawDown, isAnotherBlank, type StockAmount, type UsedBlanks, type StockKind, STOCK_KINDS } from './stock';
export { materialProblem } from './material-problem';
export { photoProblem, SHOWN_MM, type TruePhoto } from './true-photo';
export { outlineOf } from './outline-of';
export { isWorkedReversed } from './worked-reversed';
export { isWeededAfter } from './weeded-after';
export { kerfFor, measuredKerf } from './kerf-for';
