/** Verbs of one beat whose last letter is not doubled, though a vowel and a consonant end them. */
const SINGLE = /(?:[wxy]|[aeiou]{2}[^aeiou]|[^aeiou]{2}|[aeiou][aeiou])$/;
/** Verbs of several beats whose stress is at their end. */
const DOUBLED = new Set(['forget', 'begin', 'admit', 'refer', 'commit']);

/** The gerund of a verb: walking, lighting, sitting, lying. */
export function gerundOf(verb: string): string {
  if (/ie$/.test(verb)) return `${verb.slice(0, -2)}ying`;
  if (/[^eoy]e$/.test(verb)) return `${verb.slice(0, -1)}ing`;
  const beats = verb.match(/[aeiouy]+/g)?.length ?? 0;
  if (DOUBLED.has(verb) || (beats === 1 && !SINGLE.test(verb) && /[aeiou][^aeiouwxy]$/.test(verb)))
    return `${verb}${verb.at(-1)}ing`;
  return `${verb}ing`;
}

/** What is being done, of what is done: counting owls, of count owls. */
export const doing = (words: string): string => words.replace(/^\p{L}+/u, gerundOf);
