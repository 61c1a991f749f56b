import type { MakeSurface } from './paint';

/** An image together with its px. */
export interface Level {
  image: unknown;
  width: number;
  height: number;
}

/**
 * An image at its own size and at halves of it, made when first asked for. Halving by two is an
 * exact mean of four pixels, so small copies neither shimmer nor cost what the large one does.
 */
export function pyramid(base: Level, surfaces: MakeSurface): (width: number) => unknown {
  const levels: Level[] = [base];
  return (wanted) => {
    let at = 0;
    while (levels[at].width / 2 >= wanted && levels[at].width >= 2 && levels[at].height >= 2) {
      if (!levels[at + 1]) {
        const { image, width, height } = levels[at];
        const half = surfaces(Math.ceil(width / 2), Math.ceil(height / 2));
        half.context.imageSmoothingEnabled = true;
        half.context.imageSmoothingQuality = 'low';
        half.context.drawImage(image, 0, 0, half.width, half.height);
        levels.push({ image: half.canvas, width: half.width, height: half.height });
      }
      at++;
    }
    return levels[at].image;
  };
}
