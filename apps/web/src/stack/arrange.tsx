import {
  AlignCenterHorizontal,
  AlignCenterVertical,
  AlignEndHorizontal,
  AlignEndVertical,
  AlignHorizontalSpaceAround,
  AlignStartHorizontal,
  AlignStartVertical,
  AlignVerticalSpaceAround,
  BringToFront,
  FlipHorizontal,
  Group,
  SendToBack,
  Trash2,
} from 'lucide-react';
import { useState } from 'react';
import { bundleEdits, unitsOf, type Design } from '@brelm/core/design';
import type { LinePart } from '@brelm/core/parts';
import { groupBounds, type Group as DrawingGroup } from '@brelm/core/drawing';
import {
  alignEdits,
  boxOfAll,
  distributeEdits,
  massCentre,
  type Alignment,
  type Placed,
} from '@brelm/core/resolve';
import { boxCentre, isEmptyBox, type Box } from '@brelm/core/geometry';
import { safeBox, type SpecSide } from '@brelm/core/spec';
import type { Resolved } from '../design';
import { makeSurface } from '../platform/surfaces';
import { useAppSelector } from '../store';
import { Button, IconButton } from '../ui';
import { RepeatSettings } from '../inspector/repeat-settings';
import { BundleBlend } from '../inspector/bundle-blend';
import { JoinSettings } from '../inspector/join-settings';
import { OutlineSettings } from '../inspector/outline-settings';
import { TieSettings } from '../inspector/tie-settings';
import { PartsWear } from '../inspector/wear-settings';
import { joinLines, mirrorCopies, moveInStack } from '../editor/part-actions';
import { useEdit } from '../editor/use-edit';
import { useTip } from '../keys';
import { say } from '../words/stack';

type Against = 'board' | 'safe' | 'selection';

const ALIGN: [Alignment, string, typeof AlignStartVertical][] = [
  ['left', say('leftSidesInLine'), AlignStartVertical],
  ['centre', say('centresInLineSideTo'), AlignCenterVertical],
  ['right', say('rightSidesInLine'), AlignEndVertical],
  ['top', say('topsInLine'), AlignStartHorizontal],
  ['middle', say('middlesInLineTopTo'), AlignCenterHorizontal],
  ['bottom', say('bottomsInLine'), AlignEndHorizontal],
];

