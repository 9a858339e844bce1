export { GARMENT_SIZES, MEASURE_LABELS, ownSize, sizeOf, type GarmentMeasures, type GarmentSize } from './sizes';
export { GARMENT_PLACES, placeLabel, placeOn, type GarmentPlace, type OnGarment } from './place-on';
export { cutList, type SizeCount, type SizeGroup } from './cut-list';
export { rulerFor } from './ruler-for';
export { drawnGarment, type DrawnGarment } from './drawn-garment';
