import { groupBounds, itemsOf, printed, type PartGroup } from '../../drawing';
import { told, type SentenceKey } from '../../sentences';
import { regionOf } from '../measure';
import type { CheckId, Finding, Judged } from '../types';

/** From this alpha on, 0–255, something is seen of a part. */
const SEEN = 8;

/** Whether a window or what is knocked out of it may leave nothing of a group. */
const isCut = ({ clips, mask }: PartGroup): boolean => !!clips?.length || mask !== undefined;

/** What is wrong with how parts cut one another: a window that is gone, a circle, a part of which nothing is left. */
export function tieFindings({ drawing, analysis }: Judged): Finding[] {
  const finding = (group: PartGroup, check: CheckId, key: SentenceKey): Finding => ({
    check,
    ...told(key, { title: group.about.title }),
    severity: 'watch',
    part: group.part,
    figure: 1,
    threshold: 0,
    unit: 'parts',
    region: regionOf(groupBounds(group)),
    mends: [],
  });
  const faults = drawing.faults.flatMap((fault): Finding[] => {
    const group = drawing.groups.find((g) => g.part === fault.part);
    if (!group) return [];
    if (fault.kind === 'no-window') return [finding(group, 'window', 'ties.window')];
    if (fault.kind === 'no-mask') return [finding(group, 'window', 'ties.mask')];
    if (fault.kind === 'circle') return [finding(group, 'circle', 'ties.circle')];
    if (fault.kind === 'joined-empty') return [finding(group, 'cut-away', 'ties.joined')];
    return [];
  });
  const seen = new Map(analysis.layers.map((layer) => [layer.part, layer]));
  const gone = printed(drawing).flatMap((group): Finding[] => {
    if (!isCut(group) || group.opacity === 0 || ![...itemsOf(group)].length) return [];
    const data = seen.get(group.part)?.data;
    for (let i = 3; data && i < data.length; i += 4) if (data[i] >= SEEN) return [];
    return [finding(group, 'cut-away', 'ties.gone')];
  });
  return [...faults, ...gone];
}
