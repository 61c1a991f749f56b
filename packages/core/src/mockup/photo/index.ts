/** A seller's own photo of a blank as a scene: where it is printed, and what is measured in it for the print to belong there. */
export * from './types';
export { cellsOf, isNet, MOST_NET, movedPoint } from './fields';
export { lieOf, netOf, withPoints, type Lie } from './lie';
export { photoBase, photoCover, photoMaps, type PhotoBase } from './maps';
export { fromWords, grainOf, lightFrom, softnessOf } from './measure';
export { photoScene, withPhoto, PHOTO_SIDE } from './scene';
