/** The marketplace that a spec is of: the first piece of its id. */
export const marketOfSpec = (spec: string): string => spec.split('/')[0];
