/** Wear: textures that take ink away, laid in mm on the print, the same from the same seed everywhere. */
export * from './wear';
export { GREY_FIELD, greyName, lightOf, MOST_GREY, type WearGrey } from './grey';
export { WEAR_KINDS, wearKind, type WearKind } from './kinds';
export { heightOf, type Height } from './height';
export { thresholdFor } from './amount';
export { WEAR_PRESETS, type WearPreset } from './presets';
export { cells, cloud, grains, hash, noise, unit, type Cells } from './noise';
export { biasOf, isWear, wearMaterial, wearOf, wearRaster, wearWidth, type WearPicture } from './picture';
