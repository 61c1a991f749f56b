import { slugOf } from '../design';

const RESERVED = /^(con|prn|aux|nul|com\d|lpt\d)$/i;

/** Text as a piece of a file name that is safe on every system: letters, digits and single dashes. */
export function slug(text: string): string {
  const plain = slugOf(text);
  if (!plain) return 'untitled';
  return RESERVED.test(plain) ? `${plain}-file` : plain;
}

/** `design-product-side-colourway-WxH.png`; the side and colourway only where they say something. */
export function fileName(name: {
  design: string;
  product: string;
  side: string | null;
  colourway: string | null;
  width: number;
  height: number;
}): string {
  const pieces = [name.design, name.product, name.side, name.colourway].filter((p): p is string => !!p);
  return `${pieces.map(slug).join('-')}-${name.width}x${name.height}.png`;
}
