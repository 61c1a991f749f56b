import { BookMarked, Download, Redo2, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { NavLink, useNavigate } from 'react-router';
import type { Design } from '@brelm/core/design';
import { stopsOn } from '@brelm/core/proof';
import { isWorn, type Spec } from '@brelm/core/spec';
import { specWords } from '../design';
import { useAppDispatch, useAppSelector } from '../store';
import { colourwayChosen, redone, undone } from '../store/editor';
import { CommentsButton } from '../together/comments-button';
import { Button, IconButton, SeverityMark, VerdictMark, leaveField } from '../ui';
import { useKeys, useTip } from '../keys';
import { BoardDialog } from '../stages/artwork/board-dialog';
import { VersionsDialog } from './versions-dialog';
import { HistoryList } from './history-list';
import { useProofState } from './proof-store';
import { SideSwitch } from './side-switch';
import { useEdit } from './use-edit';
import { say } from '../words/editor';

const STAGES = [
  ['', say('artwork'), 1],
  ['/garments', say('garments'), 2],
  ['/cut', say('cutLine'), 3],
  ['/mockups', say('mockups'), 4],
  ['/placement', say('placement'), 5],
  ['/listings', say('listings'), 6],
] as const;

export function StageBar({
  design,
  specs,
  onExport,
  colourways = true,
  sides = true,
}: {
  design: Design;
  specs: Spec[];
  /** Whether one colourway is in use on the stage, and can be chosen. */
  colourways?: boolean;
  /** Whether the side that is open is the one that the stage shows. */
  sides?: boolean;
  /** Opens what will be made; left out where there is none. */
  onExport?: () => void;
}) {
  const id = useAppSelector((s) => s.editor.id);
  const navigate = useNavigate();
  const tip = useTip();
  useKeys({
    'to-artwork': () => void navigate(`/design/${id}`),
    'to-garments': () => void navigate(`/design/${id}/garments`),
    'to-cut': () => void navigate(`/design/${id}/cut`),
    'to-mockups': () => void navigate(`/design/${id}/mockups`),
    'to-placement': () => void navigate(`/design/${id}/placement`),
    'to-listings': () => void navigate(`/design/${id}/listings`),
  });
  const spec = specs.find((s) => s.id === design.board.spec) ?? specs[0];
  const [dialog, setDialog] = useState<'board' | 'versions' | null>(null);
  const dispatch = useAppDispatch();
  const edit = useEdit();
  const past = useAppSelector((s) => s.editor.past);
  const future = useAppSelector((s) => s.editor.future);
  const colourway = useAppSelector((s) => s.editor.colourway);
  const findings = useProofState((p) => p.findings);
  const elsewhere = useProofState((p) => p.elsewhere);
  const here = stopsOn(findings ?? [], design.backdrop).length;
  // All sides are made together, so the mark beside it is of all of them.
  const stops = [...elsewhere.entries()].reduce(
    (n, [side, s]) => n + (side === design.side.id ? 0 : s),
    here,
  );
  return (
    <div className="flex h-12 shrink-0 items-center gap-3 max-[1100px]:gap-2 border-b border-line bg-card px-4 max-[959px]:h-auto max-[959px]:flex-wrap max-[959px]:gap-y-1 max-[959px]:py-1.5 max-[759px]:gap-x-1.5 max-[759px]:px-2">
      {/* As wide as the stack below it, whatever the design is called: the stages keep their place. */}
      <div className="flex w-[256px] min-w-28 shrink flex-col max-[959px]:flex-1">
        <input
          key={design.name}
          aria-label={say('nameOfTheDesign')}
          defaultValue={design.name}
          maxLength={300}
          className="h-6 w-full min-w-0 rounded-md border border-transparent bg-transparent px-1.5 font-display text-[16px] leading-none font-semibold text-ellipsis hover:border-line focus:border-edge focus:bg-card"
          onKeyDown={(e) => leaveField(e, design.name)}
          onBlur={(e) => {
            const name = e.target.value.trim();
            if (name && name !== design.name) edit.make(say('renameTheDesign'), [{ op: 'rename', name }]);
            else e.target.value = design.name;
          }}
        />
        <button
          type="button"
          className="ml-px block w-fit max-w-full truncate rounded-md px-1.5 text-left text-[12px] leading-[18px] text-muted hover:bg-line hover:text-ink"
          title={say('changeTheProduct', { spec: specWords(design, specs) })}
          onClick={() => setDialog('board')}
        >
          {specWords(design, specs)}
        </button>
      </div>
      <nav
        aria-label={say('stages')}
        className="flex gap-1 max-[959px]:order-last max-[959px]:basis-full max-[959px]:overflow-x-auto"
      >
        {STAGES.map(([path, stage, key]) => {
          // What is not worn comes in colours.
          const name = stage === 'Garments' && !isWorn(spec) ? say('colours') : stage;
          return (
            <NavLink
              key={stage}
              to={`/design/${id}${path}`}
              end
              title={`${name} (${key})`}
              className={({ isActive }) =>
                `rounded-md px-1.5 py-1 font-medium whitespace-nowrap min-[1100px]:px-2 xl:px-2.5 ${isActive ? 'bg-line text-ink' : 'text-muted hover:text-ink'}`
              }
            >
              {name}
            </NavLink>
          );
        })}
      </nav>
      <span className="flex-1 max-[959px]:hidden" />
      {sides && <SideSwitch design={design} specs={specs} />}
      {onExport && colourways && design.colourways.length > 1 && (
        <label className="flex items-center gap-1.5 text-[13px] text-muted">
          <span className="max-[1279px]:sr-only">{say('colourway')}</span>
          <select
            className="field !w-auto max-[1279px]:!w-24 max-[1100px]:!w-20"
            value={colourway}
            title={tip(say('colourway'), 'next-colourway', say('forTheNext'))}
            onChange={(e) => dispatch(colourwayChosen(e.target.value))}
          >
            {design.colourways.map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
              </option>
            ))}
          </select>
        </label>
      )}
      <div className="flex">
        <IconButton
          label={past.length ? say('undo2', { label: past.at(-1)!.label }) : say('nothingToUndo')}
          keys="Ctrl Z"
          disabled={!past.length}
          onClick={() => dispatch(undone())}
        >
          <Undo2 size={17} />
        </IconButton>
        <IconButton
          label={future.length ? say('redo', { label: future.at(-1)!.label }) : say('nothingToRedo')}
          keys="Ctrl Y"
          disabled={!future.length}
          onClick={() => dispatch(redone())}
        >
          <Redo2 size={17} />
        </IconButton>
        <HistoryList />
        <IconButton label={say('versions')} onClick={() => setDialog('versions')}>
          <BookMarked size={16} />
        </IconButton>
        <CommentsButton beside={document.getElementById('beside-work')} />
      </div>
      {onExport && (
        <Button tone="main" onClick={onExport}>
          <Download size={16} aria-hidden />
          <span className="max-[759px]:sr-only">{say('makeFiles')}</span>
          {findings && design.parts.length > 0 && (
            <span className="-mr-1 ml-0.5 inline-flex items-center gap-1 rounded-[4px] bg-card px-1 py-0.5 text-[12px] leading-none text-ink">
              {stops ? (
                <>
                  <SeverityMark severity="stop" size={12} />
                  {stops}
                </>
              ) : (
                <VerdictMark verdict="reads" size={12} />
              )}
            </span>
          )}
        </Button>
      )}
      {dialog === 'board' && <BoardDialog design={design} specs={specs} onClose={() => setDialog(null)} />}
      {dialog === 'versions' && <VersionsDialog design={design} onClose={() => setDialog(null)} />}
    </div>
  );
}
