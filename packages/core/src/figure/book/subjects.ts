import type { Facing, Subject } from '../types';
import { subject as s } from './make';

const LEFT: Facing = -1;
const RIGHT: Facing = 1;
const FRONT: Facing = 0;

/**
 * Figures with their anchors, set by hand on the figures as they ship: where a hat sits and how wide the head is there,
 * the line of the eyes, the neck (of a face alone: under the chin), and what holds things where. Of words for several
 * figures the first is the usual one, the others are other ways to draw it.
 */
export const SUBJECTS: readonly Subject[] = [
  // Whole animals of wood, field and garden.
  s('hedgehog', 'hedgehog', LEFT, {
    ...{ head: [9.2, 18.4, 7.5, -28], eyes: [6.6, 22.6, 6] },
    ...{ neck: [13.2, 23.6, 9.5, 78], hold: [3, 24.6, 'mouth'] },
  }),
  s('owl', 'owl, barn owl, tawny owl', FRONT, {
    ...{ head: [16, 3, 15], eyes: [16, 9.4, 20], neck: [16, 16.2, 20], hold: [5.8, 20, 'hand'] },
    poses: ['sitting'],
  }),
  s('badger', 'badger', LEFT, {
    ...{
      head: [8.2, 15.2, 6.5, -8],
      eyes: [7.6, 18.3, 6.5],
      neck: [12.6, 20, 10, 82],
      hold: [3, 20.6, 'mouth'],
    },
  }),
  s('beaver', 'beaver', LEFT, {
    ...{ head: [8.6, 4.8, 8.5, -12], eyes: [6.4, 6.9, 6.5], neck: [12, 10.5, 11, 72], hold: [6, 15, 'hand'] },
    ...{ ground: 28.8, poses: ['sitting'] },
  }),
  s('chipmunk', 'chipmunk, squirrel, red squirrel', LEFT, {
    ...{ head: [8, 7, 8, -8], eyes: [6, 10.7, 6.5], neck: [9.6, 15.3, 9, 8], hold: [6, 17.6, 'hand'] },
    poses: ['sitting'],
  }),
  s('deer', 'deer, stag, doe, fawn, roe', LEFT, {
    ...{ head: [8.4, 6.4, 6.5, -8], eyes: [5.2, 9.4, 5.5], neck: [8.6, 14, 7, 8], hold: [2.8, 11, 'mouth'] },
  }),
  s('rabbit', 'rabbit, bunny, hare', LEFT, {
    ...{ head: [8.5, 6.2, 8.5, -16], eyes: [6.4, 13.6, 6.5], neck: [9.8, 18.6, 9.5], hold: [9, 24, 'hand'] },
    ...{ ground: 30, poses: ['sitting'] },
  }),
  s('mouse', 'mouse, rat, vole, shrew', LEFT, {
    ...{ head: [12, 3, 9], eyes: [6.4, 11.6, 6.5], neck: [12, 17.2, 12, 66], hold: [10, 21.6, 'hand'] },
    poses: ['sitting'],
  }),
  s('otter', 'otter', LEFT, {
    ...{ head: [7.3, 10.2, 8], eyes: [7, 14.4, 7.5], neck: [7.4, 18.6, 8.5], hold: [10.4, 22, 'hand'] },
    poses: ['sitting'],
  }),
  s('skunk', 'skunk', LEFT, {
    ...{
      head: [8.2, 15.8, 6, -14],
      eyes: [6.9, 18.8, 5.5],
      neck: [12.2, 21.2, 8.5, 78],
      hold: [3, 20.6, 'mouth'],
    },
  }),
  s('sloth', 'sloth', LEFT, {
    ...{ head: [8, 11.4, 10], eyes: [8, 16.2, 10], neck: [8.2, 21.2, 10], hold: [5.5, 25, 'hand'] },
  }),
  s('snail', 'snail, slug', LEFT, {
    ...{ head: [5.9, 8.2, 7.5], eyes: [6, 3.9, 8], neck: [5.9, 16, 8], hold: [2.4, 13, 'mouth'] },
  }),
  s('snake', 'snake, adder', LEFT, {
    ...{ head: [23, 2.4, 9.5], eyes: [22.6, 5, 6.5], neck: [27, 11, 5.6], hold: [17, 5.9, 'mouth'] },
  }),
  s('lizard', 'lizard, newt, gecko, salamander', FRONT, {
    ...{
      head: [11.6, 2.6, 6],
      eyes: [11.6, 6.4, 7.5],
      neck: [11.6, 10.6, 4.6],
      hold: [6.4, 12, 'hand'],
      ground: 28,
    },
  }),
  s('frog', 'frog, toad', FRONT, {
    ...{ head: [16, 8.2, 9], eyes: [16, 8.6, 22], neck: [16, 27.6, 18], hold: [4.5, 25, 'none'], ground: 29 },
    poses: ['sitting'],
  }),
  s('spider', 'spider', FRONT, {
    ...{
      head: [16, 4.6, 6.5],
      eyes: [16, 8, 7],
      neck: [16, 12.2, 6.5],
      hold: [3.2, 8.2, 'hand'],
      ground: 30,
    },
  }),
  s('honeybee', 'honeybee, bee, bumblebee, wasp', LEFT, {
    ...{ head: [5.8, 12, 5.6, -12], eyes: [5.2, 17, 6], neck: [8.6, 17.2, 11, 90], hold: [3, 20, 'mouth'] },
    ...{ ground: 29, poses: ['flying'] },
  }),
  s('butterfly', 'butterfly, moth, hawk moth, emperor moth', FRONT, {
    ...{ head: [16, 7.4, 4.6], eyes: [16, 8.7, 5.6], neck: [16, 11.2, 4.4], hold: [16, 24, 'none'] },
    poses: ['flying'],
  }),
  s('bat', 'bat', RIGHT, {
    ...{
      head: [18, 14.2, 5.5, 38],
      eyes: [18, 18.4, 5.5, 38],
      neck: [20, 22, 5.5, 38],
      hold: [22, 25, 'none'],
    },
    ...{ ground: 29, poses: ['flying', 'upside down'] },
  }),
  // Cats and dogs.
  s('cat', 'cat, kitten, tabby', LEFT, {
    ...{
      head: [9, 7.4, 7.5, 14],
      eyes: [5.8, 11.8, 6.5],
      neck: [10.4, 16.4, 9, 32],
      hold: [3.2, 14.2, 'mouth'],
    },
  }),
  s('black-cat', 'black cat, cat', LEFT, {
    ...{
      head: [9, 7.4, 7.5, 14],
      eyes: [5.8, 11.8, 6.5],
      neck: [10.4, 16.4, 9, 32],
      hold: [3.2, 14.2, 'mouth'],
    },
  }),
  s('cat-face', 'cat face, cat', FRONT, {
    ...{
      head: [16, 9.8, 11],
      eyes: [16, 18.4, 14],
      neck: [16, 29.4, 14],
      hold: [25.5, 27.5, 'none'],
      ground: 30,
    },
  }),
  s('dog', 'dog, hound, puppy', LEFT, {
    ...{ head: [9.4, 7.2, 8], eyes: [6.8, 11, 6.5], neck: [12.4, 13.8, 9, 62], hold: [3, 12.8, 'mouth'] },
  }),
  s('poodle', 'poodle, dog', LEFT, {
    ...{ head: [11.5, 3.4, 6.5], eyes: [7.2, 10.8, 5.5], neck: [10.6, 16.6, 9, 20], hold: [3, 12, 'mouth'] },
  }),
  s('dog-face', 'dog face, dog', FRONT, {
    ...{
      head: [16, 5.2, 12],
      eyes: [16, 13.4, 13],
      neck: [16, 27.4, 13],
      hold: [25.5, 27.5, 'none'],
      ground: 30,
    },
  }),
  // Birds.
  s('bird', 'bird, robin, finch, cardinal', LEFT, {
    ...{ head: [13, 2.4, 10], eyes: [9.4, 9, 7.5], neck: [11.6, 14.4, 13, 4], hold: [3.4, 9.9, 'mouth'] },
    poses: ['sitting'],
  }),
  s('blackbird', 'blackbird, crow, raven, rook, jackdaw', RIGHT, {
    ...{ head: [9.4, 2.4, 9], eyes: [11.2, 5, 6.5], neck: [9.2, 11, 11, -10], hold: [18.6, 5.5, 'mouth'] },
    poses: ['sitting'],
  }),
  s('baby-chick', 'chick, baby chick', LEFT, {
    ...{ head: [12, 4.2, 11], eyes: [8.6, 9.9, 7.5], neck: [12, 17.2, 16, 10], hold: [3, 11, 'mouth'] },
  }),
  s('chicken', 'chicken, hen', LEFT, {
    ...{
      head: [17.4, 3.2, 10, 14],
      eyes: [12.6, 16.4, 9],
      neck: [17, 26, 22],
      hold: [4.6, 19, 'mouth'],
      ground: 30,
    },
  }),
  s('rooster', 'rooster, cockerel, cock', LEFT, {
    ...{ head: [8.8, 4, 6.5], eyes: [6.4, 7.7, 5.8], neck: [9, 11.6, 8.5], hold: [3.6, 9.2, 'mouth'] },
  }),
  s('duck', 'duck, mallard', LEFT, {
    ...{ head: [10.6, 2.4, 8], eyes: [9.6, 6.5, 6.5], neck: [9.6, 13.4, 6.8], hold: [3.2, 8.6, 'mouth'] },
  }),
  s('goose', 'goose', LEFT, {
    ...{ head: [12.8, 2.4, 6.5], eyes: [12, 5, 5.8], neck: [11.4, 12.6, 5.6, 12], hold: [6.4, 6.4, 'mouth'] },
  }),
  s('swan', 'swan', LEFT, {
    ...{
      head: [7.2, 3.6, 7.5],
      eyes: [4.6, 8.4, 5.2],
      neck: [8.4, 13.6, 5.6, -14],
      hold: [3.8, 13, 'mouth'],
      ground: 30,
    },
  }),
  s('flamingo', 'flamingo, heron, crane', LEFT, {
    ...{
      head: [10.4, 2.6, 6.5],
      eyes: [10.4, 3.7, 5.2],
      neck: [8.4, 10.2, 4.6, 46],
      hold: [7, 4.6, 'mouth'],
    },
  }),
  s('penguin', 'penguin, puffin, auk', FRONT, {
    ...{ head: [15.9, 2.8, 11], eyes: [15.9, 7.7, 9], neck: [15.9, 14, 15.5], hold: [3.5, 21.5, 'hand'] },
  }),
  s('parrot', 'parrot, macaw', LEFT, {
    ...{ head: [11.2, 2.6, 8], eyes: [10.6, 6.3, 7.5], neck: [10.4, 11.6, 10], hold: [5, 9.2, 'mouth'] },
    poses: ['sitting'],
  }),
  s('dodo', 'dodo', LEFT, {
    ...{ head: [11.2, 2.4, 7.5], eyes: [9, 6.4, 6], neck: [12.6, 13.6, 7.5, 18], hold: [3.6, 10, 'mouth'] },
  }),
  s('turkey', 'turkey, pheasant', LEFT, {
    ...{ head: [6.8, 5.2, 4.6], eyes: [6, 6.5, 4.6], neck: [6.2, 11.6, 4.8], hold: [3.6, 8.2, 'mouth'] },
  }),
  // Farm and hill.
  s('cow', 'cow, calf', LEFT, {
    ...{ head: [9.4, 5.2, 7, -6], eyes: [6.8, 9.6, 6], neck: [13, 13, 11, 70], hold: [3.2, 11.8, 'mouth'] },
  }),
  s('ewe', 'ewe, sheep, lamb', LEFT, {
    ...{ head: [8, 2.6, 7.5], eyes: [5.8, 8.6, 5.6], neck: [8.8, 13.6, 8], hold: [2.9, 10.8, 'mouth'] },
  }),
  s('goat', 'goat, kid', LEFT, {
    ...{
      head: [6.8, 5.4, 6, -4],
      eyes: [5.8, 10.4, 5.8],
      neck: [8.6, 15.6, 8, 28],
      hold: [2.9, 11.8, 'mouth'],
    },
  }),
  s('llama', 'llama, alpaca', LEFT, {
    ...{ head: [7.6, 5.6, 5.6], eyes: [5.6, 7.4, 5.4], neck: [9.9, 13, 6.2, 4], hold: [3, 8.8, 'mouth'] },
  }),
  s('pig', 'pig, hog, sow', LEFT, {
    ...{ head: [9.4, 10.4, 8], eyes: [6.8, 17, 6.5], neck: [14, 17.4, 14, 88], hold: [3, 19.4, 'mouth'] },
  }),
  s('pig-face', 'pig face, pig', FRONT, {
    ...{
      head: [16, 5.2, 12],
      eyes: [16, 15.4, 13],
      neck: [16, 29.6, 13],
      hold: [25.5, 27.5, 'none'],
      ground: 30,
    },
  }),
  s('horse', 'horse, pony, foal', LEFT, {
    ...{ head: [8.4, 3.8, 5.5, 8], eyes: [4.8, 6.2, 5.4], neck: [9.6, 11.2, 8, 18], hold: [3, 8.8, 'mouth'] },
    poses: ['running', 'jumping'],
  }),
  s('boar', 'boar, wild boar', LEFT, {
    ...{ head: [13.5, 4.8, 9, -30], eyes: [12, 15, 9], hold: [3.6, 21.4, 'mouth'], ground: 30 },
  }),
  // Faces of larger ones.
  s('fox', 'fox, vixen', FRONT, {
    ...{
      head: [15.6, 8.4, 9.5],
      eyes: [15.6, 18.4, 13],
      neck: [15.6, 29, 13],
      hold: [25.5, 27.5, 'none'],
      ground: 30,
    },
  }),
  s('bear', 'bear, brown bear', FRONT, {
    ...{
      head: [16, 6, 13],
      eyes: [16, 16.3, 13],
      neck: [16, 28.8, 14],
      hold: [25.5, 27.5, 'none'],
      ground: 30,
    },
  }),
  s('polar-bear', 'polar bear', FRONT, {
    ...{
      head: [16, 6.2, 13],
      eyes: [16, 16.3, 13],
      neck: [16, 28.8, 14],
      hold: [25.5, 27.5, 'none'],
      ground: 30,
    },
  }),
  s('panda', 'panda', FRONT, {
    ...{
      head: [16, 5.8, 13],
      eyes: [16, 16.4, 16],
      neck: [16, 29.4, 14],
      hold: [25.5, 27.5, 'none'],
      ground: 30,
    },
  }),
  s('koala', 'koala', FRONT, {
    ...{
      head: [16, 5.4, 11],
      eyes: [16, 17.4, 15],
      neck: [16, 27.6, 14],
      hold: [25.5, 26.5, 'none'],
      ground: 28.4,
    },
  }),
  s('wolf', 'wolf', FRONT, {
    ...{
      head: [16, 8.2, 9.5],
      eyes: [16, 15.4, 13],
      neck: [16, 29.4, 11],
      hold: [25, 27.5, 'none'],
      ground: 30,
    },
  }),
  s('raccoon', 'raccoon', FRONT, {
    ...{
      head: [16, 8.2, 11],
      eyes: [16, 19.4, 14],
      neck: [16, 29.4, 12],
      hold: [25.5, 27.5, 'none'],
      ground: 30,
    },
  }),
  s('lion', 'lion', FRONT, {
    ...{
      head: [16, 3.4, 14],
      eyes: [16, 14.4, 12],
      neck: [16, 27.6, 12],
      hold: [25.5, 27.5, 'none'],
      ground: 30,
    },
  }),
  s('hamster', 'hamster, guinea pig', FRONT, {
    ...{
      head: [16, 10.6, 9.5],
      eyes: [16, 19.5, 13],
      neck: [16, 29, 13],
      hold: [25.5, 27.5, 'none'],
      ground: 30,
    },
  }),
  s('mouse-face', 'mouse face, mouse', FRONT, {
    ...{ head: [16, 12.4, 8], eyes: [16, 22.4, 13], neck: [16, 30, 11], hold: [25, 28, 'none'], ground: 30 },
  }),
  s('rabbit-face', 'rabbit face, rabbit, bunny', FRONT, {
    ...{
      head: [16, 10.4, 11],
      eyes: [16, 18.4, 13],
      neck: [16, 29.4, 13],
      hold: [25.5, 27.5, 'none'],
      ground: 30,
    },
  }),
  s('unicorn', 'unicorn', LEFT, {
    ...{ head: [14.5, 4.8, 8, 8], eyes: [11, 13.4, 7.5], hold: [4.4, 20.6, 'mouth'], ground: 30 },
  }),
  s('moose', 'moose, elk', LEFT, {
    ...{ head: [15.6, 12.4, 7, 4], eyes: [11.2, 18.3, 7], hold: [4.6, 24.6, 'mouth'], ground: 30 },
  }),
  // Far away.
  s('elephant', 'elephant', LEFT, {
    ...{ head: [8.4, 6.4, 9, -8], eyes: [5.2, 13.4, 6.5], hold: [4.2, 24.6, 'mouth'] },
  }),
  s('mammoth', 'mammoth', LEFT, {
    ...{ head: [8.6, 5.6, 7.5, -8], eyes: [7.8, 13.4, 6.5], hold: [5.6, 25, 'mouth'] },
  }),
  s('giraffe', 'giraffe', LEFT, {
    ...{ head: [7.5, 4.4, 5.5], eyes: [5.8, 6.2, 5], neck: [7.9, 13, 5], hold: [3.8, 7.4, 'mouth'] },
  }),
  s('zebra', 'zebra', LEFT, {
    ...{ head: [8, 2.8, 5.8], eyes: [5, 6.2, 5.2], neck: [10, 11.6, 8, 14], hold: [3, 9.2, 'mouth'] },
  }),
  s('tiger', 'tiger', LEFT, {
    ...{ head: [9.4, 8.8, 7], eyes: [5, 13.1, 6], neck: [11.2, 17, 9, 42], hold: [2.9, 14.8, 'mouth'] },
  }),
  s('kangaroo', 'kangaroo, wallaby', LEFT, {
    ...{ head: [6.2, 5.4, 5.6], eyes: [5.8, 7.5, 5.4], neck: [8, 11.4, 7.2, 10], hold: [8.6, 20, 'hand'] },
    poses: ['jumping'],
  }),
  s('gorilla', 'gorilla, ape', LEFT, {
    ...{ head: [8.4, 2.6, 7], eyes: [5.6, 6, 5.8], neck: [8.6, 13, 9.5, 22], hold: [3.4, 10, 'mouth'] },
  }),
  s('monkey', 'monkey', FRONT, {
    ...{ head: [10.1, 5.8, 10], eyes: [10.1, 10, 8.5], neck: [10.4, 17, 8.5], hold: [5.4, 24.4, 'hand'] },
    poses: ['sitting'],
  }),
  s('orangutan', 'orangutan', FRONT, {
    ...{ head: [16, 4.6, 11], eyes: [16, 8.9, 8.5], neck: [16, 16.6, 12], hold: [4.6, 25.4, 'hand'] },
    poses: ['sitting'],
  }),
  // Water.
  s('seal', 'seal, sea lion', LEFT, {
    ...{
      head: [8.6, 8.2, 10],
      eyes: [8.6, 13.2, 8.5],
      neck: [8.8, 18.4, 12],
      hold: [3.4, 25, 'hand'],
      ground: 28.8,
    },
  }),
  s('octopus', 'octopus', FRONT, {
    ...{ head: [16, 3.4, 14], eyes: [16, 13.4, 22], neck: [16, 22, 17], hold: [4, 21.6, 'hand'] },
  }),
  s('squid', 'squid', FRONT, {
    ...{ head: [16, 3, 6.5], eyes: [16, 22.6, 9], hold: [5.4, 7.6, 'hand'] },
  }),
  s('shark', 'shark', LEFT, {
    ...{ head: [12.5, 4.8, 8, -14], eyes: [9.8, 11, 7], hold: [2.8, 15, 'mouth'], ground: 30 },
  }),
  s('whale', 'whale', LEFT, {
    ...{ head: [10.4, 10.2, 10], eyes: [14.6, 14, 6.5], hold: [3, 17, 'mouth'], ground: 30 },
  }),
  s('tropical-fish', 'fish, tropical fish, trout', LEFT, {
    ...{ head: [12.4, 7.4, 9.5], eyes: [7.2, 16.4, 7], hold: [2.8, 18.4, 'mouth'], poses: ['flying'] },
  }),
  s('turtle', 'turtle, tortoise', LEFT, {
    ...{ head: [4.2, 20.6, 4.8], eyes: [3.9, 22.4, 4.6], neck: [6.8, 25, 6, 40], hold: [2.3, 24.8, 'mouth'] },
  }),
  // Long ago, and never.
  s('t-rex', 't-rex, dinosaur, tyrannosaur', LEFT, {
    ...{ head: [8.4, 4.4, 9.5], eyes: [7.4, 6.1, 6.5], neck: [10.4, 13.4, 8.5], hold: [4.6, 17.2, 'hand'] },
  }),
  s('sauropod', 'sauropod, dinosaur, brontosaur', LEFT, {
    ...{ head: [6.2, 2.6, 6], eyes: [5.6, 3.6, 5.2], neck: [7.1, 11, 5.4], hold: [3, 5.2, 'mouth'] },
  }),
  s('dragon', 'dragon', LEFT, {
    ...{ head: [12, 5.8, 7, -4], eyes: [9.4, 8.5, 6.5], neck: [9, 13.4, 7, 28], hold: [4.2, 10.4, 'mouth'] },
  }),
  s('ghost', 'ghost, spook', FRONT, {
    ...{
      head: [16, 2.2, 12],
      eyes: [16.6, 8.5, 13],
      neck: [16, 20, 17],
      hold: [2.6, 14, 'hand'],
      ground: 30,
    },
    poses: ['flying'],
  }),
  s('alien', 'alien', FRONT, {
    ...{ head: [16, 2.6, 15], eyes: [16, 17, 24], neck: [16, 29.4, 8], hold: [25, 27, 'none'], ground: 30 },
  }),
  s('robot', 'robot', FRONT, {
    ...{
      head: [16, 5.4, 13],
      eyes: [16, 14.3, 20],
      neck: [16, 29, 14],
      hold: [25.5, 27.5, 'none'],
      ground: 30,
    },
  }),
  s('skull', 'skull', FRONT, {
    ...{
      head: [16, 1.8, 16],
      eyes: [16, 16, 25],
      neck: [16, 30, 13],
      hold: [25.5, 27.5, 'none'],
      ground: 30,
    },
  }),
  s('snowman', 'snowman', FRONT, {
    ...{ head: [16, 4.4, 10], eyes: [16, 9, 9], neck: [16, 16, 14], hold: [4.6, 14.4, 'hand'], ground: 30 },
  }),
  s('teddy-bear', 'teddy bear, teddy', FRONT, {
    ...{
      head: [16, 3, 10],
      eyes: [16, 8.6, 10],
      neck: [16, 16, 13],
      hold: [3.8, 21.4, 'hand'],
      poses: ['sitting'],
    },
  }),
  // What grows, and is given a life of its own.
  s('mushroom', 'mushroom, toadstool, fly agaric', FRONT, {
    ...{ head: [16, 4.4, 11], eyes: [16, 22.4, 9], neck: [16, 25.6, 8], hold: [11, 25, 'hand'], ground: 28 },
  }),
  s('brown-mushroom', 'brown mushroom, mushroom, bolete', FRONT, {
    ...{ head: [16, 4.4, 11], eyes: [16, 22.4, 9], neck: [16, 25.6, 8], hold: [11, 25, 'hand'], ground: 28 },
  }),
  s('cactus', 'cactus', FRONT, {
    ...{ head: [15.9, 2.6, 9], eyes: [15.9, 9, 9.5], neck: [15.9, 16.4, 10.4], hold: [5, 9.8, 'hand'] },
  }),
  s('potato', 'potato', FRONT, {
    ...{ head: [17.6, 2.6, 11, 6], eyes: [16, 11, 14, 6], neck: [14.6, 21, 20, 6], hold: [5, 20, 'hand'] },
  }),
  s('avocado', 'avocado', FRONT, {
    ...{ head: [20.6, 3, 8, 14], eyes: [18.4, 8.8, 11, 14], hold: [3.4, 17, 'hand'] },
  }),
  s('pear', 'pear', FRONT, {
    ...{ head: [14.6, 4.8, 8.5], eyes: [15.6, 12.6, 10], hold: [9, 21.6, 'hand'] },
  }),
  s('egg', 'egg', FRONT, {
    ...{ head: [16, 2.6, 10.5], eyes: [16, 12.6, 13], neck: [16, 21.6, 19.5], hold: [6.4, 20, 'hand'] },
  }),
  s('jack-o-lantern', 'jack-o’-lantern, jack-o-lantern, pumpkin', FRONT, {
    ...{
      head: [16, 7.4, 12],
      eyes: [16, 14.2, 15],
      neck: [16, 28, 14],
      hold: [26, 26.5, 'none'],
      ground: 28.8,
    },
  }),
  s('full-moon-face', 'moon face, moon', FRONT, {
    ...{
      head: [16, 2.6, 14],
      eyes: [16, 11.6, 17],
      neck: [16, 28.8, 13],
      hold: [25.5, 27, 'none'],
      ground: 30,
    },
  }),
];
