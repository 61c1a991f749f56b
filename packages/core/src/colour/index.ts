/** Colour: sRGB values, WCAG luminance and contrast, CIELAB lightness and CIEDE2000, garment colours. */
export * from './srgb';
export * from './contrast';
export * from './difference';
export * from './garment';
export * from './nearest-yarn';
export * from './reach';
export * from './names';
export * from './white-balance';
export * from './palette';
export * from './recast';
export * from './other-eyes';
