import { join, resolve } from 'node:path';
import { isHex } from '@brelm/core/colour';
import {
  CROPS,
  GROUND_KINDS,
  isGround,
  MOCKUP_FORMATS,
  MOCKUP_WIDTHS,
  mockupName,
  PLAIN_GROUND,
  PRINT_LOOKS,
  shows,
  usualLook,
  type MockupWish,
} from '@brelm/core/mockup';
import {
  jobsOf,
  makeMockup,
  picturesBeside,
  placedOn,
  rasterSource,
  sceneMaps,
  shippedGarments,
  shippedScenes,
} from '@brelm/engine';
import { options, UsageError } from '../arguments';
import { findColourway, findSpec, loaded, readDesignOrFail } from '../prepare';
import { writeOut } from '../write-out';

/** One of a list by name. Throws a UsageError that says which there are. */
function oneOf<const T extends string>(option: string, given: string, of: readonly T[]): T {
  if (!of.includes(given as T)) throw new UsageError(`--${option}: "${given}" is none of ${of.join(', ')}`);
  return given as T;
}

/**
 * `brelm mockup`: pictures of a product with a design on it, one for each garment that is named (else for each that its
 * colourway is sold on) in each scene that is named (else in each that shows the product).
 */
export async function run(args: string[]): Promise<number> {
  const { values, positionals } = options(args, {
    spec: { type: 'string' },
    scene: { type: 'string', multiple: true },
    garment: { type: 'string', multiple: true },
    colourway: { type: 'string' },
    size: { type: 'string' },
    look: { type: 'string' },
    ground: { type: 'string', default: PLAIN_GROUND.colour },
    crop: { type: 'string', default: 'whole' },
    width: { type: 'string', default: '2000' },
    format: { type: 'string', default: 'jpeg' },
    out: { type: 'string', default: '.' },
    json: { type: 'boolean' },
  });
  const crop = oneOf('crop', values.crop, CROPS);
  const format = oneOf('format', values.format, MOCKUP_FORMATS);
  const width = Number(values.width);
  const { least, most } = MOCKUP_WIDTHS;
  if (!Number.isInteger(width) || width < least || width > most)
    throw new UsageError(`--width: must be whole px from ${least} to ${most}`);
  // A colour, or a kind of ground in the usual one.
  const ground = isHex(values.ground)
    ? { kind: 'plain', colour: values.ground }
    : { ...PLAIN_GROUND, kind: values.ground };
  if (!isGround(ground))
    throw new UsageError(
      `--ground: "${values.ground}" is no colour (#rrggbb) and none of ${GROUND_KINDS.join(', ')}`,
    );
  const { file, design } = readDesignOrFail(positionals[0]);
  const colourway = values.colourway === undefined ? null : findColourway(file, design, values.colourway);
  const spec = findSpec(values.spec);
  const look = oneOf(
    'look',
    values.look ?? usualLook(spec),
    PRINT_LOOKS.map((l) => l.id),
  );
  const all = shippedScenes();
  for (const id of values.scene ?? [])
    oneOf(
      'scene',
      id,
      all.map((s) => s.id),
    );
  const garments = shippedGarments();
  for (const id of values.garment ?? [])
    oneOf(
      'garment',
      id,
      garments.map((g) => g.id),
    );

  const { materials, pictures } = await loaded({ file, design });
  const rasters = rasterSource(design, picturesBeside(file));
  const placed = placedOn(design, spec, garments, materials, pictures).design;
  const made: { path: string; bytes: number; scene: string; garment: string | null }[] = [];
  for (const scene of all.filter((s) => !values.scene || values.scene.includes(s.id))) {
    const jobs = jobsOf(placed, spec).filter(({ job }) => shows(scene, spec, job.side));
    if (!jobs.length && values.scene)
      throw new UsageError(`--scene: ${scene.id} does not show ${spec.product}`);
    if (values.size !== undefined && scene.sizes) oneOf('size', values.size, Object.keys(scene.sizes.widths));
    const own = jobs.filter(({ job }) => !colourway || job.colourway === colourway.id);
    if (!own.length) continue;
    const maps = await sceneMaps(scene);
    for (const side of new Set(own.map(({ job }) => job.side))) {
      const ofSide = own.filter(({ job }) => job.side === side);
      const sold = ofSide.flatMap((o) => o.file.garments);
      const asked = values.garment ?? (sold.length ? [...new Set(sold)] : [spec.garments?.[0] ?? 'white']);
      for (const id of scene.dyed ? asked : asked.slice(0, 1)) {
        // A garment is printed with the colourway that it is sold in; one that is sold in none with the first.
        const { job, file: planned } = ofSide.find((o) => o.file.garments.includes(id)) ?? ofSide[0];
        const garment = scene.dyed ? garments.find((g) => g.id === id)! : null;
        const wish: MockupWish = {
          ...{ scene: scene.id, garment: garment?.id ?? null, look, ground, crop, width, format },
          size: scene.sizes ? (values.size ?? null) : null,
        };
        const picture = await makeMockup(
          [{ job, garment, label: '' }],
          wish,
          { scene, maps },
          materials,
          pictures,
          rasters,
        );
        const name = mockupName(
          design.name,
          wish,
          design.colourways.length > 1 ? planned.colourway.name : null,
          garment?.name ?? null,
        );
        made.push({
          ...(await writeOut(join(resolve(values.out), name), picture.bytes)),
          ...{ scene: scene.id, garment: wish.garment },
        });
      }
    }
  }
  if (!made.length) throw new UsageError(`--spec: no scene shows ${spec.product}`);
  if (values.json) process.stdout.write(JSON.stringify({ files: made }, null, 2) + '\n');
  return 0;
}
