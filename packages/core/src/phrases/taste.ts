/**
 * What is never made: by words that hurt or sell badly everywhere, and by phrases that are worn or somebody’s. Whole words,
 * so that a peacock, a cockpit or Essex are no fault.
 */
const NEVER_WORDS = new Set(
  (
    'ass arse arsehole bastard bitch bloody bollocks boobs breast butt cock crap cum damn dick dickhead drug drugs fuck fucking gay ' +
    'god hell hitler hoe horny idiot jesus kill killed killer lesbian moron murder naked nazi negro nude penis piss porn prick ' +
    'pussy racist rape retard sex sexy shit slag slave slut spastic stoned suicide tits tosser tranny twat vagina wank wanker ' +
    'weed whore xxx'
  ).split(' '),
);
const NEVER_PHRASES: readonly RegExp[] = [
  /\bkeep calm\b/i,
  /\blive,? laugh,? love\b/i,
  /\bnot all who wander\b/i,
  /\bpull (?:the )?weed\b/i,
  /\bself[- ]harm\b/i,
];

/** Whether a phrase is one that is offered: nothing that hurts, and nothing that hangs in every shop. */
export const isTasteful = (text: string): boolean =>
  !(text.toLowerCase().match(/\p{L}+/gu) ?? []).some((word) => NEVER_WORDS.has(word)) &&
  !NEVER_PHRASES.some((p) => p.test(text));
