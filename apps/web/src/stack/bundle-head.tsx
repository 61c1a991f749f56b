import { useSortable } from '@dnd-kit/sortable';
import { ChevronDown, ChevronRight, Eye, EyeOff, GripVertical, Type, Ungroup } from 'lucide-react';
import { backToWords, wordsBehind } from '@brelm/core/resolve';
import { type Bundle, type Design, type Edit, unbundleEdits } from '@brelm/core/design';
import { useAppDispatch } from '../store';
import { selected } from '../store/editor';
import { IconButton, leaveField } from '../ui';
import { useEdit } from '../editor/use-edit';
import { rowKey } from './rows';
import { say } from '../words/stack';

/** What is said of a bundle that is one outline. */
const JOINED = { weld: say('welded'), overlap: say('overlap'), exclude: say('allButOverlap') } as const;

/** The head of a bundle in the stack: its name, what chooses all of it, and what takes it apart. */
export function BundleHead({
  bundle,
  parts,
  design,
  open,
  chosen,
  onOpen,
}: {
  bundle: Bundle;
  /** Ids of the parts in it, front first. */
  parts: string[];
  design: Design;
  open: boolean;
  chosen: boolean;
  onOpen: () => void;
}) {
  const dispatch = useAppDispatch();
  const edit = useEdit();
  const name = bundle.name || say('bundle');
  const { setNodeRef, attributes, listeners, transform, transition } = useSortable({
    id: rowKey({ bundle: bundle.id }),
  });
  const members = design.parts.filter((p) => parts.includes(p.id));
  const hidden = members.every((p) => p.hidden);
  return (
    <div
      ref={setNodeRef}
      style={{ transform: transform ? `translateY(${transform.y}px)` : undefined, transition }}
      className={`flex h-8 items-center gap-0.5 rounded-md pr-1 ${chosen ? 'bg-line' : 'bg-paper'}`}
      role="group"
      aria-label={say('bundle2', { name })}
    >
      <button
        type="button"
        {...attributes}
        {...listeners}
        aria-label={say('changeTheDepthOf', { name })}
        title={say('dragToChangeTheDepth')}
        className="flex h-7 w-5 shrink-0 cursor-grab items-center justify-center text-muted"
      >
        <GripVertical size={14} />
      </button>
      <IconButton
        label={open ? say('fold', { name }) : say('unfold', { name })}
        aria-expanded={open}
        onClick={onOpen}
      >
        {open ? <ChevronDown size={15} /> : <ChevronRight size={15} />}
      </IconButton>
      {chosen ? (
        <input
          key={bundle.name}
          aria-label={say('nameOfTheBundle')}
          placeholder={say('bundle')}
          defaultValue={bundle.name}
          maxLength={120}
          className="field !h-7 flex-1 font-medium"
          onKeyDown={(e) => leaveField(e, bundle.name)}
          onBlur={(e) => {
            const to = e.target.value.trim();
            if (to !== bundle.name)
              edit.make(say('renameABundle'), [{ op: 'renameBundle', bundle: bundle.id, name: to }]);
          }}
        />
      ) : (
        <button
          type="button"
          className="flex h-full min-w-0 flex-1 items-center gap-1.5 text-left"
          title={say('selectTheWholeBundle')}
          onClick={() => dispatch(selected(parts))}
        >
          <span className="truncate font-medium">{name}</span>
          <span className="shrink-0 text-[12.5px] text-muted">
            {say('parts', {
              isJoined: Boolean(bundle.joined),
              joined: bundle.joined && JOINED[bundle.joined],
              parts: parts.length,
            })}
          </span>
        </button>
      )}
      {wordsBehind(design, bundle.id) && (
        <IconButton
          label={say('makeWordsAgain', { name })}
          onClick={() => {
            const words = wordsBehind(design, bundle.id)!;
            edit.make(say('backToWords'), backToWords(design, bundle.id), { select: [words.id] });
          }}
        >
          <Type size={15} />
        </IconButton>
      )}
      <IconButton
        label={hidden ? say('show', { name }) : say('hide', { name })}
        onClick={() =>
          edit.make(
            hidden ? say('showABundle') : say('hideABundle'),
            parts.map((part): Edit => ({ op: 'updatePart', part, change: { hidden: !hidden } })),
          )
        }
      >
        {hidden ? <EyeOff size={15} /> : <Eye size={15} className="text-muted" />}
      </IconButton>
      <IconButton
        label={say('unbundle', { name })}
        keys="Shift B"
        onClick={() => edit.make(say('unbundle2'), unbundleEdits(design, parts))}
      >
        <Ungroup size={15} className="text-muted" />
      </IconButton>
    </div>
  );
}
