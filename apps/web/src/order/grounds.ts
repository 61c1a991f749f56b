/** What drawings lie on: white, or a colour that hardly any figure has, so that a cut-out finds its edge. */
export const GROUNDS = [
  { name: 'White', value: '#ffffff' },
  { name: 'Grey', value: '#d5d9dc' },
  { name: 'Green', value: '#39c463' },
  { name: 'Pink', value: '#ff6fd0' },
];
