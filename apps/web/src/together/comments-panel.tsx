import { useEffect, useRef, useState } from 'react';
import { isToday } from 'date-fns';
import { Check, RotateCcw, Trash2, X } from 'lucide-react';
import type { Design } from '@brelm/core/design';
import { partTitle } from '@brelm/core/parts';
import type { DesignComment } from '@brelm/contract';
import { useAppDispatch, useAppSelector } from '../store';
import { reasonOf } from '../store/api';
import { selected } from '../store/editor';
import { useMeQuery } from '../store/house-api';
import {
  useAddCommentMutation,
  useCommentsQuery,
  useRemoveCommentMutation,
  useResolveCommentMutation,
} from '../store/together-api';
import { isLooking } from '../platform/standing';
import { PersonMark } from '../people/person-mark';
import { useAttempt } from '../store/use-attempt';
import { Button, IconButton, Refusal } from '../ui';
import { openComments, type CommentsOpen } from './comments-store';
import { format } from '../words/dates';
import { say } from '../words/together';

/** Others may have said something meanwhile, ms. */
const POLL = 15_000;

function CommentCard({
  comment,
  design,
  designId,
}: {
  comment: DesignComment;
  design: Design;
  designId: string;
}) {
  const dispatch = useAppDispatch();
  const { data: me } = useMeQuery();
  const [resolve] = useResolveCommentMutation();
  const [remove] = useRemoveCommentMutation();
  const { fault, attempt } = useAttempt();
  const { id, partId, about, text, person, personId, at, resolvedAt, resolvedBy } = comment;
  const part = partId === null ? undefined : design.parts.find((p) => p.id === partId);
  const isMine = !me?.team || personId === me.person?.id;
  return (
    <li
      className={`rounded-md border border-line bg-card p-2.5 text-[13px] ${resolvedAt ? 'text-muted' : ''}`}
    >
      <div className="flex items-center gap-2">
        {person !== null && <PersonMark name={person} id={personId ?? ''} size={22} />}
        <p className="min-w-0 flex-1 truncate">
          {person !== null && <span className="font-medium">{person} </span>}
          <time dateTime={at} className="text-muted">
            {format(new Date(at), isToday(new Date(at)) ? 'HH:mm' : 'd MMM, HH:mm')}
          </time>
        </p>
        {isMine && (
          <IconButton
            label={say('deleteTheComment', { text: text.slice(0, 40) })}
            onClick={() => void attempt(() => remove({ design: designId, id }).unwrap())}
          >
            <Trash2 size={14} />
          </IconButton>
        )}
        {!isLooking() && (
          <IconButton
            label={`${resolvedAt ? say('openAgain') : say('resolve')}: “${text.slice(0, 40)}”`}
            onClick={() =>
              void attempt(() => resolve({ design: designId, id, resolved: !resolvedAt }).unwrap())
            }
          >
            {resolvedAt ? <RotateCcw size={14} /> : <Check size={15} />}
          </IconButton>
        )}
      </div>
      {about !== null && (
        <p className="mt-1">
          {part ? (
            <button
              type="button"
              className="max-w-full truncate text-spruce hover:underline"
              onClick={() => dispatch(selected([part.id]))}
            >
              {partTitle(part)}
            </button>
          ) : (
            <span className="text-muted">{say('notOnThisSideAny', { about, isGone: partId !== null })}</span>
          )}
        </p>
      )}
      <p dir="auto" className="mt-1 break-words whitespace-pre-line">
        {text}
      </p>
      {resolvedAt && (
        <p className="mt-1 text-[12.5px]">
          {say('resolvedBy', { isResolvedBy: Boolean(resolvedBy), resolvedBy })}
        </p>
      )}
      <Refusal fault={fault} className="mt-1" />
    </li>
  );
}

