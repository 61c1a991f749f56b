import { decode as decodeJpeg } from 'jpeg-js';
import { PNG } from 'pngjs';
import type { Takes } from '@brelm/core/press';

/** A print as a press is asked for it. */
export interface AskedPrint {
  widthIn: number;
  heightIn: number;
  /** It is laid on cloth, so that what is opaque is a rectangle. */
  onCloth: boolean;
}

/** What a press may decode, px: what claims more is refused by its size alone. */
const MOST_PIXELS = 100_000_000;
/** How far a file's proportions may be off those of its print. */
const OFF = 0.01;
/** Below so much alpha nothing is printed, and from so much on it covers. */
const [CLEAR, FULL] = [8, 247];

interface Decoded {
  width: number;
  height: number;
  /** 0 to 255; null for a picture without. */
  alphaAt: ((i: number) => number) | null;
}

const isPng = (b: Uint8Array) => b[0] === 0x89 && b[1] === 0x50 && b[2] === 0x4e && b[3] === 0x47;
const isJpeg = (b: Uint8Array) => b[0] === 0xff && b[1] === 0xd8;

/** Width and height as a PNG's header says, before it is decoded. */
function claimed(bytes: Uint8Array): [number, number] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  return bytes.length < 26 ? [0, 0] : [view.getUint32(16), view.getUint32(20)];
}

function decoded(bytes: Uint8Array, faults: string[]): Decoded | null {
  try {
    if (isJpeg(bytes)) {
      const { width, height } = decodeJpeg(bytes, {
        ...{ useTArray: true, maxResolutionInMP: MOST_PIXELS / 1e6, maxMemoryUsageInMB: 900 },
      });
      return { width, height, alphaAt: null };
    }
    const [w, h] = claimed(bytes);
    if (w * h > MOST_PIXELS) {
      faults.push(`The file claims ${w} × ${h} px, which is more than is printed.`);
      return null;
    }
    // Its types leave out what the header says.
    const png = PNG.sync.read(Buffer.from(bytes)) as PNG & {
      depth: number;
      alpha: boolean;
      palette: boolean;
    };
    if (png.depth === 16) {
      faults.push('The file has 16 bits a channel: send it with 8.');
      return null;
    }
    const { width, height, data } = png;
    return { width, height, alphaAt: png.alpha || png.palette ? (i) => data[4 * i + 3] : null };
  } catch (error) {
    faults.push(`The file cannot be read: ${(error as Error).message.split('\n')[0]}.`);
    return null;
  }
}

/**
 * What a press finds wrong with a file for a print, in words; empty where it takes it. Read by decoders of its own, not by
 * those that files are made with.
 */
export function checkPrint(bytes: Uint8Array, print: AskedPrint, takes: Takes): string[] {
  const format = isPng(bytes) ? 'png' : isJpeg(bytes) ? 'jpeg' : null;
  if (!format || !takes.formats.includes(format))
    return [`The file is no ${takes.formats.map((f) => f.toUpperCase()).join(' and no ')}.`];
  if (bytes.length > takes.mostBytes)
    return [
      `The file has ${(bytes.length / 1e6).toFixed(1)} MB: at most ${(takes.mostBytes / 1e6).toFixed(0)} MB are taken.`,
    ];
  const faults: string[] = [];
  const file = decoded(bytes, faults);
  if (!file) return faults;
  const { width, height, alphaAt } = file;
  if (Math.abs(width / height / (print.widthIn / print.heightIn) - 1) > OFF)
    faults.push(
      `The file’s proportions (${width} × ${height} px) are not those of the print (${print.widthIn} × ${print.heightIn} in).`,
    );
  const dpi = width / print.widthIn;
  if (dpi < takes.leastDpi)
    faults.push(
      `The file has ${Math.floor(dpi)} px to the inch at ${print.widthIn} in: at least ${takes.leastDpi} are needed.`,
    );
  if (!alphaAt) {
    if (print.onCloth)
      faults.push('The file has no transparency: the whole rectangle would be printed on the cloth.');
    return faults;
  }
  let inked = 0;
  let half = 0;
  const all = width * height;
  for (let i = 0; i < all; i++) {
    const a = alphaAt(i);
    if (a < CLEAR) continue;
    inked++;
    if (a < FULL) half++;
  }
  if (inked === 0) faults.push('The file is empty: there is nothing to print.');
  else if (print.onCloth && inked - half > 0.995 * all)
    faults.push('The file is opaque all over: the whole rectangle would be printed on the cloth.');
  else if (print.onCloth && half > takes.mostHalf * inked)
    faults.push(
      `${Math.round((100 * half) / inked)} % of the print is see-through: on cloth its film would show. At most ${Math.round(100 * takes.mostHalf)} % are taken.`,
    );
  return faults;
}