/** Lines up, spreads out, mirrors and stacks what is selected. */
export function Arrange({
  design,
  resolved,
  side,
}: {
  design: Design;
  resolved: Resolved;
  side: SpecSide | undefined;
}) {
  const tip = useTip();
  const edit = useEdit();
  const selection = useAppSelector((s) => s.editor.selection);
  const [chosen, setChosen] = useState<Against | null>(null);
  const [byWeight, setByWeight] = useState(false);
  if (selection.length === 0) return null;

  const units = unitsOf(design, selection);
  const against = chosen ?? (units.length > 1 ? 'selection' : 'board');
  const placed = (weight: boolean): Placed[] =>
    units.flatMap((unit) => {
      const groups = resolved.drawing.groups.filter((g) => unit.parts.includes(g.part));
      const whole: DrawingGroup = { kind: 'group', opacity: 1, items: groups };
      const box = groupBounds(whole);
      if (isEmptyBox(box)) return [];
      const mass = weight ? { mass: massCentre(whole, resolved.pictures, makeSurface) } : {};
      return [{ parts: design.parts.filter((p) => unit.parts.includes(p.id)), box, ...mass }];
    });
  const target = (all: Placed[]): Box => {
    if (against === 'safe' && side) return safeBox(side);
    if (against === 'selection') return boxOfAll(all);
    return { left: 0, top: 0, right: design.board.width, bottom: design.board.height };
  };
  const align = (how: Alignment, label: string) => {
    const all = placed(byWeight && (how === 'centre' || how === 'middle'));
    edit.make(label, alignEdits(all, target(all), how));
  };
  const distribute = (axis: 'across' | 'down') => {
    const all = placed(false);
    edit.make(
      say('equalGaps'),
      distributeEdits(all, axis, against === 'selection' ? undefined : target(all)),
    );
  };
  const lines = design.parts.filter(
    (p): p is LinePart => p.kind === 'line' && !p.locked && selection.includes(p.id),
  );
  const least = against === 'selection' ? 3 : 2;
  return (
    <section aria-label={say('arrange')} className="border-b border-line px-2 pb-2">
      <div className="flex items-center">
        {ALIGN.map(([how, label, Icon]) => (
          <IconButton
            key={how}
            label={label}
            disabled={against === 'selection' && units.length < 2}
            onClick={() => align(how, label)}
          >
            <Icon size={15} />
          </IconButton>
        ))}
        <IconButton
          label={say('equalGapsAcross')}
          disabled={units.length < least}
          onClick={() => distribute('across')}
        >
          <AlignHorizontalSpaceAround size={15} />
        </IconButton>
        <IconButton
          label={say('equalGapsDown')}
          disabled={units.length < least}
          onClick={() => distribute('down')}
        >
          <AlignVerticalSpaceAround size={15} />
        </IconButton>
      </div>
      <div className="mt-1 flex items-center gap-1">
        <select
          aria-label={say('lineUpWith')}
          className="field !h-7 !w-auto flex-1"
          value={against}
          onChange={(e) => setChosen(e.target.value as Against)}
        >
          <option value="board">{say('board')}</option>
          {side && <option value="safe">{say('safeArea')}</option>}
          <option value="selection">{say('oneAnother')}</option>
        </select>
        <label className="flex items-center gap-1 px-1 text-[12.5px]" title={say('centreWhatTheEyeSees')}>
          <input
            type="checkbox"
            className="h-4 w-4 accent-spruce"
            checked={byWeight}
            onChange={(e) => setByWeight(e.target.checked)}
          />
          {say('byWeight')}
        </label>
        <IconButton
          label={against === 'selection' ? say('mirrorACopyAcrossThe') : say('mirrorACopyAcrossTheBoards')}
          keys={against === 'selection' ? undefined : 'M'}
          onClick={() => {
            const [cx] = boxCentre(boxOfAll(placed(false)));
            mirrorCopies(edit, design, selection, against === 'selection' ? cx : design.board.width / 2);
          }}
        >
          <FlipHorizontal size={15} />
        </IconButton>
        <IconButton
          label={say('toTheFront')}
          keys="Shift Page Up"
          onClick={() => moveInStack(edit, design, selection, 'front')}
        >
          <BringToFront size={15} />
        </IconButton>
        <IconButton
          label={say('toTheBack')}
          keys="Shift Page Down"
          onClick={() => moveInStack(edit, design, selection, 'back')}
        >
          <SendToBack size={15} />
        </IconButton>
      </div>
      {selection.length > 1 && (
        <div className="mt-1.5 flex flex-col gap-1.5">
          <RepeatSettings parts={design.parts.filter((p) => selection.includes(p.id))} design={design} />
          <JoinSettings ids={selection} design={design} />
          <BundleBlend ids={selection} design={design} />
          <OutlineSettings parts={design.parts.filter((p) => selection.includes(p.id))} design={design} />
          <TieSettings parts={design.parts.filter((p) => selection.includes(p.id))} design={design} />
          <PartsWear parts={design.parts.filter((p) => selection.includes(p.id))} design={design} />
          <div className="flex gap-1.5">
            {units.length > 1 && (
              <Button
                className="!h-7 !px-2"
                title={tip(say('bundleChooseMoveAndLine'), 'bundle')}
                onClick={() => edit.make(say('bundle'), bundleEdits(design, selection))}
              >
                <Group size={15} aria-hidden /> {say('bundleThings', { units: units.length })}
              </Button>
            )}
            {lines.length === 2 && selection.length === 2 && (
              <Button
                className="!h-7 !px-2"
                title={say('joinTheTwoLinesWhere')}
                onClick={() => joinLines(edit, lines[0], lines[1])}
              >
                {say('joinEnds')}
              </Button>
            )}
            <IconButton label={say('removeThem')} keys="Delete" onClick={() => edit.remove(selection)}>
              <Trash2 size={15} />
            </IconButton>
          </div>
        </div>
      )}
    </section>
  );
}
