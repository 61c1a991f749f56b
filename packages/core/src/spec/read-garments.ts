import { GARMENT_KINDS, type Garment } from '../colour';
import { Checked } from '../fields';

/** Reads one garment colour. */
export function garmentOf(g: Checked): Garment {
  g.object(['id', 'name', 'value', 'kind', 'second', 'blank', 'takes', 'ground', 'own']);
  const kind = g.at('kind').oneOf(GARMENT_KINDS, 'solid');
  const blank = g.at('blank');
  const takes = g.at('takes');
  const name = g.at('name').string({ max: 120 });
  if (!g.at('name').missing && name.trim() === '') g.at('name').fault('must not be empty');
  return {
    id: g.at('id').id(),
    name,
    value: g.at('value').colour(),
    kind,
    ...(kind === 'solid' ? {} : { second: g.at('second').colour() }),
    ...(blank.missing ? {} : { blank: blank.string({ max: 60 }) }),
    ...(takes.missing ? {} : { takes: takes.oneOf(['underbase', 'direct'] as const) }),
    ...(g.at('ground').missing ? {} : { ground: g.at('ground').boolean(false) }),
    ...(g.at('own').missing ? {} : { own: g.at('own').boolean(false) }),
  };
}

/** Reads a parsed list of garment colours. Throws a DocumentError. */
export const readGarments = (document: unknown): Garment[] =>
  Checked.read(document, (d) => d.list(garmentOf, { max: 2000 }));

/** Reads one parsed garment colour. Throws a DocumentError that names the field. */
export const readGarment = (document: unknown): Garment => Checked.read(document, garmentOf);
