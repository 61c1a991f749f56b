import { choice, nullable, number, ref, text } from '../../fields';
import { EMPTY_BOX, LINE, MOVE, CLOSE, type PathData } from '../../geometry';
import { pxToMm } from '../../units';
import { partBase, type PartBase, type Place } from '../base';
import type { PartKindOf } from '../kind';
import { codeShape, CODE_LEVELS, type CodeLevel } from './modules';

export * from './modules';

/** A QR code. Origin: its centre; one local unit is one module. */
export interface CodePart extends PartBase {
  kind: 'code';
  /** What a phone reads: words or an address. */
  text: string;
  level: CodeLevel;
  /** Modules of clear ground around it; four by the standard. */
  quiet: number;
  ink: string;
  /** Ink of the ground, quiet zone included; null lets the garment be the ground. */
  ground: string | null;
}

/** Side of a code's modules as printed, mm: the shorter where the code is squeezed. */
export const moduleMm = ({ place }: CodePart, dpi: number): number =>
  pxToMm(Math.min(Math.abs(place.scaleX), Math.abs(place.scaleY)), dpi);

export const code = (id: string, at: Place, said: string, ink: string, ground: string | null): CodePart => ({
  ...partBase(id, '', at, true),
  kind: 'code',
  text: said,
  level: 'M',
  quiet: 4,
  ink,
  ground,
});

const square = (side: number): PathData => [
  MOVE,
  0,
  0,
  LINE,
  side,
  0,
  LINE,
  side,
  side,
  LINE,
  0,
  side,
  CLOSE,
];

export const CODE: PartKindOf<CodePart> = {
  kind: 'code',
  label: 'Code',
  mustRead: true,
  fields: {
    text: text(),
    level: choice(CODE_LEVELS, 'M'),
    quiet: number({ min: 0, max: 20, whole: true, fallback: 4 }),
    ink: ref('ink'),
    ground: nullable(ref('ink')),
  },
  about: ({ text: said, ink, ground }, { colour }) => ({
    code: { text: said, ink: colour(ink), ground: ground && colour(ground) },
  }),
  outlined: {
    shape(part, _materials, faults) {
      const made = codeShape(part.text, part.level);
      if (!made) {
        if (part.text) faults.push({ kind: 'no-code', part: part.id, characters: part.text.length });
        return { items: [], box: EMPTY_BOX };
      }
      // The quiet zone is there without a ground, too: the modules are moved in by it.
      const half = made.modules / 2 + part.quiet;
      const outline = { kind: 'outline', role: 'ink', rule: 'nonzero', opacity: 1, stroke: null } as const;
      const shift = (by: number) => ({ shift: [-by, -by] as const });
      return {
        items: [
          ...(part.ground ? [{ ...outline, ink: part.ground, path: square(2 * half), ...shift(half) }] : []),
          { ...outline, ink: part.ink, path: made.path, ...shift(made.modules / 2) },
        ],
        box: { left: -half, top: -half, right: half, bottom: half },
      };
    },
  },
};
