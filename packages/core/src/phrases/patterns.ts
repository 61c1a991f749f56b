import type { Family, Mood } from './types';

/** What phrases are made by: a template whose places name classes of words. */
export interface Pattern {
  id: string;
  family: Family;
  moods: readonly Mood[];
  /**
   * Places as wording's templates have them. `{other thing}` is another word of the class `thing`; `{doing}` is `{do}` as a
   * gerund; `{few}` is a small number in words, `{n}` one in digits.
   */
  template: string;
}

/** Families whose phrases are not made by templates alone; see sounds.ts. */
export type Sound = Extract<Family, 'alliteration' | 'rhyme' | 'pun' | 'spoonerism'>;

/** What nobody would rather do. */
export const CHORES: readonly string[] =
  'answering emails, doing the ironing, sitting in meetings, filling in forms, waiting for the bus, doing my tax return, being sensible, making small talk, cleaning the oven, indoors, at work, on hold'.split(
    ', ',
  );
/** What there should be less of. */
export const FUSS: readonly string[] =
  'small talk, fuss, paperwork, noise, screen time, hurry, ironing, housework, drama, admin, nonsense, email'.split(
    ', ',
  );

const p = (id: string, family: Family, moods: string, template: string): Pattern => ({
  id,
  family,
  moods: moods.split(' ') as Mood[],
  template,
});

export const PATTERNS: readonly Pattern[] = [
  p('rather-than', 'rather', 'dry grumpy', 'I’d rather be {doing} than {chore}'),
  p('rather', 'rather', 'dry warm', 'I’d rather be {doing}'),
  p('gone', 'rather', 'dry warm', 'Gone {doing}, back by {time}'),
  p('do-not-disturb', 'rather', 'grumpy dry', 'Do not disturb: busy {doing}'),
  p('go-away', 'rather', 'grumpy', 'Go away, I’m {doing}'),
  p('born', 'rather', 'proud', 'Born to {do}, forced to be {chore}'),
  p('time-for', 'rather', 'warm', '{Time} is for {doing}'),
  p('my-years', 'rather', 'dry daft', 'In my {doing} years'),
  p('three-things', 'list', 'warm dry', '{Things}, {other things} & {stuff}'),
  p('repeat', 'list', 'dry', '{Stuff}. {Other stuff}. {A food}. Repeat.'),
  p('powered', 'list', 'proud dry', 'Powered by {stuff} & {other stuff}'),
  p('more-less', 'list', 'grumpy warm', 'More {creatures}, less {fuss}'),
  p('more-stuff', 'list', 'warm grumpy', 'More {stuff}, less {fuss}'),
  p('runs-on', 'list', 'daft dry', 'This {person} runs on {stuff} & {foods}'),
  p('wake', 'list', 'dry', 'Wake. {Do}. Sleep.'),
  p('came-for', 'list', 'warm dry', 'Came for the {foods}, stayed for the {creatures}'),
  p('chief', 'job title', 'dry proud', 'Chief {thing} officer'),
  p('head-of', 'job title', 'dry proud', 'Head of {stuff}'),
  p('correspondent', 'job title', 'dry', 'Senior {creature} correspondent'),
  p('assistant', 'job title', 'dry daft', 'Assistant to the {creature}'),
  p('department', 'job title', 'dry', 'Department of {stuff} & {other stuff}'),
  p('part-time', 'job title', 'dry', 'Part-time {person}, full-time {other person}'),
  p('by-day', 'job title', 'proud', '{Person} by day, {other person} by night'),
  p('collector', 'job title', 'proud daft', 'Certified {thing} collector'),
  p('trust-me', 'job title', 'daft proud', 'Trust me, I’m {a person}'),
  p('most', 'job title', 'proud', 'The most {quality} {person} in the {place}'),
  p('union', 'job title', 'dry proud', 'Union of {quality} {persons}'),
  p('ministry', 'job title', 'dry daft', 'Ministry of {quality} {creatures}'),
  p('established', 'sign', 'proud', 'Est. in the {place}'),
  p('society', 'sign', 'proud warm', 'The {quality} {person} society'),
  p('pub', 'sign', 'daft warm', 'The {Quality} {Creature}'),
  p('pub-pair', 'sign', 'daft warm', 'The {Creature} & {Thing}'),
  p('local', 'sign', 'proud dry', '{Persons}’ guild, {place} branch no. {n}'),
  p('friends', 'sign', 'warm', 'Friends of the {quality} {creature}'),
  p('welcome', 'sign', 'warm', 'All {creatures} welcome'),
  p('brake', 'sign', 'daft', 'I brake for {creatures}'),
  p('warning', 'sign', 'daft', 'Warning: may start talking about {stuff}'),
  p('beware', 'sign', 'grumpy daft', 'Beware of the {quality} {person}'),
  p('guard', 'sign', 'grumpy daft', 'Protected by {a quality creature}'),
  p('distracted', 'confession', 'daft warm', 'Easily distracted by {creatures}'),
  p('sorry-late', 'confession', 'daft', 'Sorry I’m late, I saw {a creature}'),
  p('one-more', 'confession', 'daft', 'Just one more {thing}'),
  p('told-food', 'confession', 'daft', 'I was told there would be {foods}'),
  p('work-for', 'confession', 'daft dry', 'Will work for {foods}'),
  p('ask-me', 'confession', 'warm daft', 'Ask me about my {things}'),
  p('told-me', 'confession', 'daft', 'The {creatures} told me to'),
  p('never-too-old', 'confession', 'warm', 'Never too old for {stuff}'),
  p('lend', 'confession', 'grumpy', 'No, I will not lend you my {thing}'),
  p('not-before', 'confession', 'grumpy', 'Not before my {food}'),
  p('mornings', 'confession', 'grumpy dry', 'I don’t do mornings, I do {stuff}'),
  p('be-kind', 'confession', 'warm', 'Be kind to {creatures}'),
  p('too-many', 'confession', 'dry daft', 'Yes, I do need {few} {things}'),
  p('okay', 'confession', 'warm', 'It’s okay, I have {stuff}'),
  p('home-is', 'comparison', 'warm', 'Home is where the {creatures} are'),
  p('as-as', 'comparison', 'daft dry', 'As {quality} as {a creature}'),
  p('short-of', 'comparison', 'daft', 'One {thing} short of a picnic'),
  p('like-but', 'comparison', 'daft dry', 'Like {a creature}, but {quality}'),
  p('happier', 'comparison', 'warm', 'Happier than {a creature} in the {place}'),
  p('half', 'comparison', 'daft', 'Half {person}, half {creature}'),
  p('other-is', 'comparison', 'daft', 'My other {thing} is {a quality other thing}'),
  p('better-with', 'comparison', 'warm', 'Life is better with {creatures}'),
];

