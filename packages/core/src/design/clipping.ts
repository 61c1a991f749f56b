import { mapField } from '../fields';
import { mapPart, materialsOfPart, type Part } from '../parts';
import { OVERRIDE_FIELD } from './fields';
import { tiedTo } from './relations';
import { inksOfPart } from './colours';
import { scaledOverride, scaledPart } from './refit';
import { freshId, type Edit } from './edits';
import { readDesign } from './read';
import { bundleIds, openSide, partIds } from './sides';
import { livingBundles } from './stack';
import {
  DESIGN_FORMAT,
  DESIGN_VERSION,
  type Board,
  type Bundle,
  type Design,
  type Ink,
  type Material,
} from './types';

const CLIPPING = 'brelm-parts';

/** Parts taken out of a design, with the inks and materials that they need. */
export interface Clipping {
  format: typeof CLIPPING;
  /** Of the design format that its parts are in; the second where it is missing. */
  version: number;
  board: Board;
  inks: Ink[];
  materials: Material[];
  bundles: Bundle[];
  /** Front first. */
  parts: Part[];
}

/** Parts of a design with what they need. Inks have the values of the design's base. */
function clippingFrom(design: Design, ids: readonly string[]): Clipping {
  const parts = design.parts.filter((p) => ids.includes(p.id));
  const inks = new Set(parts.flatMap(inksOfPart));
  const materials = new Set(parts.flatMap(materialsOfPart));
  return {
    format: CLIPPING,
    version: DESIGN_VERSION,
    board: design.board,
    inks: design.inks.filter((i) => inks.has(i.id)),
    materials: design.materials.filter((m) => materials.has(m.id)),
    bundles: livingBundles({ parts, bundles: design.bundles }),
    parts,
  };
}

/** Parts of a design as text for the clipboard. */
export const clippingOf = (design: Design, ids: readonly string[]): string =>
  JSON.stringify(clippingFrom(design, ids));

const pick = ({ board, inks, materials, bundles, parts }: Design) => ({
  board,
  inks,
  materials,
  bundles,
  parts,
});

/** Text of the clipboard as a clipping; null when it is none, or a damaged one. */
export function readClipping(text: string): Clipping | null {
  if (!text.startsWith('{') || !text.includes(CLIPPING)) return null;
  try {
    const given = JSON.parse(text) as Clipping;
    if (given.format !== CLIPPING) return null;
    // Read as a design, so that nothing gets in that a design may not have.
    const { board, bundles, parts } = given;
    const read = readDesign({
      format: DESIGN_FORMAT,
      version: given.version ?? 2,
      name: '',
      backdrop: 'none',
      inks: given.inks,
      materials: given.materials,
      sides: [{ id: 'clipping', board, bundles, parts }],
    });
    return { format: CLIPPING, version: DESIGN_VERSION, ...pick(read) };
  } catch {
    return null;
  }
}

/**
 * Edits that give a design inks like these, and which of its inks stands for each: one of the same
 * value is used again, others are added.
 */
export function bringInks(
  design: Design,
  given: readonly Ink[],
): { edits: Edit[]; to: (ink: string) => string } {
  const edits: Edit[] = [];
  const ids = design.inks.map((i) => i.id);
  const inks = new Map<string, string>();
  for (const ink of given) {
    const same =
      design.inks.find((i) => i.value === ink.value && i.name === ink.name) ??
      design.inks.find((i) => i.value === ink.value);
    if (same) {
      inks.set(ink.id, same.id);
      continue;
    }
    const id = ids.includes(ink.id) ? freshId('ink', ids) : ink.id;
    ids.push(id);
    inks.set(ink.id, id);
    edits.push({ op: 'addInk', ink: { ...ink, id } });
  }
  return { edits, to: (ink) => inks.get(ink) ?? ink };
}

/** Room that is left around what is put in the middle of a board, of its sides. */
const AROUND = 0.05;

/**
 * Where what fills `box` (px of the clipping's board) comes to lie in the middle of a design's board: at the same size in inches,
 * smaller where that would not fit.
 */
