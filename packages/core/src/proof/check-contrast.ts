import { contrastRatio, deltaE, nearestReading, yarns, type Garment, type Hex } from '../colour';
import {
  applyEdits,
  colourwayOf,
  freshId,
  inkValues,
  inksOfPart,
  ownInks,
  partIn,
  partTitle,
  reinked,
  type Design,
  type Edit,
  type Keyline,
  type Part,
} from '../design';
import { groupBounds, resolve } from '../drawing';
import { grow, intersect, isEmptyBox } from '../geometry';
import { mmToPx } from '../units';
import { analyse, ANALYSIS_SIZE } from './analysis';
import { groupingOf, judgeGarment, NEEDED_RATIO, weakBox } from './contrast';
import { sampleEdges, edgeRatios } from './edges';
import { regionOf } from './region';
import { isHeavy } from './thin-places';
import type { CheckInput, Finding, Mend, PartContrast, ProofInput } from './types';

/** Keyline widths that are tried, mm: from the thinnest line that prints (1 pt) upwards. */
const KEYLINE_WIDTHS_MM = [0.35, 0.5, 0.7, 1, 1.4, 2, 3];

/** Parts nearer than this are neighbours, px of the analysis. */
const NEIGHBOUR_PX = 4;
/**
 * So many parts are offered mends on a garment at a time: each is tried out on the whole. When these are
 * mended the next ones are.
 */
const MOST_MENDED = 20;

const figure = (ratio: number) => (ratio < 10 ? ratio.toFixed(1) : Math.round(ratio).toString());

function verdictAfter(input: ProofInput, design: Design, part: string, garment: Garment): PartContrast {
  const drawing = resolve(design, input.colourway, input.materials);
  const own = drawing.groups.find((g) => g.part === part);
  // What does not touch a part has no say in whether it reads.
  const reach =
    own && grow(groupBounds(own), (NEIGHBOUR_PX / ANALYSIS_SIZE) * Math.max(drawing.width, drawing.height));
  const groups = reach
    ? drawing.groups.filter((g) => g === own || !isEmptyBox(intersect(reach, groupBounds(g))))
    : drawing.groups;
  const analysis = analyse(
    { ...drawing, groups },
    input.pictures,
    input.surfaces,
    ANALYSIS_SIZE,
    input.cache,
    false,
  );
  const judged = judgeGarment(analysis, sampleEdges(analysis, false, input.walks), garment, new Set([part]));
  return judged.parts.find((p) => p.id === part)!;
}

const tryOut = (input: CheckInput, edits: Edit[], part: string, garment: Garment): boolean =>
  !isHeavy(input.drawing.groups.filter((g) => g.part === part)) &&
  verdictAfter(input, applyEdits(input.design, edits), part, garment).verdict === 'reads';

/** Changes each ink of the part that does not read to the nearest colour that does. */
function inkMend(input: CheckInput, part: Part, garment: Garment): Mend | null {
  if (part.kind === 'picture') return null;
  const values = inkValues(input.design, input.colourway);
  const grounds = yarns(garment);
  const edits: Edit[] = [];
  const names: string[] = [];
  for (const id of ownInks(part)) {
    const value = values.get(id)!;
    if (grounds.every((g) => contrastRatio(value, g) >= NEEDED_RATIO)) continue;
    const nearest = nearestReading(value, grounds, NEEDED_RATIO);
    if (!nearest) return null;
    const ink = input.design.inks.find((i) => i.id === id)!;
    edits.push({ op: 'setInk', ink: id, value: nearest, colourway: input.colourway });
    names.push(`${ink.name} to ${nearest}`);
  }
  if (edits.length === 0 || !tryOut(input, edits, part.id, garment)) return null;
  return { id: 'nearest-ink', title: `Change ${names.join(', ')}: the nearest that reads`, edits };
}

/** Gives the part another ink of the design, the nearest that reads, for each that does not. */
function swapMend(input: CheckInput, part: Part, garment: Garment): Mend | null {
  const values = inkValues(input.design, input.colourway);
  const grounds = yarns(garment);
  const reads = (v: Hex) => grounds.every((g) => contrastRatio(v, g) >= NEEDED_RATIO);
  const own = new Set(inksOfPart(part));
  const others = input.design.inks.filter((i) => !own.has(i.id) && reads(values.get(i.id)!));
  if (others.length === 0) return null;
  const swap = new Map<string, string>();
  for (const id of ownInks(part)) {
    const value = values.get(id)!;
    if (reads(value)) continue;
    const nearest = others.reduce((a, b) =>
      deltaE(values.get(b.id)!, value) < deltaE(values.get(a.id)!, value) ? b : a,
    );
    swap.set(id, nearest.id);
  }
  if (swap.size === 0) return null;
  const edit: Edit = {
    op: 'updatePart',
    part: part.id,
    change: reinked(part, (ink) => swap.get(ink) ?? ink),
  };
  if (!tryOut(input, [edit], part.id, garment)) return null;
  const names = [...new Set(swap.values())].map((id) => input.design.inks.find((i) => i.id === id)!.name);
  return { id: 'swap-ink', title: `Use the ink ${names.join(' and ')} instead`, edits: [edit] };
}

