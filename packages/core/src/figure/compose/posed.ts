import { IDENTITY, multiply, type Matrix } from '../../geometry';
import type { Piece, Pose } from '../types';
import type { Desk } from './desk';
import { moved, piecesBox, pinned, turnedAbout } from './geometry';
import type { Laid, Sitter } from './sitter';

const rise = (by: number): Matrix => [1, 0, 0, 1, 0, -by];

/** How all of a figure is turned and lifted for a pose; `nods` are degrees that it is turned by anyway. */
function poseOf(pose: Pose, { subject, width, middle, ahead }: Sitter, nods: number): Matrix {
  const feet = [middle[0], subject.ground] as const;
  if (pose === 'flying') return multiply(rise(0.12 * width), turnedAbout(middle, -ahead * 13 + nods));
  if (pose === 'jumping') return multiply(rise(0.3 * width), turnedAbout(middle, -ahead * 9 + nods));
  if (pose === 'upside down') return turnedAbout(middle, 180 + nods);
  if (pose === 'running') return turnedAbout(feet, ahead * 7 + nods);
  if (pose === 'dancing') return turnedAbout(feet, ahead * 11 + nods);
  if (pose === 'leaning') return turnedAbout(feet, ahead * 10 + nods);
  return nods ? turnedAbout(feet, nods) : IDENTITY;
}

const MIDDLE = [16, 16] as const;

/** What comes with a pose: a shadow under who jumps, lines behind who runs, notes and snores. */
function besides(sitter: Sitter, desk: Desk, laid: readonly Laid[]): Laid[] {
  const { subject, box, width, middle, ahead } = sitter;
  const { pose, seat } = desk.request;
  const extra = (id: string, depth: Laid['depth'], m: Matrix): Laid[] => {
    const piece = desk.figure(id);
    return piece ? [{ depth, piece: moved(piece, m) }] : [];
  };
  const behind = ahead < 0 ? box.right : box.left;
  if (pose === 'jumping' && !seat)
    return extra('form/shadow', 'behind', pinned(MIDDLE, [middle[0], subject.ground], 0, width / 32));
  if (pose === 'running') {
    const k = (0.42 * width) / 18;
    return extra(
      'form/speed-lines',
      'behind',
      pinned([0, 16], [behind - ahead * 0.8, middle[1]], 0, -ahead * k, k),
    );
  }
  if (pose === 'dancing')
    return extra('flat/musical-notes', 'front', pinned(MIDDLE, [behind, box.top], 0, (0.34 * width) / 28));
  if (pose === 'asleep') {
    const top = piecesBox(laid.map((l) => l.piece)).top;
    const at = [subject.head.x - ahead * 0.3 * width, top - 0.06 * width] as const;
    return extra('flat/zzz', 'front', pinned(MIDDLE, at, 0, (0.32 * width) / 28));
  }
  return [];
}

/** The figure with all that it wears and holds as it poses, back to front. */
export function posed(sitter: Sitter, desk: Desk, laid: readonly Laid[]): Piece[] {
  const { subject } = sitter;
  const { pose, seat } = desk.request;
  const nods = (subject.facing === 0 ? 6 : 3) * desk.some();
  if (pose === 'sitting' && !seat && !subject.poses.includes('sitting'))
    desk.undone.push(`sitting (${desk.request.subject.said} is drawn as it stands)`);
  const m = poseOf(pose, sitter, nods);
  const all = [
    ...laid.map(({ depth, piece }) => ({ depth, piece: moved(piece, m) })),
    ...besides(sitter, desk, laid),
  ];
  return (['behind', 'figure', 'front'] as const).flatMap((d) =>
    all.filter((l) => l.depth === d).map((l) => l.piece),
  );
}
