/** Mockups: pictures of a blank (scenes) with a design printed on it, lit as the blank is. */
export * from './types';
export * from './fields';
export * from './fits';
export * from './print-looks';
export { onPatch } from './patch';
export * from './ground';
export { composeMockup, pxPerInch, viewOf, type MockupOptions, type Printed } from './compose';
export { codedInches, inchesOf, placesOf, type Places, type PrintArea, type View } from './places';
export * from './wish';
export * from './plan';
export * from './judge';
export * from './words';
export * from './arrange';
export * from './photo';
