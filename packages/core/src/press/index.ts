/** What a press offers: its catalogue, what an order costs and when it comes, and how a print differs from its file. */
export * from './types';
export * from './fields';
export * from './calendar';
export * from './quote';
export * from './states';
export * from './tolerance';
