const { round } = Math;

/** Alpha of a form by the share of each pixel that it covers, from a 6 × 6 grid of samples; mm. */
export function drawnAlpha(
  widthMm: number,
  heightMm: number,
  pxPerMm: number,
  inside: (x: number, y: number) => boolean,
): { width: number; height: number; data: Uint8Array } {
  const [width, height] = [round(widthMm * pxPerMm), round(heightMm * pxPerMm)];
  const data = new Uint8Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let n = 0;
      for (let v = 0; v < 6; v++)
        for (let u = 0; u < 6; u++)
          if (inside((x + (u + 0.5) / 6) / pxPerMm, (y + (v + 0.5) / 6) / pxPerMm)) n++;
      data[y * width + x] = round((n / 36) * 255);
    }
  return { width, height, data };
}
