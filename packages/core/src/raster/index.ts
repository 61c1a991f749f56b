/** Typed-array images: RGBA with straight alpha, 8 bits a component, row by row. */
export * from './image';
export * from './alpha-box';
export * from './ground';
export * from './garment-tile';
export * from './distance';
export * from './components';
export * from './thin';
export * from './alpha';
export * from './resample';
export * from './oklab';
export * from './blur';
export * from './blend';
export * from './fill-polygon';
export * from './matte';
export * from './graph-cut';
export * from './by-marks';
export * from './reduce';
