import type { Tolerance } from '@brelm/core/press';
import { decimal } from '../words/decimal';
import { say } from '../words/samples';

const signed = (mm: number, less: string, more: string) =>
  Math.abs(mm) < 0.05 ? null : say('mm', { mm: decimal(Math.abs(mm), 1), which: mm < 0 ? less : more });

/** How a print came out beside its file, in words. */
export function misprintWords({ dxMm, dyMm, lightness, chroma }: Tolerance): string {
  const off = [signed(dxMm, 'left', 'right'), signed(dyMm, 'up', 'down')].filter(Boolean).join(', ');
  const percent = (v: number) => `${Math.abs(Math.round(100 * (1 - v)))} %`;
  const tones = [
    Math.round(100 * (1 - lightness)) !== 0 &&
      `${percent(lightness)} ${lightness < 1 ? say('darker') : say('lighter')}`,
    Math.round(100 * (1 - chroma)) !== 0 &&
      say('lessColourful', { chroma: percent(chroma), isChroma: chroma < 1 }),
  ].filter(Boolean);
  return say('printOffBy', {
    isOff: Boolean(off),
    off,
    tones: tones.join(', ') || say('coloursAsInTheFile'),
  });
}
