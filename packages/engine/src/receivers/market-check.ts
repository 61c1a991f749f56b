import { inflateSync } from 'node:zlib';
import { PNG } from 'pngjs';
import { decode as decodeJpeg } from 'jpeg-js';

/** What a marketplace asks of a file. */
export interface FileWish {
  /** Formats by the first bytes of a file: `png`, `jpeg`, `svg`, `pdf`, `webp`. */
  formats: readonly string[];
  mostBytes: number;
  /** Pixels it must have; null for a picture, whose shape and least are asked for. */
  exact: { width: number; height: number; dpi: number; leastWidth: number; mostWidth: number } | null;
  picture: { leastPx: number; shapes: readonly number[] } | null;
  background: 'transparent' | 'opaque' | 'either';
}

/** What a picture may hold, px, to be decoded at all. */
const MOST_PIXELS = 120_000_000;
/** How far a file's resolution may be off, dots an inch: PNG keeps it in whole dots a metre. */
const DPI_OFF = 1;
/** How far proportions may be off. */
const SHAPE_OFF = 0.01;

export function formatOf(bytes: Uint8Array): string | null {
  const starts = (...first: number[]) => first.every((b, i) => bytes[i] === b);
  if (starts(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)) return 'png';
  if (starts(0xff, 0xd8, 0xff)) return 'jpeg';
  if (starts(0x25, 0x50, 0x44, 0x46, 0x2d)) return 'pdf';
  if (starts(0x52, 0x49, 0x46, 0x46) && bytes[8] === 0x57) return 'webp';
  const head = Buffer.from(bytes.subarray(0, 300)).toString('latin1').trimStart();
  return /^(<\?xml[^>]*>\s*)?<svg[\s>]/.test(head) ? 'svg' : null;
}

/** Facts that stand in a PNG's chunks before its pixels. */
interface PngHead {
  width: number;
  height: number;
  depth: number;
  dpi: number | null;
  /** Whether an embedded profile, where there is one, is of sRGB. */
  srgb: boolean;
}

/** What a profile may unpack to, bytes. */
const MOST_PROFILE = 4 * 2 ** 20;

/** Whether an iCCP chunk's profile says that it is sRGB: its name and its description, in ASCII or UTF-16. */
function isSrgb(chunk: Buffer): boolean {
  const end = chunk.indexOf(0);
  const profile = inflateSync(chunk.subarray(end + 2), { maxOutputLength: MOST_PROFILE });
  const plain = `${chunk.toString('latin1', 0, end)} ${profile.toString('latin1')}`.replaceAll('\0', '');
  return /srgb/i.test(plain);
}

function pngHead(bytes: Uint8Array): PngHead {
  const view = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length);
  const head: PngHead = {
    ...{ width: view.readUInt32BE(16), height: view.readUInt32BE(20), depth: view[24] },
    ...{ dpi: null, srgb: true },
  };
  for (let at = 8; at + 12 <= view.length;) {
    const length = view.readUInt32BE(at);
    const type = view.toString('latin1', at + 4, at + 8);
    if (type === 'IDAT') break;
    if (type === 'pHYs' && view[at + 16] === 1) head.dpi = view.readUInt32BE(at + 8) * 0.0254;
    if (type === 'iCCP') head.srgb = isSrgb(view.subarray(at + 8, at + 8 + length));
    at += 12 + length;
  }
  return head;
}

/** Colours that a JPEG has a px: 1 grey, 3 colours, 4 inks of print. */
function jpegHead(bytes: Uint8Array): { width: number; height: number; components: number } | null {
  const view = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length);
  for (let at = 2; at + 9 < view.length;) {
    if (view[at] !== 0xff) return null;
    const marker = view[at + 1];
    if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker))
      return {
        height: view.readUInt16BE(at + 5),
        width: view.readUInt16BE(at + 7),
        components: view[at + 9],
      };
    at += 2 + view.readUInt16BE(at + 2);
  }
  return null;
}

