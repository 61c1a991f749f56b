import { stripVTControlCharacters } from 'node:util';

/** Characters that are kept of the beginning and of the end. */
const HEAD = 300;
const TAIL = 1500;

/** A failure in short: how it begins, and what was told last before the places in the code. */
export function digest(message: string): string {
  const lines = stripVTControlCharacters(message).split('\n');
  const plain = lines.filter((line) => line.trim() && !/^\s+at /.test(line)).join('\n');
  if (plain.length <= HEAD + TAIL) return plain;
  return `${plain.slice(0, HEAD)}\n[…]\n${plain.slice(-TAIL)}`;
}
