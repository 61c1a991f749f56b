import { Checked } from '../design';
import { GARMENT_KINDS, type Garment } from '../colour';
import type { Spec, SpecSide } from './types';

function side(s: Checked): SpecSide {
  s.object(['id', 'name', 'widthIn', 'heightIn', 'widthPx', 'heightPx', 'dpi', 'safeIn']);
  const safe = s.at('safeIn').object(['left', 'top', 'right', 'bottom']);
  const margin = (key: string) => safe.at(key).number({ min: 0, max: 60 });
  const out: SpecSide = {
    id: s.at('id').id(),
    name: s.at('name').string({ max: 120 }),
    widthIn: s.at('widthIn').number({ min: 0.1, max: 200 }),
    heightIn: s.at('heightIn').number({ min: 0.1, max: 200 }),
    widthPx: s.at('widthPx').number({ min: 16, max: 20000, whole: true }),
    heightPx: s.at('heightPx').number({ min: 16, max: 20000, whole: true }),
    dpi: s.at('dpi').number({ min: 30, max: 2400 }),
    safeIn: { left: margin('left'), top: margin('top'), right: margin('right'), bottom: margin('bottom') },
  };
  if (out.safeIn.left + out.safeIn.right >= out.widthIn)
    s.at('safeIn').fault('leaves no safe area: left and right together reach across the print area');
  if (out.safeIn.top + out.safeIn.bottom >= out.heightIn)
    s.at('safeIn').fault('leaves no safe area: top and bottom together reach across the print area');
  return out;
}

/** Reads a parsed spec file. Throws a DocumentError that lists each fault by its field. */
export function readSpec(document: unknown): Spec {
  return Checked.read(document, (d) => {
    d.object([
      '$schema',
      'format',
      'version',
      'id',
      'marketplace',
      'product',
      'blank',
      'sides',
      'formats',
      'background',
      'maxBytes',
      'leastDpi',
      'checked',
    ]);
    if (d.at('version').value !== 1) d.at('version').fault('this Brelm reads version 1');
    const spec: Spec = {
      format: d.at('format').oneOf(['brelm-spec']),
      version: 1,
      id: d.at('id').id(),
      marketplace: d.at('marketplace').string({ max: 120 }),
      product: d.at('product').string({ max: 120 }),
      blank: d.at('blank').string({ max: 120 }),
      sides: d.at('sides').list(side, { max: 20 }),
      formats: d.at('formats').list((f) => f.oneOf(['png'])),
      background: d.at('background').oneOf(['transparent', 'opaque', 'either']),
      maxBytes: d.at('maxBytes').number({ min: 1000, max: 2e9, whole: true }),
      leastDpi: d.at('leastDpi').number({ min: 1, max: 2400 }),
      checked: d.at('checked').string({ max: 20 }),
    };
    if (spec.sides.length === 0) d.at('sides').fault('must have at least one side');
    return spec;
  });
}

/** Reads one garment colour. */
export function garmentOf(g: Checked): Garment {
  g.object(['id', 'name', 'value', 'kind', 'second', 'blank', 'takes', 'own']);
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
    ...(g.at('own').missing ? {} : { own: g.at('own').boolean(false) }),
  };
}

/** Reads a parsed list of garment colours. Throws a DocumentError. */
export const readGarments = (document: unknown): Garment[] =>
  Checked.read(document, (d) => d.list(garmentOf, { max: 2000 }));

/** Reads one parsed garment colour. Throws a DocumentError that names the field. */
export const readGarment = (document: unknown): Garment => Checked.read(document, garmentOf);
