/** Our own building blocks: buttons, marks, fields, dialogs, notices. */
export * from './button';
export * from './file-button';
export * from './marks';
export * from './fields';
export * from './modal';
export * from './select-field';
export * from './notices';
export * from './swatch';
export * from './text';
export * from './toggled';
export * from './work-fault';
export * from './amount';
export * from './tick';
export * from './kept-notes';
export * from './kept-bar';
export * from './kept-list';
export * from './text-box';
