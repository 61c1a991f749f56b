import { expose, transfer } from 'comlink';
import type { Garment } from '@brelm/core/colour';
import { applyEdits, type Design, type LetteringStyle } from '@brelm/core/design';
import { paint } from '@brelm/core/drawing';
import type { Box } from '@brelm/core/geometry';
import {
  fromPieces,
  figureInOneColour,
  inStyle,
  onStarter,
  withInks,
  type ComposedFigure,
  type ComposeOn,
  type Idea,
} from '@brelm/core/idea';
import { proofOf, proposeColourways, stopsOn, type Finding, type LayerCache } from '@brelm/core/proof';
import { partLocalBox, resolve } from '@brelm/core/resolve';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { materials } from '../platform/materials';
import { picturesOf } from '../platform/pictures';
import { makeSurface } from '../platform/surfaces';
import { loaded, stopWaiting } from './loaded-design';

export interface TryRequest {
  on: Omit<ComposeOn, 'boxOf'>;
  /** What it is laid out on: a starter with the frame that it was made in, or a style of lettering. */
  layout:
    | { kind: 'starter'; starter: Design; frame: Box }
    | { kind: 'style'; style: LetteringStyle }
    | {
        kind: 'pieces';
        idea: Pick<Idea, 'phrase' | 'pieces' | 'palette'>;
        figures: [string, ComposedFigure][];
      };
  spec: Spec;
  side: SpecSide;
  garment: Garment;
  /** Width of the picture, px. */
  width: number;
}

export interface Tried {
  design: Design;
  picture: ImageBitmap;
  /** What the proof finds on the garment, but for notes. */
  findings: Pick<Finding, 'severity' | 'message' | 'check'>[];
  stops: number;
}

/** Rounds of mends: one of them may need another one. */
const ROUNDS = 2;

/** Whether a figure of a composition cannot be told from what it lies on. */
const losesFigure = ({ design, findings }: { design: Design; findings: Finding[] }): boolean =>
  design.parts.some(
    (p) => p.kind === 'motif' && findings.some((f) => f.check === 'contrast' && f.part === p.id),
  );

const worker = {
  stop: (): void => stopWaiting(),
  /** One composition: laid out, in inks that read on the garment, mended, proofed and painted. */
  async compose({ on, layout, spec, side, garment, width }: TryRequest): Promise<Tried> {
    const boxOf: ComposeOn['boxOf'] = (part, design) => partLocalBox(part, design, materials);
    /** With each figure as it is, or as `drawn` says. */
    const made = (drawn: (figure: ComposedFigure) => ComposedFigure): Design => {
      const figure = on.figure && drawn(on.figure);
      if (layout.kind === 'starter') return onStarter(layout.starter, layout.frame, { ...on, figure, boxOf });
      if (layout.kind === 'style') return inStyle(layout.style, { ...on, figure, boxOf });
      const figures = new Map(layout.figures.map(([words, f]) => [words, drawn(f)]));
      return fromPieces(layout.idea, figures, { ...on, boxOf });
    };
    const asItIs = (figure: ComposedFigure) => figure;
    // The first time for its typefaces: before they are here, nothing can be measured.
    await loaded(layout.kind === 'starter' ? layout.starter : made(asItIs));
    await loaded(made(asItIs));
    const inputOf = (of: Design) => ({
      ...{ design: of, colourway: undefined, spec, side, garments: [garment], materials },
      ...{ surfaces: makeSurface, pictures: picturesOf(of), cache: new Map() as LayerCache },
      ...{ mendFor: new Set<string>(), slow: false },
    });
    const look = (of: Design) => proofOf({ ...inputOf(of), mends: false }).findings;
    /** In inks that read on the garment, and mended. */
    const settled = (first: Design): { design: Design; findings: Finding[] } => {
      const [proposed] = proposeColourways(inputOf(first));
      let design = proposed ? withInks(first, proposed.inks) : first;
      let findings = look(design);
      for (let round = 0; round < ROUNDS && stopsOn(findings, garment.id).length; round++) {
        // Mends are worked out for what needs one alone: that takes longer than all the rest.
        const closely = proofOf({ ...inputOf(design), mendFor: new Set([garment.id]) });
        const mend = stopsOn(closely.findings, garment.id).flatMap((f) => f.mends)[0];
        if (!mend) break;
        design = applyEdits(design, mend.edits);
        findings = look(design);
      }
      return { design, findings };
    };
    let best = settled(made(asItIs));
    const { ops } = materials;
    if (ops && losesFigure(best)) {
      const plain = settled(made((figure) => figureInOneColour(figure, ops, !on.pale) ?? figure));
      if (!losesFigure(plain) && stopsOn(plain.findings, garment.id).length === 0) best = plain;
    }
    const { design, findings } = best;
    const { board } = design;
    const scale = width / board.width;
    const size = { width, height: Math.max(1, Math.round(board.height * scale)) };
    const surface = makeSurface(size.width, size.height);
    paint(
      surface.context,
      resolve(design, undefined, materials),
      { view: [scale, 0, 0, scale, 0, 0], pictures: picturesOf(design), surfaces: makeSurface },
      size,
    );
    const picture = (surface.canvas as OffscreenCanvas).transferToImageBitmap();
    return transfer(
      {
        ...{ design, picture, stops: stopsOn(findings, garment.id).length },
        findings: findings
          .filter((f) => f.severity !== 'note')
          .map(({ severity, message, check }) => ({ severity, message, check })),
      },
      [picture],
    );
  },
};

export type TryWorker = typeof worker;
expose(worker);
