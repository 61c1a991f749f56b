import { useMemo, useRef, useState } from 'react';
import { NavLink, useNavigate, useParams } from 'react-router';
import { Plus } from 'lucide-react';
import { SPEC_VERSION, type Spec } from '@brelm/core/spec';
import { freshSlug } from '@brelm/core/design';
import type { StoredSpec } from '@brelm/contract';
import { reasonOf, useAddSpecMutation, useSpecBookQuery } from '../store/api';
import { Panes, Button, FileButton, notify } from '../ui';
import { useKeys } from '../keys';
import { BringInDialog } from './bring-in-dialog';
import { useSpecDrafts } from './drafts';
import { SpecPage } from './spec-page';
import { region } from '../words/language';
import { say } from '../words/specs';

/** A spec to begin a new one with. */
const blankSpec = (taken: ReadonlySet<string>): Spec => ({
  format: 'brelm-spec',
  version: SPEC_VERSION,
  id: `own/${freshSlug('new product', new Set([...taken].map((id) => id.replace(/^own\//, ''))), 'product')}`,
  marketplace: say('myMarketplace'),
  product: say('newProduct'),
  blank: 'tee',
  kind: 'shirt',
  sides: [
    {
      id: 'front',
      name: say('front'),
      widthIn: 12,
      heightIn: 16,
      widthPx: 3600,
      heightPx: 4800,
      dpi: 300,
      safeIn: { left: 0.5, top: 0.5, right: 0.5, bottom: 0.5 },
    },
  ],
  formats: ['png'],
  background: 'transparent',
  maxBytes: 25_000_000,
  colourSpace: 'srgb',
  leastDpi: 150,
  perColour: true,
  sources: [],
  checked: new Date().toISOString().slice(0, 10),
});

const byMarketplace = (specs: readonly StoredSpec[]): [string, StoredSpec[]][] => {
  const groups = new Map<string, StoredSpec[]>();
  for (const s of specs) {
    const list = groups.get(s.document.marketplace);
    if (list) list.push(s);
    else groups.set(s.document.marketplace, [s]);
  }
  return [...groups].sort(([a], [b]) => a.localeCompare(b, region()));
};

/** What each marketplace asks for each product: drawn, edited, brought in and given out as files. */
export function SpecBook() {
  const { '*': id = '' } = useParams();
  const navigate = useNavigate();
  const book = useSpecBookQuery();
  const drafts = useSpecDrafts();
  const [words, setWords] = useState('');
  const [file, setFile] = useState<File | null>(null);
  const [add] = useAddSpecMutation();
  const search = useRef<HTMLInputElement>(null);
  useKeys({ search: [() => search.current?.focus(), say('searchTheSpecBook')] });
  const all = useMemo(() => book.data ?? [], [book.data]);
  const shown = useMemo(() => {
    const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
    return all.filter(({ document: d }) => {
      const text = `${d.marketplace} ${d.product} ${d.blank} ${d.kind}`.toLowerCase();
      return wanted.every((w) => text.includes(w));
    });
  }, [all, words]);
  const chosen = all.find((s) => s.document.id === id) ?? (id ? undefined : all[0]);

  const make = (document: Spec) =>
    void add(document)
      .unwrap()
      .then(
        (made) => void navigate(`/specs/${made.document.id}`),
        (error: unknown) => notify('fault', reasonOf(error)),
      );

  return (
    <Panes
      names={[say('products'), say('spec')]}
      shown={id ? 1 : 0}
      className="grid h-full grid-cols-[270px_minmax(0,1fr)]"
    >
      <aside aria-label={say('products')} className="flex min-h-0 flex-col border-r border-line">
        <div className="flex flex-col gap-2 border-b border-line p-3">
          <input
            ref={search}
            type="search"
            aria-label={say('searchTheSpecBook')}
            placeholder={say('search')}
            className="field"
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
          <div className="flex gap-2">
            <Button onClick={() => make(blankSpec(new Set(all.map((s) => s.document.id))))}>
              <Plus size={15} aria-hidden />
              {say('new2')}
            </Button>
            <FileButton accept=".yaml,.yml,.json" testId="spec-file" onFiles={(files) => setFile(files[0])}>
              {say('bringInDots')}
            </FileButton>
          </div>
        </div>
        <nav aria-label={say('specs')} className="min-h-0 flex-1 overflow-y-auto p-2">
          {book.error ? (
            <div role="alert" className="p-2 text-rust">
              {reasonOf(book.error)}
              <Button className="mt-2" onClick={() => void book.refetch()}>
                {say('tryAgain')}
              </Button>
            </div>
          ) : book.data && shown.length === 0 ? (
            <p className="p-2 text-muted">
              {words ? say('noProductIsCalledThat') : say('theBookIsEmptyMake')}
            </p>
          ) : (
            byMarketplace(shown).map(([marketplace, specs]) => (
              <section key={marketplace} className="mb-3">
                <h2 className="heading px-2 py-1">{marketplace}</h2>
                <ul>
                  {specs.map(({ document: d, own }) => (
                    <li key={d.id}>
                      <NavLink
                        to={`/specs/${d.id}`}
                        aria-current={chosen?.document.id === d.id ? 'page' : undefined}
                        className={`flex items-baseline gap-2 rounded-md border px-2 py-0.5 ${chosen?.document.id === d.id ? 'border-edge bg-card' : 'border-transparent hover:border-line'}`}
                      >
                        <span className="min-w-0 flex-1 truncate" title={d.product}>
                          {d.product}
                        </span>
                        {drafts.has(d.id) ? (
                          <span className="text-[11.5px] text-rust">{say('unsaved')}</span>
                        ) : (
                          own && <span className="text-[11.5px] text-muted">{say('yours')}</span>
                        )}
                        <span className="text-[12px] whitespace-nowrap text-muted tabular-nums">
                          {Number(d.sides[0].widthIn.toFixed(2))} × {Number(d.sides[0].heightIn.toFixed(2))}
                        </span>
                      </NavLink>
                    </li>
                  ))}
                </ul>
              </section>
            ))
          )}
        </nav>
      </aside>
      {chosen ? (
        <SpecPage
          key={chosen.document.id}
          stored={chosen}
          ids={all.map((s) => s.document.id)}
          onCopy={make}
        />
      ) : (
        <main className="p-8 text-muted">
          {book.isLoading
            ? say('opening')
            : id
              ? say('thereIsNoProductIn', { id })
              : say('chooseAProductOnThe')}
        </main>
      )}
      {file && <BringInDialog file={file} onClose={() => setFile(null)} />}
    </Panes>
  );
}