/** What is said of the open design, laid over the right of the work; the board stays in sight. */
export default function CommentsPanel({ open }: { open: CommentsOpen }) {
  const design = useAppSelector((s) => s.editor.design)!;
  const designId = useAppSelector((s) => s.editor.id)!;
  const selection = useAppSelector((s) => s.editor.selection);
  const { data, error } = useCommentsQuery(designId, {
    pollingInterval: POLL,
    refetchOnMountOrArgChange: true,
  });
  const [add, { isLoading }] = useAddCommentMutation();
  const [text, setText] = useState('');
  const [whole, setWhole] = useState(false);
  const { fault, attempt } = useAttempt();
  const field = useRef<HTMLTextAreaElement>(null);
  useEffect(() => field.current?.focus(), [open]);
  const { finding } = open;
  const chosen = finding
    ? design.parts.find((p) => p.id === finding.part)
    : selection.length === 1
      ? design.parts.find((p) => p.id === selection[0])
      : undefined;
  const about = finding ? finding.says : chosen && !whole ? partTitle(chosen) : null;
  const send = async () => {
    if (!text.trim()) return;
    const went = await attempt(() =>
      add({
        ...{ design: designId, text },
        ...(chosen && (finding || !whole) && { partId: chosen.id }),
        ...(about !== null && { about: about.slice(0, 300) }),
        ...(finding && { finding: finding.check }),
      }).unwrap(),
    );
    if (!went) return;
    setText('');
    if (finding) openComments({ finding: null });
  };
  const all = data ?? [];
  const waiting = all.filter((c) => !c.resolvedAt);
  const done = all.filter((c) => c.resolvedAt);
  const card = (c: DesignComment) => (
    <CommentCard key={c.id} comment={c} design={design} designId={designId} />
  );
  return (
    <aside
      aria-label={say('comments')}
      className="absolute top-12 right-0 bottom-0 z-40 flex w-[320px] max-w-full flex-col border-l border-edge bg-paper"
      onKeyDown={(e) => {
        if (e.key === 'Escape' && !e.defaultPrevented) openComments(null);
      }}
    >
      <div className="flex items-center gap-2 border-b border-line bg-card p-2 pl-3">
        <h2 className="flex-1 font-display text-[15px] font-semibold">{say('comments')}</h2>
        <IconButton label={say('closeTheComments')} onClick={() => openComments(null)}>
          <X size={16} aria-hidden />
        </IconButton>
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto p-3">
        {error && (
          <p role="alert" className="text-[13px] text-rust">
            {reasonOf(error)}
          </p>
        )}
        {!data && !error && <p className="text-[13px] text-muted">{say('looking')}</p>}
        {data && waiting.length === 0 && (
          <p className="text-[13px] text-muted">{say('nothingOpenChooseAPart')}</p>
        )}
        <ul className="flex flex-col gap-2">{waiting.map(card)}</ul>
        {done.length > 0 && (
          <details className="mt-3 text-[13px]">
            <summary className="text-muted">{say('resolved', { done: done.length })}</summary>
            <ul className="mt-2 flex flex-col gap-2">{done.map(card)}</ul>
          </details>
        )}
      </div>
      <form
        aria-label={say('aNewComment')}
        className="border-t border-line bg-card p-3"
        onSubmit={(e) => {
          e.preventDefault();
          void send();
        }}
      >
        <p className="mb-1 truncate text-[12.5px] text-muted" title={about ?? undefined}>
          {say('about', { about: about ?? say('theWholeDesign') })}
        </p>
        <textarea
          ref={field}
          aria-label={say('commentAbout', { about: about ?? say('theWholeDesign') })}
          className="field !h-auto resize-y py-1.5 leading-snug"
          rows={3}
          maxLength={4000}
          dir="auto"
          value={text}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) void send();
          }}
        />
        {chosen && !finding && (
          <label className="mt-1 flex items-center gap-1.5 text-[12.5px]">
            <input type="checkbox" checked={whole} onChange={(e) => setWhole(e.target.checked)} />
            {say('aboutTheWholeDesign')}
          </label>
        )}
        <Refusal fault={fault} className="mt-1" />
        <Button
          type="submit"
          tone="main"
          className="mt-2"
          disabled={isLoading || !text.trim()}
          title="Ctrl Enter"
        >
          {say('sayIt')}
        </Button>
      </form>
    </aside>
  );
}
