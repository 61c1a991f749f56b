/** The engine: core on Node (fonts, canvas, image decoding, files). No HTTP, no database; a room's files may use those above it. */

// ground/: what core needs of a platform, and writing files safely
export * from './ground/core-stamp';
export * from './ground/dictionaries';
export * from './ground/outline-ops';
export * from './ground/surfaces';
export * from './ground/typefaces';
export * from './ground/write-aside';

// pictures/: what comes in as a picture or an SVG, decoded and looked at
export * from './pictures/inspect-upload';
export * from './pictures/pictures';
export * from './pictures/svg-file';
export * from './pictures/svg-renderer';

// shipped/: what comes with Brelm (designs, specs, garments, scenes, figures)
export * from './shipped/design-file';
export {
  BOOK_IDS,
  drawToOrder,
  FIGURE_STYLES,
  readFigureRequest,
  type FigureDrawing,
} from './shipped/drawn-figures';
export * from './shipped/library';
export * from './shipped/motif-library';
export * from './shipped/scenes';

// archives/: several files as one, and back
export * from './archives/add-entry';
export * from './archives/design-archive';
export * from './archives/pack';
export * from './archives/rights-sheet';
export * from './archives/scene-archive';
export { unzipped } from './archives/unzip';
export * from './archives/zip-files';

// files/: everything that is made of a design, and its proof
export * from './files/blade-file';
export * from './files/cut-out';
export * from './files/encode-png';
export * from './files/expected-bytes';
export * from './files/export-pdf';
export * from './files/export-svg';
export * from './files/film-files';
export * from './files/fit';
export * from './files/jobs';
export * from './files/make-file';
export * from './files/mockup';
export * from './files/paint-exact';
export * from './files/proof-job';
export * from './files/series';
export * from './files/sheet-file';
export * from './files/wall-picture';

// receivers/: how presses and marketplaces read those files, by decoders of their own
export { checkMarketFile, type FileWish } from './receivers/market-check';
export * from './receivers/press-check';
