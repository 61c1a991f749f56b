import { join, resolve } from 'node:path';
import { cutSeconds, judgeCut, newCutLine } from '@brelm/core/cutline';
import { lightestInk } from '@brelm/core/design';
import { slug } from '@brelm/core/export';
import { artworkOn, placementOf } from '@brelm/core/placement';
import { cutRules } from '@brelm/core/spec';
import {
  cutDxf,
  cutMask,
  cutOutOf,
  drawingOf,
  makeFile,
  picturesBeside,
  placedOn,
  rasterSource,
  shippedGarments,
} from '@brelm/engine';
import { options, UsageError } from '../arguments';
import { findColourway, findSpec, loaded, readDesignOrFail } from '../prepare';
import { say } from '../say';
import { writeOut } from '../write-out';

/**
 * `brelm cutline`: a design as a sticker of a product: the artwork on its border as PNG, with the blade's path in a layer
 * or spot colour of its own as SVG and PDF, the path alone as DXF, what it leaves as a mask. Exit 1 when the peel check
 * has stops.
 */
export async function run(args: string[]): Promise<number> {
  const { values, positionals } = options(args, {
    spec: { type: 'string' },
    colourway: { type: 'string' },
    out: { type: 'string', default: '.' },
    json: { type: 'boolean' },
  });
  const { file, design } = readDesignOrFail(positionals[0]);
  const spec = findSpec(values.spec);
  if (!spec.sticker) throw new UsageError(`--spec: ${spec.id} is no sticker: nothing of it is cut out`);
  const colourway = findColourway(file, design, values.colourway).id;
  const { materials, pictures } = await loaded({ file, design });
  const placed = placedOn(design, spec, shippedGarments(), materials, pictures).design;
  const rasters = rasterSource(placed, picturesBeside(file));
  const out = resolve(values.out);
  const report: object[] = [];
  let stopped = false;
  for (const side of spec.sides) {
    const artwork = artworkOn(placed, spec.id, side.id);
    const settings = artwork.cutLine ?? newCutLine(lightestInk(artwork, colourway), spec.sticker);
    if (!artwork.cutLine)
      say('the design has no cut line of its own: one is begun with a border of its lightest ink.');
    const job = {
      design: { ...artwork, cutLine: settings },
      ...{ colourway, spec, side, apart: null },
      placement: placementOf(placed, spec.id, side.id)!,
    };
    const { drawing, cut, pxPerMm } = await cutOutOf(
      drawingOf(job, materials),
      settings,
      spec.sticker.cut,
      rasters,
    );
    const findings = judgeCut(cut, settings, cutRules(spec, side), pxPerMm);
    for (const f of findings) say(`${f.severity}: ${f.message}`);
    stopped ||= findings.some((f) => f.severity === 'stop');
    const files: { path: string; bytes: number }[] = [];
    if (cut) {
      const name = [
        slug(design.name),
        ...(spec.sides.length > 1 ? [slug(side.name)] : []),
        spec.sticker.cut,
      ].join('-');
      const write = async (ending: string, bytes: Buffer) => {
        files.push(await writeOut(join(out, `${name}${ending}`), bytes));
      };
      for (const format of ['png', 'svg', 'pdf'] as const)
        await write(`.${format}`, (await makeFile({ ...job, format }, materials, rasters)).bytes);
      await write('.dxf', Buffer.from(cutDxf(drawing), 'latin1'));
      await write('-mask.png', (await cutMask(drawing)).bytes);
    }
    report.push({
      ...{ spec: spec.id, side: side.id, settings },
      peel: cut && { ...figuresOf(cut.peel), seconds: cutSeconds(cut) },
      findings: findings.map(({ code, severity, message }) => ({ code, severity, message })),
      files,
    });
  }
  if (values.json) process.stdout.write(JSON.stringify(report, null, 2) + '\n');
  return stopped ? 1 : 0;
}

/** The figures of a peel check, rounded to a thousandth; null where there is nothing to measure. */
function figuresOf(peel: NonNullable<Awaited<ReturnType<typeof cutOutOf>>['cut']>['peel']) {
  const round = (v: number | undefined) =>
    v === undefined || !Number.isFinite(v) ? null : Math.round(v * 1000) / 1000;
  return {
    ...{ pieces: peel.pieces, holes: peel.holes, points: peel.points },
    width: round(peel.width),
    height: round(peel.height),
    area: round(peel.area),
    path: round(peel.path),
    border: round(peel.border?.distance),
    neck: round(peel.neck?.width),
    outerRadius: round(peel.outerRadius),
    innerRadius: round(peel.innerRadius),
  };
}
