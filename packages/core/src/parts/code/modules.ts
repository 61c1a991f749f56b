import qrcode from 'qrcode-generator';
import { gridOutline, type PathData } from '../../geometry';
import { memoByKey } from '../../drawing';

/** How much of a QR code may be lost: about 7, 15, 25 and 30 % (ISO/IEC 18004). */
export type CodeLevel = 'L' | 'M' | 'Q' | 'H';
export const CODE_LEVELS: readonly CodeLevel[] = ['L', 'M', 'Q', 'H'];

/** A QR code's dark modules as one path, a module a unit, its top left at (0, 0). */
export interface CodeShape {
  /** Modules a side, without the quiet zone. */
  modules: number;
  path: PathData;
}

const memo = memoByKey<CodeShape | null>(60);

/**
 * The modules of a QR code (ISO/IEC 18004, bytes of UTF-8). Null when the text does not fit any size
 * at that level, or is empty.
 */
export const codeShape = (text: string, level: CodeLevel): CodeShape | null =>
  memo(`${level} ${text}`, () => makeCode(text, level));

function makeCode(text: string, level: CodeLevel): CodeShape | null {
  if (!text) return null;
  const code = qrcode(0, level);
  // The library writes one byte a character: characters are given as the bytes of their UTF-8.
  code.addData(Array.from(new TextEncoder().encode(text), (b) => String.fromCharCode(b)).join(''), 'Byte');
  try {
    code.make();
  } catch {
    return null;
  }
  const modules = code.getModuleCount();
  const path = gridOutline(modules, (x, y) => code.isDark(y, x));
  return { modules, path };
}
