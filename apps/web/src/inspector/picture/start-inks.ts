import { hexToRgb, luminance } from '@brelm/core/colour';
import type { Design } from '@brelm/core/design';
import type { LookInks } from '@brelm/core/steps';

const spread = (value: string): number => {
  const rgb = hexToRgb(value);
  return Math.max(...rgb) - Math.min(...rgb);
};

/** The inks that looks and new steps begin with: the darkest, the lightest and the most colourful one. */
export function lookInks({ inks }: Design): LookInks {
  const byLight = [...inks].sort((a, b) => luminance(a.value) - luminance(b.value));
  const accent = [...inks].sort((a, b) => spread(b.value) - spread(a.value))[0];
  return { dark: byLight[0]?.id ?? '', light: byLight.at(-1)?.id ?? '', accent: accent?.id ?? '' };
}

export function startInks(design: Design): { ink: string; light: string } {
  const { dark, light } = lookInks(design);
  return { ink: dark, light };
}
