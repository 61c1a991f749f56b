import type { Cut } from './cut-line';
import type { Spot } from './peel';
import { flatten, pathBounds, type PathData } from '../geometry';
import { told, type Sentence, type SentenceKey, type SentenceValues } from '../sentences';
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

/** What a mend does. */
interface Called {
  label: string;
  /** The same before it is put into words. */
  said: Sentence;
}

/** A change of the settings that mends something. */
export interface CutMend extends Called {
  change: Partial<CutLine>;
}

const called = (key: SentenceKey, values: SentenceValues = {}): Called => {
  const { message, said } = told(key, values);
  return { label: message, said };
};

const mending = (change: Partial<CutLine>, key: SentenceKey, values: SentenceValues = {}): CutMend => ({
  change,
  ...called(key, values),
});

/** Something about a cut that will go wrong, or may. */
export interface CutFinding {
  code: string;
  severity: 'stop' | 'watch';
  message: string;
  /** The same before it is put into words. */
  said: Sentence;
  /** Where, px of the artwork. */
  at?: Spot;
  /** A change of the settings that mends it, and what it does, in words. */
  mend?: CutMend;
  /** What it is called to mend it by artwork that is placed as large as there is room. */
  fill?: Called;
}

/** Narrower than this a sticker tears or stays on its backing, mm. */
export const THIN_NECK = 2;
/** A part this many times as long as it is wide lifts at its end. */
export const LONG_TONGUE = 6;
/** Sharper corners lift, degrees; inner ones tear. */
export const SHARP_CORNER = 60;
/** A hole smaller than this is not weeded by hand, mm. */
export const SMALL_HOLE = 3;
/** Bridges are made so wide where narrower ones may tear, mm. */
const WIDE_BRIDGE = 4;
/** Less of its print area than this is paid for and not used. */
export const SMALL_SHARE = 0.7;
/** What is measured may be off by so much, mm. */
const SLACK = 0.06;

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
  if (!cut) return [{ code: 'nothing', severity: 'stop', ...told('cut.nothing') }];
  const { peel } = cut;
  const found: CutFinding[] = [];
  const add = (finding: CutFinding) => found.push(finding);
  if (peel.pieces === 0)
    add({
      code: 'no-piece',
      severity: 'stop',
      ...told('cut.no-piece', { mm: settings.radius }),
      mend: mending({ radius: rules.radiusMm }, 'cut.mend.radius', { mm: rules.radiusMm }),
    });
  if (cut.unoutlined)
    add({
      code: 'outline',
      severity: 'stop',
      ...told('cut.outline'),
      mend: mending({ shape: 'follow' }, 'cut.mend.follow'),
    });
  if (cut.lost.length > 0)
    add({
      code: 'by-hand',
      severity: 'watch',
      ...told('cut.by-hand', { n: cut.lost.length }),
      at: placeOf(settings.patches[cut.lost[0]].from, cut),
      mend: mending({ patches: settings.patches.filter((_, i) => !cut.lost.includes(i)) }, 'cut.mend.let-go'),
    });
  const inside = cut.pieces.filter((p) => p.enclosed);
  if (inside.length > 0)
    add({
      code: 'falls-out',
      severity: 'stop',
      ...told('cut.falls-out', { n: inside.length }),
      at: middleOf(inside[0].path),
      mend:
        settings.islands === 'stencil'
          ? mending({ islands: 'bridge' }, 'cut.mend.join')
          : mending({ islands: 'stencil' }, 'cut.mend.stencil'),
    });
  if (peel.pieces - inside.length > 1)
    add({
      code: 'pieces',
      severity: 'stop',
      ...told('cut.pieces', { n: peel.pieces - inside.length }),
      ...(settings.islands === 'apart' ? { mend: mending({ islands: 'bridge' }, 'cut.mend.bridges') } : {}),
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
      ...told('cut.beyond', { mm: over }),
      fill: called('cut.mend.fit'),
    });
  const silhouette = settings.shape === 'silhouette';
  if (peel.border && peel.border.distance < rules.borderMm - SLACK)
    add({
      code: 'border',
      severity: 'stop',
      ...told('cut.border', { mm: peel.border.distance, least: rules.borderMm }),
      at: peel.border,
      ...(wholeBorder(settings) < rules.borderMm
        ? {
            mend: mending(
              { distance: settings.distance + rules.borderMm - wholeBorder(settings) },
              'cut.mend.border',
              { mm: rules.borderMm },
            ),
          }
        : {}),
    });
  const radius = Math.min(peel.outerRadius, peel.innerRadius);
  if (rules.radiusMm > 0 && radius < rules.radiusMm * 0.9)
    add({
      code: 'radius',
      severity: 'stop',
      ...told('cut.radius', { mm: radius, least: rules.radiusMm }),
      ...(settings.corners === 'sharp' && peel.outerRadius < peel.innerRadius
        ? { mend: mending({ corners: 'round' }, 'cut.mend.round-outer') }
        : settings.radius < rules.radiusMm
          ? { mend: mending({ radius: rules.radiusMm }, 'cut.mend.radius', { mm: rules.radiusMm }) }
          : {}),
    });
  const backing = cut.backing ? flatten(cut.backing, 1).length : 0;
  const paths = cut.loops.length + backing;
  if (rules.mostPaths !== undefined && paths > rules.mostPaths)
    add({
      code: 'paths',
      severity: 'stop',
      ...told('cut.paths', { n: paths, most: rules.mostPaths }),
      ...(peel.holes > 0 && paths - peel.holes <= rules.mostPaths
        ? { mend: mending({ holes: 'all' }, 'cut.mend.fill-all') }
        : {}),
    });
  const points = peel.points + (cut.backing ? nodesOf(cut.backing).length : 0);
  if (rules.mostPoints !== undefined && points > rules.mostPoints)
    add({
      code: 'points',
      severity: 'stop',
      ...told('cut.points', { n: points, most: rules.mostPoints }),
      mend: mending({ close: settings.close + 3, radius: settings.radius + 1 }, 'cut.mend.smoother'),
    });
  if (peel.neck && peel.neck.width < THIN_NECK)
    add({
      code: 'neck',
      severity: 'watch',
      ...told('cut.neck', { mm: peel.neck.width }),
      at: peel.neck,
      mend:
        settings.islands === 'bridge' && cut.bridges.length && settings.bridge < WIDE_BRIDGE
          ? mending({ bridge: WIDE_BRIDGE }, 'cut.mend.wide-bridges', { mm: WIDE_BRIDGE })
          : silhouette
            ? undefined
            : mending({ distance: settings.distance + 1 }, 'cut.mend.wider', { mm: 1 }),
    });
  if (peel.tongue && peel.tongue.length / peel.tongue.width > LONG_TONGUE)
    add({
      code: 'tongue',
      severity: 'watch',
      ...told('cut.tongue', { length: peel.tongue.length, width: peel.tongue.width }),
      at: peel.tongue,
      ...(silhouette ? {} : { mend: mending({ close: settings.close + 4 }, 'cut.mend.close', { mm: 4 }) }),
    });
  for (const [corner, code] of [
    [peel.outerCorner, 'corner'],
    [peel.innerCorner, 'inner-corner'],
  ] as const)
    if (corner && corner.degrees < SHARP_CORNER)
      add({
        code,
        severity: 'watch',
        ...told(`cut.${code}`, { degrees: Math.round(corner.degrees) }),
        at: corner,
        mend: mending({ radius: Math.max(1, rules.radiusMm) }, 'cut.mend.round'),
      });
  if (peel.smallestHole && peel.smallestHole.size < SMALL_HOLE)
    add({
      code: 'hole',
      severity: 'watch',
      ...told('cut.hole', { mm: peel.smallestHole.size }),
      at: peel.smallestHole,
      mend: mending({ holes: 'small', holeSize: SMALL_HOLE }, 'cut.mend.fill-small', { mm: SMALL_HOLE }),
    });
  const share = Math.max(peel.width / rules.widthMm, peel.height / rules.heightMm);
  if (peel.pieces > 0 && share < SMALL_SHARE)
    add({
      code: 'small',
      severity: 'watch',
      ...told('cut.small', {
        ...{ width: peel.width, height: peel.height },
        ...{ most: rules.widthMm, high: rules.heightMm },
      }),
      fill: called('cut.mend.fill'),
    });
  return found.sort((a, b) => Number(b.severity === 'stop') - Number(a.severity === 'stop'));
}

/** How long a blade takes for a cut, s: its way at a speed, mm/s, and half a second for each line that it is put down for. */
export const cutSeconds = (cut: Cut, speed = 100): number => cut.peel.path / speed + cut.loops.length / 2;
