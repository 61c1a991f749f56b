/** All that is set about lettering: typefaces, words on the board, baselines, envelopes, styles. */
export * from './face-field';
export { FontFileButton } from './face-picker';
export * from './face-sample';
export * from './lettering-settings';
export * from './net-handles';
export * from './replace-dialog';
export * from './type-layer';
