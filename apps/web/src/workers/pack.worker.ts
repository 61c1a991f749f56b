import { expose } from 'comlink';
import {
  gridOn,
  judgeSheet,
  PACK_TURNS,
  packedOn,
  type Laid,
  type PackTurns,
  type Sheet,
  type SheetFinding,
  type StickerShape,
} from '@brelm/core/sheet';

export interface PackRequest {
  board: Pick<Sheet, 'width' | 'height' | 'margin' | 'gap'>;
  asked: { sticker: string; shape: StickerShape; count: number | null }[];
  way: 'grid' | PackTurns;
}

const worker = {
  /** Nothing is waited for. */
  stop: (): void => undefined,
  pack: ({ board, asked, way }: PackRequest): Laid =>
    way === 'grid' ? gridOn(board, asked) : packedOn(board, asked, PACK_TURNS[way]),
  /** What is wrong with a sheet. */
  check: (sheet: Sheet, shapes: ReadonlyMap<string, StickerShape>, borderMm: number): SheetFinding[] =>
    judgeSheet(sheet, shapes, { borderMm }),
};
export type PackWorker = typeof worker;

expose(worker);
