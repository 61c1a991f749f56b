import { plainName, type Hex } from '../colour';
import { mapAllParts, mapReferences, sidesOf, withSides } from './sides';
import { untied } from './relations';
import { livingBundles } from './stack';
import type {
  Acceptance,
  Aids,
  Bundle,
  Colourway,
  Design,
  Ink,
  Joining,
  Material,
  OwnTypeface,
  PartOverride,
  Placement,
  Side,
} from './types';
import type { Keyline, Part, Place } from '../parts';
import type { CutLine } from '../cutline';
import type { Film, FilmCut } from '../film';
import type { Licence } from '../rights';
import type { Wear } from '../wear';
import type { Wording } from '../wording';
import type { Blend } from '../drawing';

/** A change to a design as plain data: what a mend is made of, and what the board applies. */
export type Edit =
  | { op: 'addPart'; part: Part; at?: number }
  | { op: 'removeParts'; parts: string[] }
  | { op: 'updatePart'; part: string; change: Partial<Part> }
  /** Puts a part in the place of the one that has its id: it may be of another kind, and is tied as that was. */
  | { op: 'replacePart'; part: Part }
  | { op: 'place'; part: string; place: Partial<Place> }
  | { op: 'reorder'; part: string; to: number }
  | { op: 'addKeyline'; part: string; keyline: Keyline }
  | { op: 'addInk'; ink: Ink }
  | { op: 'removeInk'; ink: string }
  | { op: 'setInk'; ink: string; value: Hex; colourway?: string }
  | { op: 'renameInk'; ink: string; name: string }
  | { op: 'addMaterial'; material: Material }
  | { op: 'updateMaterial'; material: string; change: Partial<Omit<Material, 'id'>> }
  | { op: 'addColourway'; colourway: Colourway; at?: number }
  | { op: 'removeColourway'; colourway: string }
  | { op: 'updateColourway'; colourway: string; change: Partial<Omit<Colourway, 'id'>> }
  | { op: 'moveColourway'; colourway: string; to: number }
  | { op: 'assignGarment'; garment: string; colourway: string | null }
  | { op: 'resetInk'; ink: string; colourway: string }
  | { op: 'overridePart'; colourway: string; part: string; change: PartOverride | null }
  | { op: 'addBundle'; bundle: Bundle }
  | { op: 'renameBundle'; bundle: string; name: string }
  /** Puts a bundle into another, or takes it out of all. */
  | { op: 'nestBundle'; bundle: string; within: string | null }
  /** Makes its members one outline, or leaves them as they are. */
  | { op: 'joinBundle'; bundle: string; joined: Joining | null }
  | { op: 'blendBundle'; bundle: string; blend: Blend }
  | { op: 'removeBundle'; bundle: string }
  | { op: 'setAids'; change: Partial<Aids> }
  /** What may be done with a reference, on whichever sides it is. */
  | { op: 'sayReference'; sha256: string; licence: Licence }
  /** What was said of a typeface of the seller's own. */
  | { op: 'sayTypeface'; typeface: OwnTypeface }
  /** Where the design's light comes from, degrees clockwise from the top. */
  | { op: 'setLight'; light: number }
  /** The film that an ink stands for, or that it is printed (null). */
  | { op: 'setFilm'; ink: string; film: Film | null }
  /** How films are cut. */
  | { op: 'setFilmCut'; change: Partial<FilmCut> }
  /** The wear of all artwork of the open side. */
  | { op: 'setWear'; wear: Wear[] }
  /** How a side (the open one, where none is named) is cut out. */
  | { op: 'setCutLine'; cutLine: CutLine | null; side?: string }
  | { op: 'replace'; design: Design }
  | { op: 'accept'; acceptance: Acceptance }
  | { op: 'unaccept'; acceptance: Omit<Acceptance, 'reason'> }
  | { op: 'setPlacement'; placement: Placement }
  | { op: 'removePlacement'; spec: string; side?: string }
  | { op: 'setWording'; change: Partial<Wording> }
  | { op: 'setBackdrop'; garment: string }
  | { op: 'setGarments'; garments: string[] }
  | { op: 'rename'; name: string }
  | { op: 'addSide'; side: Side }
  | { op: 'removeSide'; side: string }
  | { op: 'renameSide'; side: string; name: string }
  | { op: 'moveSide'; side: string; to: number };

/** Changes one part, on whichever side it is. */
const mapPart = (design: Design, id: string, change: (part: Part) => Part): Design =>
  mapAllParts(design, (p) => (p.id === id ? change(p) : p));

