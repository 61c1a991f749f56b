import type { Backdrop, Facing, Held, Seat, Worn } from '../types';
import { backdrop as b, held as h, seat as s, worn as w } from './make';

const LEFT: Facing = -1;
const RIGHT: Facing = 1;

/** What is worn. Of things with the same word the first is the usual one, the others are other ways. */
export const WORN: readonly Worn[] = [
  w('flat/top-hat', 'top hat, hat', 'head', [16, 25, 19.5]),
  w('form/woolly-hat', 'woolly hat, bobble hat, beanie, hat', 'head', [16, 25, 20]),
  w('flat/billed-cap', 'cap, peaked cap, baseball cap, hat', 'head', [19.4, 20, 19], LEFT),
  w('flat/womans-hat', 'sun hat, straw hat, hat', 'head', [16, 23.5, 16]),
  w('form/cowboy-hat', 'cowboy hat, hat', 'head', [16, 22.4, 14.5]),
  w('form/wizard-hat', 'wizard hat, witch hat, pointed hat', 'head', [16, 25.2, 18]),
  w('form/night-cap', 'night cap, nightcap, sleeping cap', 'head', [16, 25.2, 20]),
  w('form/party-hat', 'party hat, paper hat', 'head', [16, 26, 14]),
  w('form/hard-hat', 'hard hat, helmet, safety helmet', 'head', [16, 23.4, 20]),
  w('form/head-torch', 'head torch, headlamp, head lamp', 'head', [16, 13.2, 24]),
  w('flat/crown', 'crown', 'head', [16, 28.6, 19]),
  w('flat/graduation-cap', 'mortarboard, graduation cap, scholar’s cap', 'head', [16, 21.6, 19]),
  w('flat/headphone', 'headphones, headphone', 'head', [16, 5, 19]),
  w('form/glasses', 'glasses, spectacles, reading glasses', 'eyes', [16, 16, 28]),
  w('flat/sunglasses', 'sunglasses, shades', 'eyes', [16, 15.5, 27]),
  w('form/eye-patch', 'eye patch, eyepatch', 'eyes', [16, 14, 28]),
  w('form/monocle', 'monocle, eyeglass', 'eyes', [16, 16, 22]),
  w('form/scarf', 'scarf, muffler', 'neck', [16, 15, 24]),
  w('form/bow-tie', 'bow tie', 'neck', [16, 16, 30]),
  w('form/tie', 'tie, necktie', 'neck', [16, 4.6, 26]),
  w('flat/ribbon', 'bow, ribbon', 'neck', [16, 12, 32]),
  w('flat/sports-medal', 'medal', 'neck', [16, 3, 26]),
  w('form/cape', 'cape, cloak', 'neck', [16, 6, 15], 0, true),
];