/** Phrases of everybody’s, whose word in brackets gives way to one that sounds like it. */
export const SAYINGS: readonly string[] = [
  'Home sweet [home]',
  'No [news] is good news',
  'What’s the [matter]',
  'Rise and [shine]',
  'All’s [well] that ends well',
  'Easy come, easy [go]',
  'The early [bird]',
  'Out of the [blue]',
  'Once in a blue [moon]',
  'A piece of [cake]',
  'On the [fence]',
  'Under the [weather]',
  'Hit the [road]',
  'Against all [odds]',
  'As good as [gold]',
  'Fit as a [fiddle]',
  'So far, so [good]',
  'Less is [more]',
  'The best of [luck]',
  'Keep it [real]',
  'The more the [merrier]',
  'The end of the [line]',
  'A walk in the [park]',
  'The whole nine [yards]',
  'Down to [earth]',
  'Over the [hill]',
  'Back to [basics]',
  'Just [chill]',
  'Peace and [quiet]',
  'Lost and [found]',
  'Here to [stay]',
  'Made with [love]',
  'To [be] or not to be',
  'Carry [on]',
  'Live and let [live]',
  'A fine [line]',
  'First come, first [served]',
  'Bright and [early]',
  'No [pain], no gain',
  'Not my [cup] of tea',
  'The plot [thickens]',
  'Long time no [see]',
  'You [rock]',
  'Look on the bright [side]',
  'Take a [hike]',
  'Wake up and smell the [roses]',
  'No place like [home]',
  'Seize the [day]',
  'The last [straw]',
  'Sorry not [sorry]',
  'Head over [heels]',
  'Put the [kettle] on',
  'A bit of a [mess]',
];