const mapColourway = (design: Design, id: string, change: (colourway: Colourway) => Colourway): Design => ({
  ...design,
  colourways: design.colourways.map((c) => (c.id === id ? change(c) : c)),
});

/** The colourway without what it says of certain parts. */
function withoutOverrides(colourway: Colourway, gone: (part: string) => boolean): Colourway {
  if (!colourway.parts) return colourway;
  const left = Object.entries(colourway.parts).filter(([id]) => !gone(id));
  const { parts: _parts, ...rest } = colourway;
  return left.length ? { ...rest, parts: Object.fromEntries(left) } : rest;
}

type FindingKey = Omit<Acceptance, 'reason'>;

/** True when two acceptances are about the same finding; one that names no side is about any. */
export const sameFinding = (a: FindingKey, b: FindingKey): boolean =>
  a.check === b.check &&
  a.part === b.part &&
  a.garment === b.garment &&
  (a.side === undefined || b.side === undefined || a.side === b.side);

/** Characters that the name of an ink may have. */
const MOST_NAME = 120;

/** The name of an ink where no other has it: with a number behind it where one has. */
export function freeInkName({ inks }: Pick<Design, 'inks'>, { id, name }: Pick<Ink, 'id' | 'name'>): string {
  const taken = new Set(inks.flatMap((i) => (i.id === id ? [] : [i.name])));
  let free = name;
  for (let n = 2; taken.has(free); n++) free = `${name.slice(0, MOST_NAME - 1 - String(n).length)} ${n}`;
  return free;
}

/** An ink of another colour; a name that is only the colour's goes with it. */
function revalued(design: Design, ink: Ink, value: Hex): Ink {
  const bare = ink.name.replace(/ \d+$/, '');
  if (bare !== plainName(ink.value)) return { ...ink, value };
  const name = plainName(value);
  return { ...ink, value, name: name === bare ? ink.name : freeInkName(design, { ...ink, name }) };
}

/** A design without one of its sides, and without what is said of that side's parts; there is always one side. */
function withoutSide(design: Design, id: string): Design {
  const sides = sidesOf(design);
  const at = sides.findIndex((s) => s.id === id);
  if (at < 0 || sides.length === 1) return design;
  const gone = new Set(sides[at].parts.map((p) => p.id));
  const left = sides.filter((s) => s.id !== id);
  const open = design.side.id === id ? left[Math.min(at, left.length - 1)].id : design.side.id;
  return {
    ...withSides(design, left, open),
    colourways: design.colourways.map((c) => withoutOverrides(c, (part) => gone.has(part))),
    accepted: design.accepted.filter((a) => a.side !== id && (a.part === null || !gone.has(a.part))),
    placements: design.placements.map((p) => {
      if (p.artwork !== id) return p;
      const { artwork: _gone, ...rest } = p;
      return rest;
    }),
  };
}

