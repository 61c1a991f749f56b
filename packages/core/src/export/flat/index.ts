/** An encoder for flat artwork: PNG whose rows are deflated (RFC 1951) knowing that nearly all is like the row above. */
export { FlatPng, type FlatPngOptions } from './flat-png';
