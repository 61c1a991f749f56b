import { lazy, Suspense, useEffect } from 'react';
import { createPortal } from 'react-dom';
import { MessageSquare } from 'lucide-react';
import { useAppSelector } from '../store';
import { useCommentsQuery } from '../store/together-api';
import { IconButton } from '../ui';
import { useKeys } from '../keys';
import { openComments, useOpenComments } from './comments-store';
import { say } from '../words/together';

const CommentsPanel = lazy(() => import('./comments-panel'));

/** Opens what is said of the design, and says how much of it is open. */
export function CommentsButton({ beside }: { beside: HTMLElement | null }) {
  const id = useAppSelector((s) => s.editor.id);
  const open = useOpenComments();
  const { data } = useCommentsQuery(id ?? '', { skip: id === null });
  const waiting = data?.filter((c) => !c.resolvedAt).length ?? 0;
  const toggle = () => openComments(open ? null : { finding: null });
  useKeys({ comments: toggle });
  // They belong to the design that is open.
  useEffect(() => () => openComments(null), [id]);
  return (
    <>
      <IconButton
        label={waiting ? say('commentsOpen', { waiting }) : say('comments')}
        keys="N"
        aria-expanded={open !== null}
        className="relative"
        onClick={toggle}
      >
        <MessageSquare size={16} />
        {waiting > 0 && (
          <span
            aria-hidden
            className="absolute -top-0.5 -right-0.5 min-w-[15px] rounded-full bg-spruce px-1 text-[10px] leading-[15px] font-semibold text-white"
          >
            {waiting}
          </span>
        )}
      </IconButton>
      {open &&
        id &&
        beside &&
        createPortal(
          <Suspense>
            <CommentsPanel open={open} />
          </Suspense>,
          beside,
        )}
    </>
  );
}
