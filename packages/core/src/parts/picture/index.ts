import { flag, kinds, nullable, number, record, ref, type Rule } from '../../fields';
import type { AlphaRule, Ground, Treatment } from '../../raster';
import { partBase, type PartBase, type Place } from '../base';
import type { KnownPicture, PartKindOf } from '../kind';

/** Origin: the picture's centre; one local unit is one source pixel. */
export interface PicturePart extends PartBase {
  kind: 'picture';
  material: string;
  /** How it is cleaned; see raster's Treatment. */
  ground: Ground | null;
  lift: boolean;
  alpha: AlphaRule | null;
  specks: number;
  /** What is cut off on each side, source px. */
  crop: { left: number; top: number; right: number; bottom: number } | null;
}

/** How a picture is cleaned; null when its file is taken as it is. */
export const treatmentOf = (part: PicturePart): Treatment | null =>
  part.ground || part.lift || part.alpha || part.specks > 0
    ? { ground: part.ground, lift: part.lift, alpha: part.alpha, specks: part.specks }
    : null;

export const picture = (id: string, at: Place, material: { id: string; name: string }): PicturePart => ({
  ...partBase(id, material.name, at),
  kind: 'picture',
  material: material.id,
  ground: null,
  lift: false,
  alpha: null,
  specks: 0,
  crop: null,
});

const cut = number({ min: 0, max: 60000, fallback: 0 });

const rule: Rule<PicturePart> = ({ keylines, shade, crop, material }, at, known) => {
  if (keylines.length) at.at('keylines').fault('must be empty: a picture takes no keyline');
  if (shade) at.at('shade').fault('must be null: a picture takes no shade');
  const whole = known.material.get(material) as KnownPicture | undefined;
  if (crop && whole && (crop.left + crop.right >= whole.width || crop.top + crop.bottom >= whole.height))
    at.at('crop').fault(`leaves nothing of a picture of ${whole.width} × ${whole.height} px`);
};

export const PICTURE: PartKindOf<PicturePart> = {
  kind: 'picture',
  label: 'Picture',
  mustRead: false,
  fields: {
    material: ref('material'),
    ground: nullable(record<Ground>({ tolerance: number({ min: 0, max: 100 }) })),
    lift: flag(),
    alpha: nullable(
      kinds<AlphaRule, 'mode'>(
        { solid: { at: number({ min: 1, max: 255 }) }, halftone: { pitch: number({ min: 2, max: 400 }) } },
        { by: 'mode' },
      ),
    ),
    specks: number({ min: 0, max: 100_000, fallback: 0 }),
    crop: nullable(
      record<NonNullable<PicturePart['crop']>>({ left: cut, top: cut, right: cut, bottom: cut }),
    ),
  },
  rule,
  also: { properties: { keylines: { maxItems: 0 }, shade: { type: 'null' } } },
  about: (part, { picture: found }) => ({ licence: found(part.material)?.licence ?? null }),
  pictured: {
    material: (part) => part.material,
    image(part, { id, width, height }) {
      const { left, top, right, bottom } = part.crop ?? { left: 0, top: 0, right: 0, bottom: 0 };
      return {
        kind: 'image',
        material: id,
        treatment: treatmentOf(part),
        width,
        height,
        shown: {
          left: left - width / 2,
          top: top - height / 2,
          right: width / 2 - right,
          bottom: height / 2 - bottom,
        },
      };
    },
  },
};
