import type { Tolerance } from '@brelm/core/press';

const signed = (mm: number, less: string, more: string) =>
  Math.abs(mm) < 0.05 ? null : `${Math.abs(mm).toFixed(1)} mm ${mm < 0 ? less : more}`;

/** How a print came out beside its file, in words. */
export function misprintWords({ dxMm, dyMm, lightness, chroma }: Tolerance): string {
  const off = [signed(dxMm, 'left', 'right'), signed(dyMm, 'up', 'down')].filter(Boolean).join(', ');
  const percent = (v: number) => `${Math.abs(Math.round(100 * (1 - v)))} %`;
  const tones = [
    Math.round(100 * (1 - lightness)) !== 0 &&
      `${percent(lightness)} ${lightness < 1 ? 'darker' : 'lighter'}`,
    Math.round(100 * (1 - chroma)) !== 0 && `${percent(chroma)} ${chroma < 1 ? 'less' : 'more'} colourful`,
  ].filter(Boolean);
  return `Print ${off ? `off by ${off}` : 'where it should be'}; ${tones.join(', ') || 'colours as in the file'}.`;
}
