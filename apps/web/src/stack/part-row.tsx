import { useSortable } from '@dnd-kit/sortable';
import clsx from 'clsx';
import {
  Eye,
  EyeOff,
  GripVertical,
  Image,
  Lock,
  PenLine,
  LockOpen,
  QrCode,
  Shapes,
  Squirrel,
  Type,
} from 'lucide-react';
import { memo, useCallback } from 'react';
import type { Design } from '@brelm/core/design';
import { partTitle, type Part } from '@brelm/core/parts';
import { store, useAppDispatch } from '../store';
import { selected as select } from '../store/editor';
import { IconButton, Swatch } from '../ui';
import { PartSettings } from '../inspector/part-settings';
import { useEdit } from '../editor/use-edit';
import { rowKey } from './rows';
import type { RowPlace } from './virtual-rows';
import { say } from '../words/stack';

const ICONS = {
  lettering: Type,
  motif: Squirrel,
  shape: Shapes,
  line: PenLine,
  picture: Image,
  code: QrCode,
};

/** What is there of a row that its part alone decides: what lies about it in the stack may change without it. */
const RowFace = memo(function RowFace({
  part,
  colours,
  ties,
  isOpen,
  attributes,
  listeners,
}: {
  part: Part;
  /** Its inks' values, comma between. */
  colours: string;
  /** How it cuts others and what cuts it; empty where it stands alone. */
  ties: string;
  isOpen: boolean;
} & Pick<ReturnType<typeof useSortable>, 'attributes' | 'listeners'>) {
  const dispatch = useAppDispatch();
  const edit = useEdit();
  const Icon = ICONS[part.kind];
  const title = partTitle(part);
  return (
    <div className={clsx('flex items-center gap-0.5 pr-1', ties ? 'h-11' : 'h-9')}>
      <button
        type="button"
        {...attributes}
        {...listeners}
        aria-label={say('changeTheDepthOf2', { title })}
        title={say('dragToChangeTheDepth')}
        className="flex h-7 w-5 shrink-0 cursor-grab items-center justify-center text-muted"
      >
        <GripVertical size={14} />
      </button>
      <button
        type="button"
        aria-expanded={isOpen}
        className="flex h-full min-w-0 flex-1 items-center gap-1.5 text-left"
        onClick={(e) => {
          const now = store.getState().editor.selection;
          if (e.shiftKey)
            dispatch(select(now.includes(part.id) ? now.filter((x) => x !== part.id) : [...now, part.id]));
          else dispatch(select([part.id]));
        }}
      >
        <Icon size={15} className="shrink-0 text-muted" aria-hidden />
        <span className="min-w-0 flex-1">
          <span className="block truncate font-medium">{title}</span>
          {ties && (
            <span className="block truncate text-[11.5px] leading-tight text-muted" title={ties}>
              {ties}
            </span>
          )}
        </span>
        <span className={clsx('flex shrink-0 gap-0.5', part.hidden && 'opacity-50')}>
          {colours
            .split(',')
            .filter(Boolean)
            .slice(0, 4)
            .map((value, i) => (
              <Swatch key={i} value={value} className="!h-3 !w-3" />
            ))}
        </span>
      </button>
      <IconButton
        label={part.hidden ? say('show2', { title }) : say('hide2', { title })}
        onClick={() =>
          edit.part(part.id, part.hidden ? say('show3') : say('hide3'), { hidden: !part.hidden })
        }
      >
        {part.hidden ? <EyeOff size={15} /> : <Eye size={15} className="text-muted" />}
      </IconButton>
      <IconButton
        label={part.locked ? say('unlock', { title }) : say('lock', { title })}
        onClick={() =>
          edit.part(part.id, part.locked ? say('unlock2') : say('lock2'), { locked: !part.locked })
        }
      >
        {part.locked ? <Lock size={15} /> : <LockOpen size={15} className="text-muted" />}
      </IconButton>
    </div>
  );
});

/** One part in the stack. */
export const PartRow = memo(function PartRow({
  part,
  colours,
  ties,
  selected,
  open,
  index,
  above,
  measure,
}: Partial<RowPlace> & {
  part: Part;
  colours: string;
  ties: string;
  selected: boolean;
  /** What its settings need, for the part that is open. */
  open: { design: Design } | null;
}) {
  const { setNodeRef, attributes, listeners, transform, transition } = useSortable({
    id: rowKey({ part: part.id }),
  });
  const both = useCallback(
    (row: HTMLLIElement | null) => {
      setNodeRef(row);
      measure?.(row);
    },
    [setNodeRef, measure],
  );
  return (
    <li
      ref={both}
      data-index={index}
      style={{
        transform: transform ? `translateY(${transform.y}px)` : undefined,
        transition,
        marginTop: above,
      }}
      className={clsx(
        'rounded-md border bg-card',
        // What lies far down a long bundle is neither laid out nor painted.
        !open && index === undefined && '[contain-intrinsic-size:auto_38px] [content-visibility:auto]',
        selected ? 'border-spruce' : 'border-line',
        // Paler, and still to be read.
        part.hidden && 'text-muted',
      )}
    >
      <RowFace {...{ part, colours, ties, attributes, listeners }} isOpen={open !== null} />
      {open && <PartSettings part={part} design={open.design} />}
    </li>
  );
});
