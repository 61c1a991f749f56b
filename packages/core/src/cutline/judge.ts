import type { Cut } from './cut-line';
import type { Spot } from './peel';
import { flatten, pathBounds, type PathData } from '../geometry';
import { nodesOf } from './nodes';
import { wholeBorder, type CutLine, type Share } from './settings';

/** What a product asks of a cut; lengths in mm. */
export interface CutRules {
  borderMm: number;
  radiusMm: number;
  /** Closed lines for the blade, and points of them, at the most. */
  mostPaths?: number;
  mostPoints?: number;
  /** Of its print area. */
  widthMm: number;
  heightMm: number;
}

/** Something about a cut that will go wrong, or may. */
export interface CutFinding {
  code: string;
  severity: 'stop' | 'watch';
  message: string;
  /** Where, px of the artwork. */
  at?: Spot;
  /** A change of the settings that mends it, and what it does, in words. */
  mend?: { change: Partial<CutLine>; label: string };
  /** It is mended by artwork that is placed as large as there is room. */
  fill?: string;
}

/** Narrower than this a sticker tears or stays on its backing, mm. */
export const THIN_NECK = 2;
/** A part this many times as long as it is wide lifts at its end. */
export const LONG_TONGUE = 6;
/** Sharper corners lift, degrees; inner ones tear. */
export const SHARP_CORNER = 60;
/** A hole smaller than this is not weeded by hand, mm. */
export const SMALL_HOLE = 3;
/** Less of its print area than this is paid for and not used. */
export const SMALL_SHARE = 0.7;
/** What is measured may be off by so much, mm. */
const SLACK = 0.06;

const mm = (v: number) => `${v.toFixed(1).replace(/\.0$/, '')} mm`;

/** A place of the settings on the print. */
const placeOf = ([x, y]: Share, { box }: Cut): Spot => ({
  x: box.left + x * (box.right - box.left),
  y: box.top + y * (box.bottom - box.top),
});

const middleOf = (path: PathData): Spot => {
  const { left, top, right, bottom } = pathBounds(path);
  return { x: (left + right) / 2, y: (top + bottom) / 2 };
};

