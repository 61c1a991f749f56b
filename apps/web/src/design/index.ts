/** What several screens show of a design: its drawing, its thumbnails on garments, its spec in words. */
export * from './resolved';
export * from './use-drawing';
export * from './artwork-painter';
export * from './garment-canvas';
export * from './words';
export * from './spec-choice';
export * from './new-for';
export * from './version-figure';
export * from './use-border';
export { usePreview } from './use-preview';
export { SmallFigure } from './small-figure';