/** Puts a keyline around a part: on the base for all, on another colourway for that one alone. */
function keylineEdit(design: Design, colourway: string | undefined, part: Part, keyline: Keyline): Edit {
  const chosen = colourwayOf(design, colourway);
  if (!chosen || chosen === design.colourways[0]) return { op: 'addKeyline', part: part.id, keyline };
  const keylines = [...partIn(part, chosen).keylines, keyline];
  return { op: 'overridePart', colourway: chosen.id, part: part.id, change: { keylines } };
}

/** Inks that a keyline is tried in. */
const MOST_CHOICES = 3;

/** The thinnest keyline that reads: first in a tint or shade of the garment, then in inks at hand. */
function keylineMend(input: CheckInput, part: Part, garment: Garment): Mend | null {
  if (part.kind === 'picture') return null;
  const { design } = input;
  const grounds = yarns(garment);
  const values = inkValues(design, input.colourway);
  const tint = nearestReading(garment.value, grounds, NEEDED_RATIO);
  const choices: { ink: string; title: string; add: Edit[] }[] = [];
  const same = design.inks.find((i) => values.get(i.id) === tint);
  if (tint && !same) {
    const id = freshId(
      'keyline',
      design.inks.map((i) => i.id),
    );
    const name = `${garment.name} tint`;
    choices.push({
      ink: id,
      title: `${tint}, from ${garment.name}'s own hue`,
      add: [{ op: 'addInk', ink: { id, name, value: tint } }],
    });
  }
  const own = new Set(inksOfPart(part));
  const reads = (v: Hex) => grounds.every((g) => contrastRatio(v, g) >= NEEDED_RATIO);
  for (const ink of design.inks)
    if (!own.has(ink.id) && reads(values.get(ink.id)!))
      choices.push({ ink: ink.id, title: `the ink ${ink.name}`, add: [] });
  // Each is tried at each width, on the whole artwork: the first ones stand for the rest.
  choices.length = Math.min(choices.length, MOST_CHOICES);
  for (const mm of KEYLINE_WIDTHS_MM) {
    const width = Math.ceil(mmToPx(mm, design.board.dpi));
    for (const choice of choices) {
      const edits: Edit[] = [
        ...choice.add,
        keylineEdit(design, input.colourway, part, { ink: choice.ink, width, join: 'round' }),
      ];
      if (tryOut(input, edits, part.id, garment))
        return { id: 'keyline', title: `Add a ${width} px keyline in ${choice.title}`, edits };
    }
  }
  return null;
}

/**
 * Parts that vanish or are weak on a garment, by the contrast along their visible edge. A stop
 * where a must-read part vanishes, a watch where it is weak. A figure may be weak where its colours
 * meet its surroundings without being lost, so other parts are only named when they vanish.
 */
export function contrastFindings(input: CheckInput): Finding[] {
  const findings: Finding[] = [];
  const samples = sampleEdges(input.analysis, false, input.walks);
  const { byLayer } = groupingOf(samples, input.analysis.layers.length);
  const layerOf = new Map(input.analysis.layers.map((l, i) => [l.part, i]));
  const partOf = new Map(input.design.parts.map((p) => [p.id, p]));
  input.contrast.forEach((judged, g) => {
    const garment = input.garments[g];
    const ratios = edgeRatios(samples, garment);
    let mended = 0;
    for (const result of judged.parts) {
      if (result.verdict === 'reads') continue;
      const part = partOf.get(result.id)!;
      const edge = byLayer[layerOf.get(part.id)!];
      if (edge.length === 0 || part.kind === 'code' || (!part.mustRead && result.verdict === 'weak'))
        continue;
      const { scale } = input.analysis;
      const box = weakBox(samples, ratios, edge);
      const vanishes = result.verdict === 'vanishes';
      const title = partTitle(part);
      const wanted = !input.mendFor || input.mendFor.has(garment.id);
      const mends =
        part.mustRead && wanted && mended++ < MOST_MENDED
          ? [inkMend(input, part, garment), swapMend(input, part, garment), keylineMend(input, part, garment)]
          : [];
      findings.push({
        check: 'contrast',
        severity: vanishes && part.mustRead ? 'stop' : 'watch',
        part: part.id,
        garment: garment.id,
        message: vanishes
          ? `“${title}” vanishes on ${garment.name}: contrast ${figure(result.medianRatio)} : 1, needs ${NEEDED_RATIO} : 1`
          : `“${title}” is weak on ${garment.name}: ${Math.round(result.shareBelow3 * 100)} % of its edge is under ${NEEDED_RATIO} : 1`,
        figure: vanishes ? result.medianRatio : result.shareBelow3,
        threshold: vanishes ? NEEDED_RATIO : 0.2,
        unit: vanishes ? 'ratio' : 'share',
        region: regionOf({
          left: box.left / scale,
          top: box.top / scale,
          right: box.right / scale,
          bottom: box.bottom / scale,
        }),
        mends: mends.filter((m) => m !== null),
      });
    }
  });
  return findings;
}
