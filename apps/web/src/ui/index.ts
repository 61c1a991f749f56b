/** Our own building blocks: buttons, marks, fields, dialogs, notices. */
export * from './button';
export * from './marks';
export * from './fields';
export * from './modal';
export * from './notices';
export * from './swatch';
