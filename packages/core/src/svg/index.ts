/** SVG into outlines: what an imported figure becomes, and what could not be kept. */
export * from './read-svg';
export * from './safety';
export * from './safe-svg';
export * from './motif-inks';