/** What will go wrong when a sticker is cut and peeled, the worst first; each with what mends it, where settings can. */
export function judgeCut(cut: Cut | null, settings: CutLine, rules: CutRules, pxPerMm: number): CutFinding[] {
  if (!cut)
    return [
      { code: 'nothing', severity: 'stop', message: 'There is nothing to cut out: the artwork is empty.' },
    ];
  const { peel } = cut;
  const found: CutFinding[] = [];
  const add = (finding: CutFinding) => found.push(finding);
  if (peel.pieces === 0)
    add({
      code: 'no-piece',
      severity: 'stop',
      message: `Nothing is left of the sticker: corners of ${mm(settings.radius)} are wider than it is.`,
      mend: { change: { radius: rules.radiusMm }, label: `Round corners to ${mm(rules.radiusMm)}` },
    });
  if (cut.unoutlined)
    add({
      code: 'outline',
      severity: 'stop',
      message:
        'The part that it is cut to is not there, is hidden, or has no outline: the cut follows the artwork.',
      mend: { change: { shape: 'follow' }, label: 'Let it follow the artwork' },
    });
  if (cut.lost.length > 0)
    add({
      code: 'by-hand',
      severity: 'watch',
      message: `${cut.lost.length === 1 ? 'A stretch that was' : `${cut.lost.length} stretches that were`} moved by hand no longer ${cut.lost.length === 1 ? 'fits' : 'fit'} the line: the artwork has changed there.`,
      at: placeOf(settings.patches[cut.lost[0]].from, cut),
      mend: {
        change: { patches: settings.patches.filter((_, i) => !cut.lost.includes(i)) },
        label: 'Let go of them',
      },
    });
  const inside = cut.pieces.filter((p) => p.enclosed);
  if (inside.length > 0)
    add({
      code: 'falls-out',
      severity: 'stop',
      message: `${inside.length === 1 ? 'A part falls' : `${inside.length} parts fall`} out when it is peeled, such as the inside of a letter.`,
      at: middleOf(inside[0].path),
      mend:
        settings.islands === 'stencil'
          ? { change: { islands: 'bridge' }, label: 'Join them where they are nearest' }
          : { change: { islands: 'stencil' }, label: 'Hold them as a stencil does' },
    });
  if (peel.pieces - inside.length > 1)
    add({
      code: 'pieces',
      severity: 'stop',
      message: `It comes off in ${peel.pieces - inside.length} pieces, not as one.`,
      ...(settings.islands === 'apart'
        ? { mend: { change: { islands: 'bridge' }, label: 'Join them by bridges' } }
        : {}),
    });
  const { left, top, right, bottom } = cut.backing ? pathBounds(cut.backing) : peel.box;
  const over = Math.max(
    -left / pxPerMm,
    -top / pxPerMm,
    right / pxPerMm - rules.widthMm,
    bottom / pxPerMm - rules.heightMm,
  );
  if (peel.pieces > 0 && over > SLACK)
    add({
      code: 'beyond',
      severity: 'stop',
      message: `It runs ${mm(over)} beyond the print area: make the artwork smaller, or the border.`,
      fill: 'Make it fit',
    });
  const silhouette = settings.shape === 'silhouette';
  if (peel.border && peel.border.distance < rules.borderMm - SLACK)
    add({
      code: 'border',
      severity: 'stop',
      message: `The artwork is ${mm(peel.border.distance)} from the cut; the product asks for ${mm(rules.borderMm)}.`,
      at: peel.border,
      ...(wholeBorder(settings) < rules.borderMm
        ? {
            mend: {
              change: { distance: settings.distance + rules.borderMm - wholeBorder(settings) },
              label: `Make the border ${mm(rules.borderMm)}`,
            },
          }
        : {}),
    });
  const radius = Math.min(peel.outerRadius, peel.innerRadius);
  if (rules.radiusMm > 0 && radius < rules.radiusMm * 0.9)
    add({
      code: 'radius',
      severity: 'stop',
      message: `The blade has to turn at ${mm(radius)}; the product asks for ${mm(rules.radiusMm)} or more.`,
      ...(settings.corners === 'sharp' && peel.outerRadius < peel.innerRadius
        ? { mend: { change: { corners: 'round' }, label: 'Round outer corners' } }
        : settings.radius < rules.radiusMm
          ? { mend: { change: { radius: rules.radiusMm }, label: `Round corners to ${mm(rules.radiusMm)}` } }
          : {}),
    });
  const backing = cut.backing ? flatten(cut.backing, 1).length : 0;
  const paths = cut.loops.length + backing;
  if (rules.mostPaths !== undefined && paths > rules.mostPaths)
    add({
      code: 'paths',
      severity: 'stop',
      message: `The blade follows ${paths} lines; the product takes ${rules.mostPaths} at the most.`,
      ...(peel.holes > 0 && paths - peel.holes <= rules.mostPaths
        ? { mend: { change: { holes: 'all' }, label: 'Fill all holes' } }
        : {}),
    });
  const points = peel.points + (cut.backing ? nodesOf(cut.backing).length : 0);
  if (rules.mostPoints !== undefined && points > rules.mostPoints)
    add({
      code: 'points',
      severity: 'stop',
      message: `Its lines have ${points} points; the product takes ${rules.mostPoints} at the most.`,
      mend: { change: { close: settings.close + 3, radius: settings.radius + 1 }, label: 'Make it smoother' },
    });
  if (peel.neck && peel.neck.width < THIN_NECK)
    add({
      code: 'neck',
      severity: 'watch',
      message: `It is only ${mm(peel.neck.width)} wide here: it may tear as it is peeled.`,
      at: peel.neck,
      mend:
        settings.islands === 'bridge' && cut.bridges.length && settings.bridge < 4
          ? { change: { bridge: 4 }, label: 'Make bridges 4 mm wide' }
          : silhouette
            ? undefined
            : { change: { distance: settings.distance + 1 }, label: 'Make the border 1 mm wider' },
    });
  if (peel.tongue && peel.tongue.length / peel.tongue.width > LONG_TONGUE)
    add({
      code: 'tongue',
      severity: 'watch',
      message: `A part of ${mm(peel.tongue.length)} hangs on by ${mm(peel.tongue.width)}: its end will lift.`,
      at: peel.tongue,
      ...(silhouette
        ? {}
        : { mend: { change: { close: settings.close + 4 }, label: 'Close gaps up to 4 mm wider' } }),
    });
  for (const [corner, code, says] of [
    [peel.outerCorner, 'corner', 'sticks out: it will lift'],
    [peel.innerCorner, 'inner-corner', 'goes in: it may tear from there'],
  ] as const)
    if (corner && corner.degrees < SHARP_CORNER)
      add({
        code,
        severity: 'watch',
        message: `A corner of ${Math.round(corner.degrees)}° ${says}.`,
        at: corner,
        mend: { change: { radius: Math.max(1, rules.radiusMm) }, label: 'Round the corners' },
      });
  if (peel.smallestHole && peel.smallestHole.size < SMALL_HOLE)
    add({
      code: 'hole',
      severity: 'watch',
      message: `A hole of ${mm(peel.smallestHole.size)} is too small to be weeded.`,
      at: peel.smallestHole,
      mend: { change: { holes: 'small', holeSize: SMALL_HOLE }, label: `Fill holes under ${mm(SMALL_HOLE)}` },
    });
  const share = Math.max(peel.width / rules.widthMm, peel.height / rules.heightMm);
  if (peel.pieces > 0 && share < SMALL_SHARE)
    add({
      code: 'small',
      severity: 'watch',
      message: `It is ${mm(peel.width)} × ${mm(peel.height)} on a sticker of ${mm(rules.widthMm)} × ${mm(rules.heightMm)}: there is room for larger artwork.`,
      fill: 'Fill the print area',
    });
  return found.sort((a, b) => Number(b.severity === 'stop') - Number(a.severity === 'stop'));
}

/** How long a blade takes for a cut, s: its way at a speed, mm/s, and half a second for each line that it is put down for. */
export const cutSeconds = (cut: Cut, speed = 100): number => cut.peel.path / speed + cut.loops.length / 2;