/** What is held, and how large it is beside the one who holds it. */
export const HELD: readonly Held[] = [
  h('form/lantern', 'lantern, lamp, storm lantern', [16, 4.4], 0.42, 'hangs'),
  h('flat/red-paper-lantern', 'paper lantern', [16, 2.4], 0.42, 'hangs'),
  h('flat/flashlight', 'torch, flashlight', [23.4, 22.6], 0.42, 'held', { facing: LEFT }),
  h('flat/candle', 'candle', [15.6, 24], 0.4, 'held'),
  h('flat/magnifying-glass-tilted-left', 'magnifying glass, lens', [25, 25], 0.46, 'held', { facing: LEFT }),
  h('flat/umbrella', 'umbrella', [16, 15], 1.15, 'over', { behind: true }),
  h('flat/balloon', 'balloon', [8, 29], 0.85, 'held', { behind: true }),
  h('flat/broom', 'broom, besom', [21.6, 13.6], 0.85, 'stands', { behind: true }),
  h('form/walking-stick', 'stick, walking stick, staff, cane', [15.6, 13], 0.62, 'stands', { behind: true }),
  h('form/net', 'net, butterfly net, moth net', [7.4, 24], 0.85, 'stands', { facing: RIGHT, behind: true }),
  h('flat/fishing-pole', 'fishing rod, rod, fishing pole', [24, 26], 0.85, 'stands', {
    facing: LEFT,
    behind: true,
  }),
  h('flat/axe', 'axe, hatchet', [23, 24.4], 0.6, 'held', { facing: LEFT }),
  h('flat/pick', 'pick, pickaxe', [24.4, 24.8], 0.6, 'held', { facing: LEFT }),
  h('flat/hammer', 'hammer', [24.2, 24.6], 0.46, 'held', { facing: LEFT }),
  h('flat/wrench', 'spanner, wrench', [23.6, 23.4], 0.44, 'held', { facing: LEFT }),
  h('flat/paintbrush', 'paintbrush, brush', [24, 9], 0.46, 'held', { facing: LEFT }),
  h('flat/pencil', 'pencil', [22, 11], 0.44, 'held', { facing: LEFT }),
  h('flat/scissors', 'scissors', [16, 10], 0.4, 'held'),
  h('flat/magic-wand', 'wand, magic wand', [5, 27], 0.5, 'held', { facing: RIGHT }),
  h('flat/old-key', 'key', [21, 10], 0.42, 'held', { facing: LEFT }),
  h('flat/camera', 'camera', [16, 20], 0.4, 'held'),
  h('flat/telescope', 'telescope', [16, 26], 0.75, 'stands', { facing: LEFT }),
  h('flat/compass', 'compass', [16, 17], 0.36, 'held'),
  h('flat/open-book', 'open book, book, notebook, field guide', [16, 26], 0.46, 'held'),
  h('form/mug', 'mug, cup, coffee, cocoa, tea', [22.6, 18], 0.3, 'held', { facing: LEFT }),
  h('flat/teacup-without-handle', 'teacup, bowl of tea', [16, 24], 0.4, 'held'),
  h('flat/beer-mug', 'beer, pint, ale', [26, 18], 0.4, 'held', { facing: LEFT }),
  h('flat/wine-glass', 'wine, glass of wine', [16, 22], 0.42, 'held'),
  h('flat/guitar', 'guitar', [15, 17.4], 0.62, 'held', { facing: RIGHT }),
  h('flat/bouquet', 'bouquet, flowers, bunch of flowers', [25.6, 26.4], 0.46, 'held', { facing: LEFT }),
  h('flat/sunflower', 'sunflower, flower', [16, 26], 0.5, 'held'),
  h('flat/red-heart', 'heart', [16, 24], 0.36, 'held'),
  h('flat/envelope', 'letter, envelope', [16, 22], 0.38, 'held'),
  h('flat/kite', 'kite', [22.6, 29], 0.75, 'held', { facing: LEFT, behind: true }),
  h('flat/fork-and-knife', 'fork and knife, knife and fork, fork', [16, 24], 0.42, 'held'),
  h('flat/yarn', 'yarn, wool, knitting', [16, 20], 0.38, 'held', { facing: LEFT }),
  h('flat/doughnut', 'doughnut', [16, 20], 0.34, 'held'),
  h('flat/pizza', 'pizza', [22, 22], 0.38, 'held', { facing: LEFT }),
  h('flat/carrot', 'carrot', [20, 12], 0.4, 'held', { facing: LEFT }),
  h('flat/ice-cream', 'ice cream', [16, 27], 0.38, 'held'),
  h('flat/trophy', 'trophy', [16, 26], 0.42, 'held'),
  h('flat/basket', 'basket', [16, 3.4], 0.46, 'hangs'),
  h('flat/bell', 'bell', [16, 3.4], 0.36, 'hangs'),
  h('flat/potted-plant', 'potted plant, plant, pot plant', [16, 25], 0.46, 'held'),
  h('form/sign', 'sign, placard', [16, 26], 0.66, 'stands'),
  h('flat/backpack', 'backpack, rucksack', [16, 4], 0.5, 'stands'),
];

/** What is sat on. */
export const SEATS: readonly Seat[] = [
  s('form/log', 'log, fallen tree', [16, 18.6, 25]),
  s('flat/wood', 'stump, tree stump', [16, 6.6, 17]),
  s('flat/rock', 'rock, stone, boulder', [15.4, 6, 17]),
  s('form/mound', 'mound, hill, grass', [16, 21, 24]),
  s('form/pile-of-books', 'pile of books, books, stack of books', [17, 16.8, 22]),
  s('flat/mushroom', 'mushroom, toadstool', [16, 4.8, 20]),
  s('flat/crescent-moon', 'crescent moon, crescent, moon', [13.4, 23, 18]),
  s('flat/cloud', 'cloud', [16, 10.6, 22]),
  s('flat/jack-o-lantern', 'pumpkin', [16, 7.6, 20]),
  s('flat/star', 'star', [16, 12, 20]),
];

/** What stands behind all of it, or above. */
export const BACKDROPS: readonly Backdrop[] = [
  b('flat/full-moon', 'full moon, moon', 1.3),
  b('flat/crescent-moon', 'crescent moon, crescent', 0.5, 'above'),
  b('flat/star', 'star, stars', 0.3, 'above'),
  b('flat/sun', 'sun', 1.3),
  b('flat/rainbow', 'rainbow', 1.25),
  b('flat/tent', 'tent', 1.15),
  b('flat/evergreen-tree', 'tree, fir, pine, trees', 1.35),
  b('flat/cloud', 'cloud, clouds', 0.6, 'above'),
];
