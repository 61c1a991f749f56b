/** The words of a search, each to be found by itself. */
export const wordsOf = (search: string): string[] => search.split(/\s+/).filter(Boolean);

/** A pattern for LIKE of whatever contains a text, in which its letters mean themselves. */
export const containing = (text: string): string => `%${text.replace(/[\\%_]/g, '\\$&')}%`;