export function inTheMiddle(
  { board }: Pick<Design, 'board'>,
  from: Pick<Clipping['board'], 'dpi'>,
  box: { left: number; top: number; right: number; bottom: number },
): { scale: number; x: number; y: number } {
  const k = board.dpi / from.dpi;
  const room = 1 - 2 * AROUND;
  const [w, h] = [k * (box.right - box.left), k * (box.bottom - box.top)];
  const scale = Math.min(1, (room * board.width) / w, (room * board.height) / h);
  return {
    scale,
    x: board.width / 2 - (scale * k * (box.left + box.right)) / 2,
    y: board.height / 2 - (scale * k * (box.top + box.bottom)) / 2,
  };
}

/**
 * Edits that put a clipping into a design: in front, at the same size in inches times `scale`, moved by `x` and `y` board px. An ink of
 * the same name and value is used again, others are added; so are materials.
 */
export function pasteEdits(
  design: Design,
  clipping: Clipping,
  { scale, x, y }: { scale: number; x: number; y: number } = { scale: 1, x: 0, y: 0 },
): { edits: Edit[]; select: string[] } {
  const { edits, to: inked } = bringInks(design, clipping.inks);
  const materialIds = design.materials.map((m) => m.id);
  const materials = new Map<string, string>();
  for (const material of clipping.materials) {
    const same = design.materials.find((m) =>
      material.sha256 ? m.sha256 === material.sha256 : m.file !== undefined && m.file === material.file,
    );
    if (same) {
      materials.set(material.id, same.id);
      continue;
    }
    const id = materialIds.includes(material.id) ? freshId('picture', materialIds) : material.id;
    materialIds.push(id);
    materials.set(material.id, id);
    edits.push({ op: 'addMaterial', material: { ...material, id } });
  }
  const takenBundles = bundleIds(design);
  const bundles = new Map<string, string>();
  for (const { id: given } of clipping.bundles) {
    const id = freshId('bundle', takenBundles);
    takenBundles.push(id);
    bundles.set(given, id);
  }
  for (const given of clipping.bundles) {
    const [id, within] = [bundles.get(given.id)!, given.bundle];
    edits.push({
      op: 'addBundle',
      bundle: { ...given, id, bundle: within && (bundles.get(within) ?? null) },
    });
  }
  const parts = newPartIds(design, clipping);
  const select = clipping.parts.map((p) => parts.get(p.id)!);
  const k = (scale * design.board.dpi) / clipping.board.dpi;
  const renamed: Record<string, ReadonlyMap<string, string>> = {
    material: materials,
    bundle: bundles,
    part: parts,
  };
  // What was cut by a part that did not come with it shows whole.
  const has = {
    part: (id: string) => select.includes(id),
    bundle: (id: string) => takenBundles.includes(id),
  };
  clipping.parts.forEach((given, at) => {
    const own = mapPart(given, {
      ref: (to, ref) => (to === 'ink' ? inked(ref) : (renamed[to].get(ref) ?? ref)),
    });
    const part: Part = { ...scaledPart(own, k, x, y), id: parts.get(given.id)!, locked: false };
    edits.push({ op: 'addPart', part: tiedTo(part, has), at });
  });
  return { edits, select };
}

/** What the parts of a clipping are called in a design: as they are, unless it has such a part already. */
function newPartIds(design: Design, clipping: Clipping): Map<string, string> {
  const taken = partIds(design);
  const ids = new Map<string, string>();
  for (const { id } of clipping.parts) {
    const own = taken.includes(id) ? freshId(id.replace(/-\d+$/, ''), taken) : id;
    taken.push(own);
    ids.set(id, own);
  }
  return ids;
}

/** Edits that copy all artwork of another side onto the open one, with what colourways say of it. */
export function sideCopyEdits(design: Design, from: string): Edit[] {
  const source = openSide(design, from);
  const ids = source.parts.map((p) => p.id);
  const { edits, select } = pasteEdits(design, clippingFrom(source, ids));
  const k = design.board.dpi / source.board.dpi;
  const ref = (to: string, id: string) => (to === 'part' ? (select[ids.indexOf(id)] ?? id) : id);
  const overrides = design.colourways.flatMap((c): Edit[] =>
    ids.flatMap((id, i): Edit[] => {
      const override = c.parts?.[id];
      if (!override) return [];
      const change = mapField(OVERRIDE_FIELD, scaledOverride(override, k), { ref });
      return [{ op: 'overridePart', colourway: c.id, part: select[i], change }];
    }),
  );
  return [...edits, ...overrides];
}
