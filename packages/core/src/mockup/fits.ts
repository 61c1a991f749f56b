import type { Spec, SpecSide } from '../spec';
import type { PrintField, Scene } from './types';

/** Fields of a scene that a side of a product is printed on. */
export const fieldsFor = (scene: Scene, side: Pick<SpecSide, 'id'>): PrintField[] =>
  scene.fields.filter((f) => f.side === null || f.side === side.id);

/** Whether a scene shows a side of a product: its kind, its blank, and a field for the side. */
export const shows = (
  scene: Scene,
  spec: Pick<Spec, 'kind' | 'blank'>,
  side: Pick<SpecSide, 'id'>,
): boolean =>
  scene.products.kinds.includes(spec.kind) &&
  (!scene.products.blanks.length || scene.products.blanks.includes(spec.blank)) &&
  fieldsFor(scene, side).length > 0;

/** How much larger a size is than the one that was photographed; 1 for a scene without sizes or an unknown size. */
export const sizeRatio = ({ sizes }: Pick<Scene, 'sizes'>, size: string | null): number =>
  sizes && size !== null && Object.hasOwn(sizes.widths, size)
    ? sizes.widths[size] / sizes.widths[sizes.own]
    : 1;
