/** Listings: a design's words filled for one product, judged by its marketplace's limits, priced, and what sells (simulated). */
export * from './facts';
export * from './fill';
export * from './judge';
export * from './mends';
export * from './price';
export * from './suggest';
export * from './protected';
export * from './credits';
export * from './artwork-words';
export * from './cost';
export * from './sales';
export * from './csv';
export * from './numbers';
export * from './rights';
export * from './ledger';
