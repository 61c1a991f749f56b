import type { Hex } from '@brelm/core/colour';
import type { StyleId } from '@brelm/core/figure';
import { drawToOrder, readFigureRequest, type FigureDrawing } from '@brelm/engine';

export interface DrawFiguresTask {
  words: string;
  style: StyleId;
  ground: Hex;
  seed: number;
  count: number;
}

/** Draws a request so many times, each with the next seed. Throws a FigureError where there is nothing to draw. */
export async function drawFiguresTask({
  words,
  style,
  ground,
  seed,
  count,
}: DrawFiguresTask): Promise<FigureDrawing[]> {
  const request = await readFigureRequest(words);
  const drawings: FigureDrawing[] = [];
  for (let i = 0; i < count; i++)
    drawings.push(await drawToOrder(request, { style, ground, seed: seed + i }));
  return drawings;
}
