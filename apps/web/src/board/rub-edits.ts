import { freshId, partIds, type Design, type Edit } from '@brelm/core/design';
import { applyMatrix, axisScales, invert } from '@brelm/core/geometry';
import { nodesOf, rubbedOut, type LinePart, type Rubber } from '@brelm/core/parts';
import { partMatrix } from '@brelm/core/resolve';

/** Edits that rub out of every line that is not locked or hidden; board px. */
export function rubEdits(design: Design, rubber: Rubber): Edit[] {
  const taken = partIds(design);
  return design.parts.flatMap((part): Edit[] => {
    if (part.kind !== 'line' || part.locked || part.hidden) return [];
    const matrix = partMatrix(part);
    const back = invert(matrix);
    const own = (way: readonly (readonly [number, number])[]) => way.map(([x, y]) => applyMatrix(back, x, y));
    const { pieces, hit } = rubbedOut(
      part,
      'within' in rubber
        ? { within: own(rubber.within) }
        : { along: own(rubber.along), r: rubber.r / Math.max(...axisScales(matrix)) },
    );
    if (!hit) return [];
    const lines = pieces.flatMap((samples): LinePart[] => {
      const fitted = nodesOf(samples, 0.5);
      return fitted ? [{ ...part, nodes: fitted.nodes, closed: false }] : [];
    });
    if (lines.length === 0) return [{ op: 'removeParts', parts: [part.id] }];
    const at = design.parts.indexOf(part);
    return lines.map((piece, i): Edit => {
      if (i === 0) return { op: 'updatePart', part: part.id, change: { nodes: piece.nodes, closed: false } };
      const id = freshId(part.id.replace(/-\d+$/, ''), taken);
      taken.push(id);
      return { op: 'addPart', part: { ...piece, id }, at };
    });
  });
}
