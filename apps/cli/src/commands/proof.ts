import { placementOn } from '@brelm/core/placement';
import { judgedColours } from '@brelm/core/spec';
import { openStops, placedProof, type Finding, type GarmentContrast, type Proof } from '@brelm/core/proof';
import { inWords, isLanguage, LANGUAGES, type Language } from '@brelm/core/sentences';
import { makeSurface, placedOn, shippedSpelling } from '@brelm/engine';
import { options, UsageError } from '../arguments';
import { findGarments, loaded, prepare } from '../prepare';
import { say } from '../say';

const round = (value: number, digits = 3) => Number(value.toFixed(digits));

/** A proof as the command's JSON has it (docs/command-line.md). */
export function proofJson(proof: Proof, language: Language = 'en') {
  return {
    garments: proof.garments.map((g: GarmentContrast) => ({
      id: g.id,
      verdict: g.verdict,
      lowestRatio: round(g.lowestRatio),
      parts: g.parts.map((p) => ({
        id: p.id,
        verdict: p.verdict,
        medianRatio: round(p.medianRatio),
        p20Ratio: round(p.p20Ratio),
        shareBelow3: round(p.shareBelow3),
      })),
    })),
    findings: proof.findings.map((f) => findingJson(f, language)),
  };
}

const messageOf = (f: Finding, language: Language) => (f.said ? inWords(f.said, language) : f.message);

const findingJson = (f: Finding, language: Language) => ({
  check: f.check,
  severity: f.severity,
  part: f.part,
  garment: f.garment ?? null,
  message: messageOf(f, language),
  figure: round(f.figure),
  threshold: f.threshold,
  unit: f.unit,
  region: f.region,
  ...(f.places ? { places: f.places } : {}),
  accepted: f.accepted ?? null,
  mends: f.mends.map((m) => ({ id: m.id, title: inWords(m.said, language) })),
});

/** `brelm proof`: verdicts on garments and findings, in a language. Exit 1 when there are stops. */
export async function run(args: string[]): Promise<number> {
  const { values, positionals } = options(args, {
    spec: { type: 'string' },
    side: { type: 'string' },
    colourway: { type: 'string' },
    garment: { type: 'string', multiple: true },
    language: { type: 'string', default: 'en' },
    json: { type: 'boolean' },
  });
  const { language } = values;
  if (!isLanguage(language))
    throw new UsageError(`--language: must be one of ${Object.keys(LANGUAGES).join(', ')}`);
  const job = prepare(positionals[0], values);
  const side =
    values.side === undefined ? job.spec.sides[0] : job.spec.sides.find((s) => s.id === values.side);
  if (!side)
    throw new UsageError(
      `--side: ${job.spec.id} has no side "${values.side}". It has: ${job.spec.sides.map((s) => s.id).join(', ')}`,
    );
  const garments = values.garment
    ? findGarments(job, values.garment, '--garment')
    : judgedColours(
        job.spec,
        findGarments(job, job.design.garments, `${job.file}: garments`).map((g) => g.id),
        job.garments,
      );
  const { materials, pictures } = await loaded(job);
  const { design, said } = placedOn(job.design, job.spec, job.garments, materials, pictures);
  for (const { side: of, words } of said)
    if (of.id === side.id) say(`placed by itself: ${words.join('; ')}.`);
  const proof = placedProof({
    ...{ design, colourway: job.colourway.id, spec: job.spec, side, garments, materials, pictures },
    placement: placementOn(design, job.spec, side)!,
    apart: null,
    surfaces: makeSurface,
    spelling: shippedSpelling(),
  });
  if (values.json)
    process.stdout.write(
      JSON.stringify(
        {
          design: design.name,
          spec: job.spec.id,
          side: side.id,
          colourway: job.colourway.id,
          ...proofJson(proof, language),
        },
        null,
        2,
      ) + '\n',
    );
  else {
    for (const g of proof.garments)
      process.stderr.write(
        `${job.garments.find((x) => x.id === g.id)!.name}: ${g.verdict}, lowest contrast ${g.lowestRatio.toFixed(1)} : 1\n`,
      );
    for (const f of proof.findings)
      process.stderr.write(
        f.accepted === undefined
          ? `${f.severity}: ${messageOf(f, language)}\n`
          : `accepted: ${messageOf(f, language)} (${f.accepted || 'no reason given'})\n`,
      );
  }
  return openStops(proof.findings).length ? 1 : 0;
}
