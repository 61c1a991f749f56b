/** A JPEG file that is not as it must be. */
export class JpegError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'JpegError';
  }
}

/** Where the JFIF header's fields begin (ITU-T T.871, 10.1), or −1. */
function jfifAt(file: Uint8Array): number {
  if (file[0] !== 0xff || file[1] !== 0xd8) throw new JpegError('this is no JPEG file');
  const isJfif =
    file[2] === 0xff && file[3] === 0xe0 && String.fromCharCode(...file.subarray(6, 10)) === 'JFIF';
  return isJfif ? 6 : -1;
}

/** A JFIF header (ITU-T T.871, version 1.02) with no resolution yet and no thumbnail. */
const JFIF = Uint8Array.of(0xff, 0xe0, 0, 16, 0x4a, 0x46, 0x49, 0x46, 0, 1, 2, 0, 0, 1, 0, 1, 0, 0);

/** The file with its resolution written into its JFIF header, in whole dots per inch; with a header where it has none. */
export function markJpeg(file: Uint8Array, dpi: number): Uint8Array {
  const has = jfifAt(file) >= 0;
  const out = new Uint8Array(file.length + (has ? 0 : JFIF.length));
  out.set(file.subarray(0, 2));
  if (!has) out.set(JFIF, 2);
  out.set(file.subarray(2), has ? 2 : 2 + JFIF.length);
  const at = jfifAt(out);
  const whole = Math.round(dpi);
  out[at + 7] = 1;
  out.set([whole >> 8, whole & 255, whole >> 8, whole & 255], at + 8);
  return out;
}

/** What a JPEG says of itself: its size, and its resolution where it has one. Throws a JpegError. */
export function readJpegHeader(file: Uint8Array): {
  width: number;
  height: number;
  components: number;
  dpi: number | null;
} {
  const at = jfifAt(file);
  const dpi = at >= 0 && file[at + 7] === 1 ? (file[at + 8] << 8) | file[at + 9] : null;
  for (let i = 2; i + 9 < file.length;) {
    if (file[i] !== 0xff) throw new JpegError('the JPEG is damaged');
    const marker = file[i + 1];
    // Start of frame, of any kind; C4, C8 and CC are none.
    if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker))
      return {
        height: (file[i + 5] << 8) | file[i + 6],
        width: (file[i + 7] << 8) | file[i + 8],
        components: file[i + 9],
        dpi,
      };
    i += 2 + ((file[i + 2] << 8) | file[i + 3]);
  }
  throw new JpegError('the JPEG is cut off before its picture');
}
