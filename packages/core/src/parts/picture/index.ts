import { choice, given, nullable, number, record, ref, type Rule } from '../../fields';
import { STEPS_FIELD, maskedBy, treatmentFor, type Enlarge, type Step } from '../../steps';
import { partBase, type PartBase, type Place } from '../base';
import type { KnownPicture, PartKindOf } from '../kind';

/** Origin: the picture's centre; one local unit is one source pixel. */
export interface PicturePart extends PartBase {
  kind: 'picture';
  material: string;
  /** What is done to the picture, in this order; its file stays as it was brought in. */
  steps: Step[];
  /** What is cut off on each side, source px. */
  crop: { left: number; top: number; right: number; bottom: number } | null;
  /** That it prints enlarged along its edges, in two px a side or four for each; not when left out. */
  enlarged?: 'twice' | 'fourfold';
}

/** Times a side that a picture is enlarged. */
export const timesEnlarged = ({ enlarged }: Pick<PicturePart, 'enlarged'>): Enlarge =>
  enlarged === 'fourfold' ? 4 : enlarged === 'twice' ? 2 : 1;

/** Where light that comes from an angle of the board comes from as seen on the picture, degrees clockwise from its top. */
export const lightOn = ({ turn, scaleX, scaleY }: Place, light: number): number => {
  const angle = ((light - turn) * Math.PI) / 180;
  const [x, y] = [Math.sin(angle) * Math.sign(scaleX), -Math.cos(angle) * Math.sign(scaleY)];
  return Math.round((Math.atan2(x, -y) * 1800) / Math.PI) / 10;
};

export const picture = (id: string, at: Place, material: { id: string; name: string }): PicturePart => ({
  ...partBase(id, material.name, at),
  kind: 'picture',
  material: material.id,
  steps: [],
  crop: null,
});

const cut = number({ min: 0, max: 60000, fallback: 0 });

const rule: Rule<PicturePart> = ({ keylines, shade, relief, crop, material }, at, known) => {
  if (keylines.length) at.at('keylines').fault('must be empty: a picture takes no keyline');
  if (shade) at.at('shade').fault('must be null: a picture takes no shade');
  if (relief.length) at.at('relief').fault('must be empty: a picture takes no relief');
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
    steps: STEPS_FIELD,
    crop: nullable(
      record<NonNullable<PicturePart['crop']>>({ left: cut, top: cut, right: cut, bottom: cut }),
    ),
    enlarged: given(choice(['twice', 'fourfold'])),
  },
  rule,
  also: { properties: { keylines: { maxItems: 0 }, shade: { type: 'null' }, relief: { maxItems: 0 } } },
  about: (part, { picture: found }) => ({ licence: found(part.material)?.licence ?? null }),
  pictured: {
    material: (part) => part.material,
    masks: (part) => maskedBy(part.steps),
    image(part, { id, width, height }, { colour, light, coverOf }) {
      const { left, top, right, bottom } = part.crop ?? { left: 0, top: 0, right: 0, bottom: 0 };
      return {
        kind: 'image',
        material: id,
        treatment: treatmentFor(part.steps, colour, lightOn(part.place, light), timesEnlarged(part), coverOf),
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
