/** Files: names, what formats say of themselves, reading back what was written, and manifests of packs. */
export * from './name';
export * from './png';
export * from './png-rows';
export * from './indexed';
export * from './flat';
export * from './jpeg';
export * from './pdf';
export * from './readback';
export * from './planned';
export * from './manifest';
