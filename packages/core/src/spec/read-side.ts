import type { Checked } from '../fields';
import { isFinitePath, parseSvgPath } from '../geometry';
import { inchesOf } from './lengths';
import { ZONE_KINDS, type AreaShape, type SpecSide, type Zone } from './types';

const LEAST_IN = 0.1;
const LARGEST_IN = 200;

function margins(m: Checked) {
  m.object(['left', 'top', 'right', 'bottom']);
  const margin = (key: string) => inchesOf(m.at(key), { min: 0, max: 60 });
  return { left: margin('left'), top: margin('top'), right: margin('right'), bottom: margin('bottom') };
}

function shape(s: Checked): AreaShape {
  s.object(['kind', 'radiusIn', 'path']);
  const kind = s.at('kind').oneOf(['rectangle', 'circle', 'rounded', 'outline'] as const);
  if (kind === 'rounded') return { kind, radiusIn: inchesOf(s.at('radiusIn'), { min: 0, max: 60 }) };
  if (kind !== 'outline') return { kind };
  const path = s.at('path').string({ max: 100_000 });
  try {
    const read = parseSvgPath(path);
    if (read.length === 0 || !isFinitePath(read)) throw new RangeError('it draws nothing');
  } catch (error) {
    if (!s.at('path').missing) s.at('path').fault(`is no SVG path data: ${(error as Error).message}`);
  }
  return { kind, path };
}

function zone(z: Checked, side: Pick<SpecSide, 'widthIn' | 'heightIn'>): Zone {
  z.object(['kind', 'name', 'leftIn', 'topIn', 'widthIn', 'heightIn', 'round']);
  const out: Zone = {
    kind: z.at('kind').oneOf(ZONE_KINDS),
    name: z.at('name').string({ max: 120, fallback: '' }),
    leftIn: inchesOf(z.at('leftIn'), { min: -LARGEST_IN, max: LARGEST_IN }),
    topIn: inchesOf(z.at('topIn'), { min: -LARGEST_IN, max: LARGEST_IN }),
    widthIn: inchesOf(z.at('widthIn'), { min: 0.01, max: LARGEST_IN }),
    heightIn: inchesOf(z.at('heightIn'), { min: 0.01, max: LARGEST_IN }),
    ...(z.at('round').boolean(false) ? { round: true } : {}),
  };
  const outside =
    out.leftIn >= side.widthIn ||
    out.topIn >= side.heightIn ||
    out.leftIn + out.widthIn <= 0 ||
    out.topIn + out.heightIn <= 0;
  if (outside) z.fault('lies outside the print area');
  return out;
}

function pixels(p: Checked): NonNullable<SpecSide['pixels']> {
  p.object(['leastWidth', 'leastHeight', 'mostWidth', 'mostHeight']);
  const px = (key: string) => p.at(key).number({ min: 16, max: 20_000, whole: true });
  const out = {
    leastWidth: px('leastWidth'),
    leastHeight: px('leastHeight'),
    mostWidth: px('mostWidth'),
    mostHeight: px('mostHeight'),
  };
  if (out.leastWidth > out.mostWidth) p.at('leastWidth').fault('is more than the most');
  if (out.leastHeight > out.mostHeight) p.at('leastHeight').fault('is more than the most');
  return out;
}

/** How far pixels may be from inches × dpi, px: marketplaces round. */
const ROUNDED = 2;

/** Reads one side of a spec. */
export function readSide(s: Checked): SpecSide {
  s.object([
    'id',
    'name',
    'widthIn',
    'heightIn',
    'widthPx',
    'heightPx',
    'dpi',
    'pixels',
    'shape',
    'bleedIn',
    'safeIn',
    'safeShape',
    'zones',
    'curve',
    'collarIn',
  ]);
  const given = (key: string) => !s.at(key).missing;
  const size = {
    widthIn: inchesOf(s.at('widthIn'), { min: LEAST_IN, max: LARGEST_IN }),
    heightIn: inchesOf(s.at('heightIn'), { min: LEAST_IN, max: LARGEST_IN }),
  };
  const out: SpecSide = {
    id: s.at('id').id(),
    name: s.at('name').string({ max: 120 }),
    ...size,
    widthPx: s.at('widthPx').number({ min: 16, max: 20_000, whole: true }),
    heightPx: s.at('heightPx').number({ min: 16, max: 20_000, whole: true }),
    dpi: s.at('dpi').number({ min: 30, max: 2400 }),
    ...(given('pixels') ? { pixels: pixels(s.at('pixels')) } : {}),
    ...(given('shape') ? { shape: shape(s.at('shape')) } : {}),
    ...(given('bleedIn') ? { bleedIn: inchesOf(s.at('bleedIn'), { min: 0, max: 5 }) } : {}),
    safeIn: margins(s.at('safeIn')),
    ...(given('safeShape') ? { safeShape: shape(s.at('safeShape')) } : {}),
    ...(given('zones') ? { zones: s.at('zones').list((z) => zone(z, size), { max: 40 }) } : {}),
    ...(given('curve')
      ? {
          curve: {
            diameterIn: inchesOf(s.at('curve').object(['diameterIn']).at('diameterIn'), {
              min: 0.2,
              max: 60,
            }),
          },
        }
      : {}),
    ...(given('collarIn') ? { collarIn: inchesOf(s.at('collarIn'), { min: 0, max: 40 }) } : {}),
  };
  // A size that was faulted counts as the least: there is nothing more to say of it.
  if (out.widthIn > LEAST_IN && out.safeIn.left + out.safeIn.right >= out.widthIn)
    s.at('safeIn').fault('leaves no safe area: left and right together reach across the print area');
  if (out.heightIn > LEAST_IN && out.safeIn.top + out.safeIn.bottom >= out.heightIn)
    s.at('safeIn').fault('leaves no safe area: top and bottom together reach across the print area');
  if (out.bleedIn && 2 * out.bleedIn >= Math.min(out.widthIn, out.heightIn))
    s.at('bleedIn').fault('leaves nothing of the print area');
  for (const [px, inches, key] of [
    [out.widthPx, out.widthIn, 'widthPx'],
    [out.heightPx, out.heightIn, 'heightPx'],
  ] as const) {
    const asked = inches * out.dpi;
    // With a fault in one of them there is nothing to compare.
    if (s.at('dpi').value !== out.dpi || s.at(key).value !== px) continue;
    if (Math.abs(px - asked) > ROUNDED)
      s.at(key).fault(
        `${px} px is not ${+inches.toFixed(3)} in at ${out.dpi} dpi, which is ${Math.round(asked)} px`,
      );
  }
  return out;
}
