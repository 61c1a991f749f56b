import type { FieldsOf } from '../fields';
import type { RasterImage } from '../raster';
import type { CoverAlphas, Covers, StepMask } from './mask';

/** What every step of a picture has beside its own settings. Lengths in all of them count px of the untouched picture. */
export interface StepBase {
  on: boolean;
  /** 0–1: how far it goes from what was there to what it makes. */
  strength: number;
  /** Where it acts; everywhere when null. */
  mask: StepMask | null;
}

/** The steps as they are offered together. */
export type StepGroup = 'cut' | 'edge' | 'tone' | 'tint' | 'light' | 'surface' | 'print';

/** What a step may look at beside the picture as the steps before it left it. */
export interface StepGiven {
  /** Px of this copy of the picture for one of the untouched one. */
  scale: number;
  /** The picture before all steps, as large as this copy. */
  untouched: RasterImage;
  /** Where the design's light comes from as seen on the picture, degrees clockwise from the top. */
  light: number;
  /** Of the parts that masks name, and the alpha of those that are pictures. */
  covers?: Covers;
  alphas?: CoverAlphas;
}

/** All that Brelm knows about one kind of step: a file, and a line in the registry. */
export interface StepKindOf<S extends StepBase & { kind: string }> {
  kind: S['kind'];
  label: string;
  /** What it does, in a few words, for whoever chooses one. */
  does: string;
  group: StepGroup;
  fields: FieldsOf<Omit<S, keyof StepBase | 'kind'>>;
  /** A new one's settings; `ink` is the id of an ink of the design, and `light` of a lighter one. */
  start(given: { ink: string; light: string }): Omit<S, keyof StepBase | 'kind'>;
  /** Whether half of it means something: cut-outs and the like are there or are not. */
  partly: boolean;
  /** What a brush does in it, painting and taking away; for steps that are made of strokes. */
  brush?: { paint: string; less: string | null };
  /** The finest of what it makes, px of the untouched picture: a copy in which that is no px or two shows something else. */
  finest?(step: S): number;
  /**
   * The picture with the step made, a new image: straight alpha, the given one is left as it is. Colours of pixels that
   * become clear are kept, for steps that ask what was there. Inks are colours here, not ids.
   */
  apply(image: RasterImage, step: S, given: StepGiven): RasterImage;
}
