/** What is looked for in which month: what a year does to it, what is to come, and a seller's own figures as a file. */
export * from './demand';
export * from './csv';
