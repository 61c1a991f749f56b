/** Files: what will be made of designs, and the way to make it. */
export * from './make-dialog';