/** The design after `edit`. Edits that name a part or ink which is not there change nothing. */
export function applyEdit(design: Design, edit: Edit): Design {
  switch (edit.op) {
    case 'addPart': {
      const parts = [...design.parts];
      parts.splice(edit.at ?? 0, 0, edit.part);
      return { ...design, parts };
    }
    case 'removeParts': {
      const gone = new Set(edit.parts);
      const parts = design.parts.filter((p) => !gone.has(p.id));
      const bundles = livingBundles({ parts, bundles: design.bundles });
      const left = {
        ...design,
        parts,
        colourways: design.colourways.map((c) => withoutOverrides(c, (id) => gone.has(id))),
        bundles,
        accepted: design.accepted.filter((a) => a.part === null || !gone.has(a.part)),
      };
      const empty = design.bundles.flatMap((b) => (bundles.includes(b) ? [] : [b.id]));
      return untied(left, { parts: edit.parts, bundles: empty });
    }
    case 'updatePart':
      return mapPart(design, edit.part, (p) => ({ ...p, ...edit.change }) as Part);
    case 'replacePart':
      return mapPart(design, edit.part.id, () => edit.part);
    case 'place':
      return mapPart(design, edit.part, (p) => ({ ...p, place: { ...p.place, ...edit.place } }));
    case 'reorder': {
      const from = design.parts.findIndex((p) => p.id === edit.part);
      if (from < 0) return design;
      const parts = [...design.parts];
      const [moved] = parts.splice(from, 1);
      parts.splice(Math.max(0, Math.min(parts.length, edit.to)), 0, moved);
      return { ...design, parts };
    }
    case 'addKeyline':
      return mapPart(design, edit.part, (p) => ({ ...p, keylines: [...p.keylines, edit.keyline] }));
    case 'addInk':
      return design.inks.some((i) => i.id === edit.ink.id)
        ? design
        : { ...design, inks: [...design.inks, { ...edit.ink, name: freeInkName(design, edit.ink) }] };
    case 'removeInk':
      return { ...design, inks: design.inks.filter((i) => i.id !== edit.ink) };
    case 'setInk': {
      // The first colourway is the base: its values are the design's own.
      const at = design.colourways.findIndex((c) => c.id === edit.colourway);
      const own = at >= 0 ? design.colourways[at].inks[edit.ink] : undefined;
      const now = own ?? design.inks.find((i) => i.id === edit.ink)?.value;
      if (now === edit.value) return design;
      if (at > 0)
        return {
          ...design,
          colourways: design.colourways.map((c, i) =>
            i === at ? { ...c, inks: { ...c.inks, [edit.ink]: edit.value } } : c,
          ),
        };
      return {
        ...design,
        inks: design.inks.map((i) => (i.id === edit.ink ? revalued(design, i, edit.value) : i)),
        colourways: design.colourways.map((c, i) => {
          if (i > 0 || !(edit.ink in c.inks)) return c;
          const { [edit.ink]: _dropped, ...inks } = c.inks;
          return { ...c, inks };
        }),
      };
    }
    case 'renameInk':
      return {
        ...design,
        inks: design.inks.map((i) =>
          i.id === edit.ink ? { ...i, name: freeInkName(design, { ...i, name: edit.name }) } : i,
        ),
      };
    case 'addMaterial':
      return design.materials.some((m) => m.id === edit.material.id)
        ? design
        : { ...design, materials: [...design.materials, edit.material] };
    case 'updateMaterial':
      return {
        ...design,
        materials: design.materials.map((m) => (m.id === edit.material ? { ...m, ...edit.change } : m)),
      };
    case 'addColourway': {
      const colourways = [...design.colourways];
      colourways.splice(edit.at ?? colourways.length, 0, edit.colourway);
      return { ...design, colourways };
    }
    case 'removeColourway':
      // The base has the inks' own values: there is always one.
      return design.colourways[0]?.id === edit.colourway
        ? design
        : { ...design, colourways: design.colourways.filter((c) => c.id !== edit.colourway) };
    case 'updateColourway':
      return mapColourway(design, edit.colourway, (c) => ({ ...c, ...edit.change }));
    case 'moveColourway': {
      const from = design.colourways.findIndex((c) => c.id === edit.colourway);
      if (from <= 0) return design;
      const colourways = [...design.colourways];
      const [moved] = colourways.splice(from, 1);
      colourways.splice(Math.max(1, Math.min(colourways.length, edit.to)), 0, moved);
      return { ...design, colourways };
    }
    case 'assignGarment':
      // A garment gets one colourway: giving it to one takes it from the others.
      return {
        ...design,
        colourways: design.colourways.map((c) => {
          const others = c.garments.filter((g) => g !== edit.garment);
          return {
            ...c,
            garments: c.id === edit.colourway ? [...others, edit.garment] : others,
          };
        }),
      };
    case 'resetInk':
      return mapColourway(design, edit.colourway, (c) => {
        const { [edit.ink]: _dropped, ...inks } = c.inks;
        return { ...c, inks };
      });
    case 'overridePart':
      return mapColourway(design, edit.colourway, (c) => {
        const rest = withoutOverrides(c, (id) => id === edit.part);
        if (edit.change === null) return rest;
        const override = { ...c.parts?.[edit.part], ...edit.change };
        return { ...rest, parts: { ...rest.parts, [edit.part]: override } };
      });
    case 'addBundle':
      return { ...design, bundles: [...design.bundles, edit.bundle] };
    case 'renameBundle':
      return {
        ...design,
        bundles: design.bundles.map((b) => (b.id === edit.bundle ? { ...b, name: edit.name } : b)),
      };
    case 'nestBundle':
      return {
        ...design,
        bundles: design.bundles.map((b) => (b.id === edit.bundle ? { ...b, bundle: edit.within } : b)),
      };
    case 'joinBundle':
      return {
        ...design,
        bundles: design.bundles.map((b) => (b.id === edit.bundle ? { ...b, joined: edit.joined } : b)),
      };
    case 'blendBundle': {
      const blended = ({ blend: _, ...rest }: Bundle): Bundle =>
        edit.blend === 'normal' ? rest : { ...rest, blend: edit.blend };
      return {
        ...design,
        bundles: design.bundles.map((b) => (b.id === edit.bundle ? blended(b) : b)),
      };
    }
    case 'removeBundle': {
      // What lay in it lies then in what it lay in.
      const bundle = design.bundles.find((b) => b.id === edit.bundle)?.bundle ?? null;
      const left = {
        ...design,
        bundles: design.bundles
          .filter((b) => b.id !== edit.bundle)
          .map((b) => (b.bundle === edit.bundle ? { ...b, bundle } : b)),
        parts: design.parts.map((p) => (p.bundle === edit.bundle ? { ...p, bundle } : p)),
      };
      return untied(left, { bundles: [edit.bundle] });
    }
    case 'setAids':
      return { ...design, aids: { ...design.aids, ...edit.change } };
    case 'sayReference':
      return mapReferences(design, (r) => (r.sha256 === edit.sha256 ? { ...r, licence: edit.licence } : r));
    case 'sayTypeface': {
      const others = design.typefaces.filter((t) => t.id !== edit.typeface.id);
      return { ...design, typefaces: [...others, edit.typeface] };
    }
    case 'setLight':
      return { ...design, light: edit.light };
    case 'setFilm':
      return {
        ...design,
        inks: design.inks.map((i) => {
          if (i.id !== edit.ink) return i;
          const { film: _film, ...ink } = i;
          return edit.film ? { ...ink, film: edit.film } : ink;
        }),
      };
    case 'setFilmCut':
      return { ...design, films: { ...design.films, ...edit.change } };
    case 'setWear':
      return { ...design, wear: edit.wear };
    case 'setCutLine': {
      const { side = design.side.id, cutLine } = edit;
      if (side === design.side.id) return { ...design, cutLine };
      const set = (s: Side): Side => (s.id === side ? { ...s, cutLine } : s);
      return { ...design, before: design.before.map(set), after: design.after.map(set) };
    }
    case 'replace':
      return edit.design;
    case 'accept':
      return {
        ...design,
        accepted: [...design.accepted.filter((a) => !sameFinding(a, edit.acceptance)), edit.acceptance],
      };
    case 'unaccept':
      return { ...design, accepted: design.accepted.filter((a) => !sameFinding(a, edit.acceptance)) };
    case 'setPlacement': {
      const { spec, side } = edit.placement;
      const same = (p: Placement) => p.spec === spec && p.side === side;
      const placements = design.placements.some(same)
        ? design.placements.map((p) => (same(p) ? edit.placement : p))
        : [...design.placements, edit.placement];
      return { ...design, placements };
    }
    case 'removePlacement':
      return {
        ...design,
        placements: design.placements.filter(
          (p) => p.spec !== edit.spec || (edit.side !== undefined && p.side !== edit.side),
        ),
      };
    case 'setWording':
      return { ...design, wording: { ...design.wording, ...edit.change } };
    case 'setBackdrop':
      return { ...design, backdrop: edit.garment };
    case 'setGarments':
      return { ...design, garments: edit.garments };
    case 'rename':
      return { ...design, name: edit.name };
    case 'addSide':
      return sidesOf(design).some((s) => s.id === edit.side.id)
        ? design
        : withSides(design, [...sidesOf(design), edit.side], edit.side.id);
    case 'removeSide':
      return withoutSide(design, edit.side);
    case 'renameSide': {
      const named = sidesOf(design).map((s) => (s.id === edit.side ? { ...s, name: edit.name } : s));
      return withSides(design, named, design.side.id);
    }
    case 'moveSide': {
      const sides = sidesOf(design);
      const from = sides.findIndex((s) => s.id === edit.side);
      if (from < 0) return design;
      const [moved] = sides.splice(from, 1);
      sides.splice(Math.max(0, Math.min(sides.length, edit.to)), 0, moved);
      return withSides(design, sides, design.side.id);
    }
  }
}

/** The design after several edits, in order. */
export const applyEdits = (design: Design, edits: readonly Edit[]): Design => edits.reduce(applyEdit, design);

/** An id that starts with `stem` and that none of `taken` has. */
export function freshId(stem: string, taken: Iterable<string>): string {
  const used = new Set(taken);
  let n = 1;
  while (used.has(`${stem}-${n}`)) n++;
  return `${stem}-${n}`;
}
