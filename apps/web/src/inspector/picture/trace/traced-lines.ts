import { freshId, partIds, type Design, type Edit, type Material } from '@brelm/core/design';
import { axisScales } from '@brelm/core/geometry';
import { line, mappedNode, type LinePart, type PicturePart } from '@brelm/core/parts';
import { inksFor } from '@brelm/core/svg';
import type { TracedLines } from '../../../workers/trace-client';
import { copyToBoard } from './of-copy';
import { say } from '../../../words/picture';

/** Lines that are laid on a board at once; more are no drawing that anybody would move by hand. */
export const MOST_LINES = 300;

/** The ink that a drawing's own colour is near enough to (CIEDE2000). */
const SAME = 8;

/**
 * Edits that lay the lines of a drawing over its picture, as large and as they lie, bundled, in an ink of the design (its own
 * colour's where `ink` is null), and hide the picture, which is kept.
 */
export function linesEdits(
  design: Design,
  part: PicturePart,
  material: Material,
  found: TracedLines,
  ink: string | null,
): { edits: Edit[]; ids: string[] } {
  const { inkFor, added } = inksFor(design.inks, SAME);
  const own = ink ?? inkFor(found.colour);
  const matrix = copyToBoard(part, material, found);
  const scale = Math.max(...axisScales(matrix));
  const bundle = freshId(
    'bundle',
    design.bundles.map((b) => b.id),
  );
  const taken = partIds(design);
  const lines = found.lines.map(({ nodes, closed, width, pen }): LinePart => {
    const id = freshId('line', taken);
    taken.push(id);
    const laid = nodes.map((n) => mappedNode(n, matrix));
    return {
      ...line(id, laid, { ink: own, width: width * scale, pen, nib: 45 }),
      ...{ closed, bundle },
    };
  });
  const name = say('lines2', { name: part.name || material.name });
  const at = design.parts.indexOf(part);
  return {
    ids: lines.map((l) => l.id),
    edits: [
      ...added.map((one): Edit => ({ op: 'addInk', ink: one })),
      { op: 'addBundle', bundle: { id: bundle, name, bundle: part.bundle, joined: null } },
      ...lines.map((one): Edit => ({ op: 'addPart', part: one, at })),
      { op: 'updatePart', part: part.id, change: { hidden: true } },
    ],
  };
}
