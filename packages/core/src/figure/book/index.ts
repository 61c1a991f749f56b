/** What the composer knows: figures and where things go on them, what is worn, held, sat on, and stands behind. */
export * from './subjects';
export * from './things';
export * from './forms';
