/** Commands and their keys: one catalogue, the keys that a seller has changed, what listens for them, and the dialog that shows and changes them. */
export * from './catalogue';
export * from './key-words';
export * from './own-keys';
export * from './use-keys';
export * from './use-tip';
