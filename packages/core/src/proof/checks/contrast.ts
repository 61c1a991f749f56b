import { edgeRatios, groupingOf, NEEDED_RATIO, regionOf, sampleEdges, weakBox } from '../measure';
import type { Finding, Judged } from '../types';

const figure = (ratio: number) => (ratio < 10 ? ratio.toFixed(1) : Math.round(ratio).toString());

/**
 * Parts that vanish or are weak on a garment, by the contrast along their visible edge. A stop
 * where a must-read part vanishes, a watch where it is weak. A figure may be weak where its colours
 * meet its surroundings without being lost, so other parts are only named when they vanish.
 */
export function contrastFindings(input: Judged): Finding[] {
  const findings: Finding[] = [];
  const samples = sampleEdges(input.analysis, false, input.walks);
  const { byLayer } = groupingOf(samples, input.analysis.layers.length);
  const layerOf = new Map(input.analysis.layers.map((l, i) => [l.part, i]));
  const groupOf = new Map(input.drawing.groups.map((g) => [g.part, g]));
  input.contrast.forEach((judged, g) => {
    const garment = input.garments[g];
    const ratios = edgeRatios(samples, garment);
    for (const result of judged.parts) {
      if (result.verdict === 'reads') continue;
      const { part, about } = groupOf.get(result.id)!;
      const edge = byLayer[layerOf.get(part)!];
      if (edge.length === 0 || about.kind === 'code' || (!about.mustRead && result.verdict === 'weak'))
        continue;
      const { scale } = input.analysis;
      const box = weakBox(samples, ratios, edge);
      const vanishes = result.verdict === 'vanishes';
      const { title } = about;
      findings.push({
        check: 'contrast',
        severity: vanishes && about.mustRead ? 'stop' : 'watch',
        part,
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
        mends: [],
      });
    }
  });
  return findings;
}
