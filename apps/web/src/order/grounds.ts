import { say } from '../words/order';

/** What drawings lie on: white, or a colour that hardly any figure has, so that a cut-out finds its edge. */
export const GROUNDS = [
  { name: say('white'), value: '#ffffff' },
  { name: say('grey'), value: '#d5d9dc' },
  { name: say('green'), value: '#39c463' },
  { name: say('pink'), value: '#ff6fd0' },
];
