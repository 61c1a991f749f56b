import type { Design, Placement } from '../design';
import type { Drawing } from '../drawing';
import { asJudged, cutOut, judgeCut, type CutLine, type CutOut } from '../cutline';
import { cutRules, type Spec, type SpecSide } from '../spec';
import { resolve } from '../resolve';
import { isIdentity } from '../geometry';
import {
  artworkOn,
  placedDrawing,
  placementMatrix,
  placementNotes,
  positionFor,
  type PlacementNote,
} from '../placement';
import { findingsOf, judgeDrawing, proofOf, slowFindingsOf, withAcceptance, worstFirst } from './proof';
import { regionOf } from './measure';
import type { GarmentContrast } from './measure';
import type { CheckId, Finding, Proof, ProofInput } from './types';

export interface PlacedProofInput extends ProofInput {
  placement: Placement;
  /** The garment colour whose own position is judged; null for that of all. */
  apart: string | null;
}

/**
 * Findings about where artwork lies on its board. On another product they mean nothing: there the placement's own
 * notes say it. (A part's own box is a matter of the artwork, not of where it lies.)
 */
const ABOUT_BOARD: ReadonlySet<CheckId> = new Set([
  'safe-area',
  'zone',
  'extent',
  'centre',
  'resolution',
  'nothing',
  'box',
]);

/** What is noticed about a placement, as a finding; `dpi` is the side's. */
const noteFinding = ({ check, severity, message, box }: PlacementNote, dpi: number): Finding => ({
  check,
  severity,
  part: null,
  message,
  figure: 1,
  threshold: 0,
  unit: 'parts',
  region: box
    ? regionOf({
        left: box.left * dpi,
        top: box.top * dpi,
        right: box.right * dpi,
        bottom: box.bottom * dpi,
      })
    : [0, 0, 0, 0],
  mends: [],
});

/** What will go wrong when a sticker is cut and peeled. Its mends are settings, which its own stage offers. */
const peelFindings = (
  { cut, scale, pxPerMm }: CutOut,
  settings: CutLine,
  spec: Spec,
  side: SpecSide,
): Finding[] =>
  judgeCut(cut, settings, cutRules(spec, side), pxPerMm).map(({ severity, message, at }): Finding => ({
    ...{ check: 'cut-line', severity, part: null, message, figure: 1, threshold: 0, unit: 'pieces' },
    region: at
      ? regionOf({
          left: at.x / scale - 20,
          top: at.y / scale - 20,
          right: at.x / scale + 20,
          bottom: at.y / scale + 20,
        })
      : [0, 0, 0, 0],
    mends: [],
  }));

/** What a file of a side shows of a design, and how it was cut out where it is a sticker. */
function shownOn(
  given: PlacedProofInput,
  design: Design,
  flat: Drawing,
): { drawing: Drawing; cut: CutOut | null } {
  const { spec, side, placement, apart } = given;
  const { cutLine } = spec.sticker ? design : { cutLine: null };
  const { narrow } = placement;
  const placed = placedDrawing(flat, design.board, side, positionFor(placement, apart), { narrow });
  const cut = cutLine
    ? cutOut(placed, asJudged(cutLine), spec.sticker!.cut, given.pictures, given.surfaces)
    : null;
  return { drawing: cut?.drawing ?? placed, cut };
}

/** How a design reads on each garment as it lies on one side of a product, and what its file shows: no findings. */
export function placedVerdicts(given: PlacedProofInput): { drawing: Drawing; garments: GarmentContrast[] } {
  const design = artworkOn(given.design, given.spec.id, given.side.id);
  const { drawing } = shownOn(given, design, resolve(design, given.colourway, given.materials));
  return { drawing, garments: judgeDrawing({ ...given, drawing, cache: undefined }).garments };
}

/**
 * The proof of a design as it lies on one side of a product: what is judged is what its file shows, turned, scaled
 * and narrowed as it is placed. On its own board mends are offered; elsewhere they are a matter of the placement.
 */
export function placedProof(given: PlacedProofInput): Proof {
  const { colourway, materials, spec, side, placement, apart } = given;
  const design = artworkOn(given.design, spec.id, side.id);
  const at = positionFor(placement, apart);
  const flat = resolve(design, colourway, materials);
  const notes = placementNotes(flat, design.board, spec, side, placement, apart).map((n) =>
    noteFinding(n, side.dpi),
  );
  const accepted = (list: Finding[]) => list.map((f) => withAcceptance(f, design));
  const own = design.board.spec === spec.id && design.board.side === side.id;
  const { cutLine } = spec.sticker ? design : { cutLine: null };
  if (own && !cutLine && !placement.narrow && isIdentity(placementMatrix(design.board, side, at), 1e-6)) {
    const proof = proofOf({ ...given, design });
    const told = new Set(proof.findings.map((f) => f.check));
    // Of each part by itself it is told already.
    const parts = ['safe', 'cut', 'off'].filter(() => told.has('safe-area'));
    const more = accepted(notes).filter((n) => !told.has(n.check) && !parts.includes(n.check));
    return { ...proof, findings: worstFirst([...more, ...proof.findings]) };
  }
  // A sticker is judged as it is cut out: on its border.
  const { drawing, cut } = shownOn(given, design, flat);
  const artwork = {
    ...given,
    design,
    drawing,
    closely: given.mendFor,
    cache: undefined,
  };
  const { judged, findings } = findingsOf(artwork);
  const all = given.slow === false ? findings : [...findings, ...slowFindingsOf(artwork)];
  const kept = all.filter(
    (f) => !ABOUT_BOARD.has(f.check) || (f.check === 'box' && spec.background === 'transparent'),
  );
  const peel = cut ? peelFindings(cut, cutLine!, spec, side) : [];
  return { garments: [...judged.contrast], findings: worstFirst(accepted([...peel, ...notes, ...kept])) };
}