/** Alpha of a picture: whether any px is see-through, and whether all are. */
function alphaOf(data: Uint8Array): { some: boolean; all: boolean } {
  let clear = 0;
  for (let i = 3; i < data.length; i += 4) if (data[i] < 8) clear++;
  return { some: clear > 0, all: clear * 4 === data.length };
}

const MEGA = (n: number) => `${(n / 1e6).toFixed(1)} MB`;

function sizeFaults(
  width: number,
  height: number,
  dpi: number | null,
  { exact, picture }: FileWish,
): string[] {
  const faults: string[] = [];
  if (exact) {
    const shape = Math.abs(width / height / (exact.width / exact.height) - 1) <= SHAPE_OFF;
    if (!shape || width < exact.leastWidth || width > exact.mostWidth)
      faults.push(`The file has ${width} × ${height} px: ${exact.width} × ${exact.height} px are asked for.`);
    else if (dpi !== null && width === exact.width && Math.abs(dpi - exact.dpi) > DPI_OFF)
      faults.push(`The file says ${Math.round(dpi)} dpi: ${exact.dpi} are asked for.`);
  }
  if (picture) {
    if (Math.min(width, height) < picture.leastPx)
      faults.push(
        `The picture has ${width} × ${height} px: its shorter side must have ${picture.leastPx} at least.`,
      );
    if (!picture.shapes.some((s) => Math.abs(width / height / s - 1) <= SHAPE_OFF))
      faults.push(`The picture is ${width} × ${height} px: that is none of the shapes that are shown.`);
  }
  return faults;
}

/** What a marketplace finds wrong with a file, in words, by decoders of its own; empty where it takes it. */
export function checkMarketFile(bytes: Uint8Array, wish: FileWish): string[] {
  const format = formatOf(bytes);
  const taken = wish.formats.map((f) => f.toUpperCase()).join(', ');
  if (!format || !wish.formats.includes(format))
    return [`The file is ${format ? format.toUpperCase() : 'of no known kind'}: ${taken} is taken.`];
  if (bytes.length > wish.mostBytes)
    return [`The file has ${MEGA(bytes.length)}: at most ${MEGA(wish.mostBytes)} are taken.`];
  // What is drawn by lines has no pixels to be looked at.
  if (format === 'svg' || format === 'pdf') return [];
  try {
    if (format === 'png') return checkPng(bytes, wish);
    if (format === 'jpeg') return checkJpeg(bytes, wish);
    return [];
  } catch (error) {
    return [`The file cannot be read: ${(error as Error).message.split('\n')[0]}.`];
  }
}

function checkPng(bytes: Uint8Array, wish: FileWish): string[] {
  const head = pngHead(bytes);
  if (head.width * head.height > MOST_PIXELS) return ['The file claims more pixels than are looked at.'];
  const faults = sizeFaults(head.width, head.height, head.dpi, wish);
  if (head.depth === 16) faults.push('The file has 16 bits a channel: 8 are taken.');
  if (!head.srgb) faults.push('The file’s colours are of another space: sRGB is taken.');
  if (faults.length) return faults;
  const { data } = PNG.sync.read(Buffer.from(bytes));
  const { some, all } = alphaOf(data);
  if (all) faults.push('The file is empty.');
  else if (wish.background === 'transparent' && !some)
    faults.push('Nothing of the file is transparent: the whole rectangle would be printed.');
  else if (wish.background === 'opaque' && some)
    faults.push('The file is transparent in places: it must cover the whole area.');
  return faults;
}

function checkJpeg(bytes: Uint8Array, wish: FileWish): string[] {
  const head = jpegHead(bytes);
  if (!head || head.width * head.height > MOST_PIXELS)
    return ['The file claims more pixels than are looked at.'];
  const faults = sizeFaults(head.width, head.height, null, wish);
  if (head.components === 4) faults.push('The file is in the inks of a print (CMYK): sRGB is taken.');
  if (wish.background === 'transparent')
    faults.push('A JPEG has no transparency: the whole rectangle would be printed.');
  if (faults.length === 0)
    decodeJpeg(bytes, { useTArray: true, maxResolutionInMP: MOST_PIXELS / 1e6, maxMemoryUsageInMB: 900 });
  return faults;
}
