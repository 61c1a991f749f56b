import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { Tab, TabGroup, TabList } from '@headlessui/react';
import { Copy, Download, Trash2 } from 'lucide-react';
import { freshSlug } from '@brelm/core/design';
import { DocumentError } from '@brelm/core/fields';
import { readSpec, type Spec, type SpecSide } from '@brelm/core/spec';
import type { StoredSpec } from '@brelm/contract';
import { reasonOf, useChangeSpecMutation, useRemoveSpecMutation } from '../store/api';
import { Panes, Button, IconButton, notify } from '../ui';
import { Affected } from './affected';
import { DrawingKey, SideDrawing } from './side-drawing';
import { SideFields } from './side-fields';
import { keepSpecDraft, useSpecDrafts } from './drafts';
import { DraftBehind } from './draft-behind';
import { SpecFields } from './spec-fields';
import { SpecHistory } from './spec-history';
import { apiAt } from '../platform/address';
import { say } from '../words/specs';

/** What is wrong with a spec as it is written now, by field. */
function faultsOf(spec: Spec): Map<string, string> {
  try {
    readSpec(spec);
    return new Map();
  } catch (error) {
    if (!(error instanceof DocumentError)) throw error;
    return new Map(error.faults.map((f) => [f.field, f.message]));
  }
}

