import { X } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import Markdown from 'react-markdown';
import remarkGfm from 'remark-gfm';
import { useLocation } from 'react-router';
import { Button, IconButton } from '../ui';
import { openHelp, type OpenHelp } from './help-store';
import { anchorOf, PAGES, pageFor, pictureOf, textOf, type PageId } from './pages';
import { say } from '../words/help';

type Shown = { page: PageId; text: string } | { page: PageId; fault: true } | null;

/** A page of help, beside the work: that of the place, until another one is chosen. */
export default function HelpPanel({ open }: { open: OpenHelp }) {
  const { pathname } = useLocation();
  const page = open.page ?? pageFor(pathname);
  const [shown, setShown] = useState<Shown>(null);
  const [tries, setTries] = useState(0);
  const body = useRef<HTMLDivElement>(null);
  useEffect(() => {
    let over = false;
    textOf(page).then(
      (text) => over || setShown({ page, text }),
      () => over || setShown({ page, fault: true }),
    );
    return () => {
      over = true;
    };
  }, [page, tries]);
  const there = shown?.page === page && 'text' in shown;
  useEffect(() => {
    if (!there) return;
    const at = open.at === null ? null : body.current?.querySelector(`[id="help-${open.at}"]`);
    if (at) at.scrollIntoView({ block: 'start' });
    else body.current?.scrollTo({ top: 0 });
  }, [there, page, open.at]);
  return (
    <aside
      aria-label={say('help')}
      className={`absolute inset-y-0 z-40 flex w-[340px] max-w-full flex-col border-edge bg-card min-[1400px]:static min-[1400px]:shrink-0 min-[1400px]:border-r-0 min-[1400px]:border-l ${
        // Beside what is found, and not over it.
        /^\/(design|series)\/./.test(pathname) ? 'left-0 border-r' : 'right-0 border-l'
      }`}
      onKeyDown={(e) => {
        if (e.key === 'Escape' && !e.defaultPrevented) openHelp(null);
      }}
    >
      <div className="flex items-center gap-2 border-b border-line p-2 pl-3">
        <select
          aria-label={say('pageOfHelp')}
          className="field min-w-0 flex-1"
          value={page}
          onChange={(e) => openHelp({ page: e.target.value as PageId, at: null })}
        >
          {Object.entries(PAGES).map(([id, title]) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
        <IconButton label={say('closeHelp')} onClick={() => openHelp(null)}>
          <X size={16} aria-hidden />
        </IconButton>
      </div>
      <div
        ref={body}
        tabIndex={0}
        role="region"
        aria-label={PAGES[page]}
        className="help min-h-0 flex-1 overflow-y-auto px-4 py-3"
      >
        {there ? (
          <Markdown remarkPlugins={[remarkGfm]} components={PIECES}>
            {shown.text}
          </Markdown>
        ) : shown && 'fault' in shown ? (
          <div role="alert">
            <p>{say('thisPageCouldNotBe')}</p>
            <Button className="mt-2" onClick={() => setTries((n) => n + 1)}>
              {say('tryAgain')}
            </Button>
          </div>
        ) : (
          <p className="text-muted">{say('looking')}</p>
        )}
      </div>
    </aside>
  );
}

const headingText = (children: React.ReactNode): string => (typeof children === 'string' ? children : '');

const PIECES = {
  h2: ({ children }: { children?: React.ReactNode }) => (
    <h2 id={`help-${anchorOf(headingText(children))}`}>{children}</h2>
  ),
  img: ({ src, alt }: { src?: string | Blob; alt?: string }) => (
    <Picture named={String(src)} alt={alt ?? ''} />
  ),
};

function Picture({ named, alt }: { named: string; alt: string }) {
  const [url, setUrl] = useState<string>();
  useEffect(() => {
    let over = false;
    void pictureOf(named).then((found) => over || setUrl(found));
    return () => {
      over = true;
    };
  }, [named]);
  // A drawing is small and says all that it has to say.
  if (url && named.endsWith('.svg')) return <img src={url} alt={alt} className="!border-0" />;
  return url ? (
    <a href={url} target="_blank" rel="noreferrer" title={say('largerInAWindowOf')}>
      <img src={url} alt={alt} />
    </a>
  ) : null;
}
