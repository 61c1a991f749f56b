/** Several stickers on one sheet: what lies where, packing by outline, marks, what is wrong, and its drawing for files. */
export * from './types';
export { readSheet, SHEET_FIELD, sheetDocument, sheetSchema } from './fields';
export { gridOn, moreThatFit, type Laid } from './grid';
export { PACK_TURNS, packedOn, type PackTurns } from './pack';
export { areaOf, outlineOf, placedOutline, shapeOf, type StickerShape } from './shape';
export { gapBetween, judgeSheet, type SheetFinding } from './judge';
export { snapped, type Snap } from './snap';
export { marksOf, numberAt } from './marks';
export { idOn, sheetDrawing, type SheetArt } from './compose';