/** One product: drawn to scale, with its fields beside the drawing. */
export function SpecPage({
  stored,
  ids,
  onCopy,
}: {
  stored: StoredSpec;
  ids: readonly string[];
  onCopy: (spec: Spec) => void;
}) {
  const navigate = useNavigate();
  const { id } = stored.document;
  const draft = useSpecDrafts().get(id);
  const spec = draft?.document ?? stored.document;
  const behind = draft !== undefined && draft.revision !== stored.revision;
  const setSpec = (document: Spec) => {
    const back = !behind && JSON.stringify(document) === JSON.stringify(stored.document);
    keepSpecDraft(id, back ? null : { revision: draft?.revision ?? stored.revision, document });
  };
  const [at, setAt] = useState(0);
  const [change, changing] = useChangeSpecMutation();
  const [remove] = useRemoveSpecMutation();
  const faults = useMemo(() => faultsOf(spec), [spec]);
  const changed = draft !== undefined;
  const side = spec.sides[Math.min(at, spec.sides.length - 1)];
  const setSide = (over: Partial<SpecSide>) =>
    setSpec({ ...spec, sides: spec.sides.map((s) => (s === side ? { ...s, ...over } : s)) });
  const save = () =>
    void change({ document: spec, revision: stored.revision })
      .unwrap()
      .then(
        () => {
          keepSpecDraft(id, null);
          notify('done', say('isSaved', { product: spec.product }));
        },
        (error: unknown) => notify('fault', reasonOf(error)),
      );
  const copy = () => {
    const [market, name] = spec.id.split('/');
    const own = `${market}/${freshSlug(`${name ?? spec.product} copy`, new Set(ids.map((i) => i.split('/')[1] ?? i)), 'copy')}`;
    onCopy({ ...spec, id: own, product: say('copy', { product: spec.product }) });
  };
  const addSide = () => {
    const id = freshSlug('back', new Set(spec.sides.map((s) => s.id)), 'side');
    setSpec({
      ...spec,
      sides: [...spec.sides, { ...side, id, name: id.charAt(0).toUpperCase() + id.slice(1) }],
    });
    setAt(spec.sides.length);
  };
  const file = (format: string) => apiAt(`spec-book/file?id=${encodeURIComponent(id)}&format=${format}`);
  const drawable = side.widthIn > 0 && side.heightIn > 0;

  return (
    <main className="flex h-full min-h-0 flex-col" aria-label={spec.product}>
      <div className="flex flex-wrap items-center gap-2 border-b border-line bg-card px-5 py-2.5">
        <div className="mr-auto min-w-0">
          <h1 className="truncate text-[20px] leading-tight">{spec.product}</h1>
          <p className="text-[12.5px] text-muted">
            {say('comparedState', {
              marketplace: spec.marketplace,
              checked: spec.checked,
              revision: stored.revision,
              isChanged: changed,
            })}
          </p>
        </div>
        {changed ? (
          <>
            {faults.size > 0 && (
              <span role="alert" className="text-[13px] text-rust">
                {say('fieldIsNotRight', { faults: faults.size })}
              </span>
            )}
            <Button onClick={() => keepSpecDraft(id, null)}>{say('discard')}</Button>
            <Button tone="main" disabled={faults.size > 0 || changing.isLoading} onClick={save}>
              {behind ? say('saveMineOverIt') : say('save')}
            </Button>
          </>
        ) : (
          <>
            <SpecHistory id={id} now={stored.document} onTake={(old) => setSpec({ ...old })} />
            <a href={file('yaml')} download className="text-[13px] text-spruce underline">
              <Download size={14} aria-hidden className="mr-1 inline" />
              YAML
            </a>
            <a href={file('json')} download className="text-[13px] text-spruce underline">
              JSON
            </a>
            <a
              href={apiAt(`spec-book/file?marketplace=${encodeURIComponent(spec.marketplace)}`)}
              download
              className="text-[13px] text-spruce underline"
            >
              {say('allOf', { marketplace: spec.marketplace })}
            </a>
            <Button onClick={copy}>
              <Copy size={14} aria-hidden />
              {say('copy2')}
            </Button>
            <IconButton
              label={say('takeOutOfTheBook', { product: spec.product })}
              onClick={() =>
                void remove(id)
                  .unwrap()
                  .then(
                    () => {
                      notify('done', say('isOutOfTheBook', { product: spec.product }));
                      void navigate('/specs');
                    },
                    (error: unknown) => notify('fault', reasonOf(error)),
                  )
              }
            >
              <Trash2 size={16} />
            </IconButton>
          </>
        )}
      </div>
      {behind && <DraftBehind now={stored} mine={spec} />}
      <Panes
        names={[say('drawing'), say('fields')]}
        start={0}
        className="grid grid-cols-[minmax(0,1fr)_372px]"
      >
        <section aria-label={say('drawing')} className="flex min-h-0 flex-col overflow-y-auto p-4">
          <div className="mb-2 flex items-center gap-1">
            <TabGroup selectedIndex={spec.sides.indexOf(side)} onChange={setAt}>
              <TabList aria-label={say('sides')} className="flex gap-1">
                {spec.sides.map((s, i) => (
                  <Tab
                    key={i}
                    className={`rounded-md px-2.5 py-1 font-medium ${s === side ? 'bg-line' : 'text-muted hover:text-ink'}`}
                  >
                    {s.name || s.id}
                  </Tab>
                ))}
              </TabList>
            </TabGroup>
            <button
              type="button"
              className="rounded-md px-2 py-1 text-[13px] text-spruce underline"
              onClick={addSide}
            >
              {say('addASide')}
            </button>
            {spec.sides.length > 1 && (
              <button
                type="button"
                className="rounded-md px-2 py-1 text-[13px] text-rust underline"
                onClick={() => {
                  setSpec({ ...spec, sides: spec.sides.filter((s) => s !== side) });
                  setAt(0);
                }}
              >
                {say('removeThisSide')}
              </button>
            )}
          </div>
          {drawable && (
            <div className="[&>svg]:h-auto [&>svg]:max-w-full">
              <SideDrawing
                side={side}
                width={590}
                height={560}
                label={say('inDrawnToScale', {
                  product: spec.product,
                  name: side.name,
                  widthIn: side.widthIn,
                  heightIn: side.heightIn,
                })}
              />
            </div>
          )}
          <div className="mt-2">
            <DrawingKey side={side} />
          </div>
          <Affected id={id} />
        </section>
        <aside aria-label={say('fields')} className="min-h-0 overflow-y-auto border-l border-line px-4 py-3">
          <SideFields
            side={side}
            prefix={`sides[${spec.sides.indexOf(side)}]`}
            faults={faults}
            onChange={setSide}
          />
          <SpecFields spec={spec} faults={faults} onChange={(over) => setSpec({ ...spec, ...over })} />
        </aside>
      </Panes>
    </main>
  );
}
