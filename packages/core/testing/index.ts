/** For tests only: a canvas, typefaces, pictures and small designs to run core on. */
export * from './base';
export * from './pictures';
export * from './worn';
export * from './drawn-alpha';
