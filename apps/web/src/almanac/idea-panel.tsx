import { Redo2, Trash2, Undo2 } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { IDEA_STATES, type Idea, type IdeaState } from '@brelm/core/idea';
import { NICHES } from '@brelm/core/phrases';
import { reasonOf, useGarmentsQuery } from '../store/api';
import { useCreateDesignMutation } from '../store/design-documents-api';
import { useRemoveIdeaMutation, useSeasonsQuery } from '../store/almanac-api';
import { Button, dropNotice, IconButton, KEPT_WORDS, KeptNotes, notify, SelectField, TextBox } from '../ui';
import { useKeys } from '../keys';
import { tryOne } from '../workers/try-client';
import { dressedFor } from './dressed-for';
import { figuresFor } from './figures';
import { useMadeFor } from './made-for';
import { Pieces } from './pieces';
import { References } from './references';
import { useIdea } from './use-idea';
import { say } from '../words/almanac';

/** An idea that is open: what it says, what it is for, what it is made of, and what it came from. */
export function IdeaPanel({
  id,
  onGone,
  onChanged,
}: {
  id: string;
  onGone: () => void;
  onChanged: () => void;
}) {
  const open = useIdea(id);
  const { now: idea, fault, state } = open;
  // The list beside it shows what is saved, from the first save on: before that it is only being read itself.
  const before = useRef(state);
  useEffect(() => {
    if (state === 'saved' && before.current !== 'saved') onChanged();
    before.current = state;
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [state]);
  if (fault)
    return (
      <div className="p-6">
        <p className="mb-2">{fault}</p>
        <Button onClick={open.again}>{say('tryAgain')}</Button>
      </div>
    );
  if (!idea) return <p className="p-6 text-muted">{say('opening')}</p>;
  return <Opened id={id} idea={idea} open={open} onGone={onGone} />;
}

function Opened({
  id,
  idea,
  open,
  onGone,
}: {
  id: string;
  idea: Idea;
  open: ReturnType<typeof useIdea>;
  onGone: () => void;
}) {
  const { change, undo, redo, state } = open;
  const navigate = useNavigate();
  const { data: year } = useSeasonsQuery();
  const { data: library = [] } = useGarmentsQuery();
  const garments = library.filter((g) => !g.ground);
  const [remove] = useRemoveIdeaMutation();
  const [create] = useCreateDesignMutation();
  const [sure, setSure] = useState(false);
  const made = useMadeFor(idea.garment);
  const set = (part: Partial<Idea>, gesture?: string) => change((i) => ({ ...i, ...part }), gesture ?? null);
  useKeys({ undo, redo });
  const season = year?.seasons.find((s) => s.season.id === idea.season)?.season ?? null;
  const figure = idea.pieces.find((p) => p.kind === 'figure')?.words ?? '';
  const tryAddress = () => {
    const to = new URLSearchParams({ phrase: idea.phrase, figure, idea: id });
    if (idea.season) to.set('season', idea.season);
    if (idea.garment) to.set('garment', idea.garment);
    return `/almanac/try?${to.toString()}`;
  };
  const begin = async () => {
    const { on, choice, garment } = made;
    if (!on || !choice || !garment) return;
    const working = notify('working', say('layingItOut'));
    try {
      const wanted = idea.pieces.filter((p) => p.kind === 'figure' && p.words.trim());
      const figures = await Promise.all(
        wanted.map(async ({ words }) => [words, (await figuresFor(words, 1))[0]] as const),
      );
      const missing = figures.filter(([, f]) => !f).map(([words]) => words);
      const { design, picture } = await tryOne({
        on: { ...on, phrase: idea.phrase, figure: null },
        layout: { kind: 'pieces', idea, figures: figures.flatMap(([w, f]) => (f ? [[w, f]] : [])) },
        ...{ spec: choice.spec, side: choice.side, garment, width: 64 },
      });
      picture.close();
      const kept = await create(dressedFor(design, season?.name ?? null, idea)).unwrap();
      set({ design: kept.id, state: 'designed' });
      if (missing.length) notify('fault', say('theLibraryHasNoFigure', { missing: missing.join('”, “') }));
      void navigate(`/design/${kept.id}`);
    } catch (error) {
      notify('fault', reasonOf(error));
    } finally {
      dropNotice(working);
    }
  };
  return (
    <div className="flex h-full flex-col overflow-hidden rounded-md border border-line bg-card">
      <KeptNotes
        noun="idea"
        refused={open.refused}
        conflict={state === 'conflict'}
        onKeepMine={() =>
          void open.keepMine().then(
            (copy) => navigate(`/almanac/ideas/${copy}`),
            (e: Error) => notify('fault', e.message),
          )
        }
        onTakeOther={open.takeTheirs}
      />
      <div className="flex items-center gap-1 border-b border-line px-3 py-1.5">
        <span role="status" className="mr-auto text-[12.5px] text-muted">
          {KEPT_WORDS[state]}
        </span>
        <IconButton label={say('undo')} keys="Ctrl Z" disabled={!open.canUndo} onClick={undo}>
          <Undo2 size={15} />
        </IconButton>
        <IconButton label={say('redo')} keys="Ctrl Y" disabled={!open.canRedo} onClick={redo}>
          <Redo2 size={15} />
        </IconButton>
        {sure ? (
          <Button
            tone="danger"
            onClick={() =>
              void remove(id)
                .unwrap()
                .then(onGone, (e: unknown) => notify('fault', reasonOf(e)))
            }
          >
            {say('yesDeleteThisIdea')}
          </Button>
        ) : (
          <IconButton label={say('deleteTheIdea')} onClick={() => setSure(true)}>
            <Trash2 size={15} />
          </IconButton>
        )}
        <Link
          to={tryAddress()}
          aria-disabled={!idea.phrase.trim()}
          className={`inline-flex h-8 items-center rounded-md border border-edge px-3 text-[13px] font-medium hover:border-ink ${idea.phrase.trim() ? '' : 'pointer-events-none opacity-45'}`}
        >
          {say('tryItIn')}
        </Link>
        <Button
          tone="main"
          disabled={!made.on || idea.pieces.length === 0}
          title={idea.pieces.length === 0 ? say('itHasNoPiecesYet') : undefined}
          onClick={() => void begin()}
        >
          {say('beginTheDesign')}
        </Button>
      </div>
      <div className="grid min-h-0 flex-1 grid-cols-2 content-start gap-x-5 gap-y-4 overflow-y-auto p-3">
        <div className="flex flex-col gap-3">
          <TextBox
            label={say('phrase')}
            value={idea.phrase}
            onCommit={(phrase, gesture) => set({ phrase: phrase.slice(0, 300) }, gesture)}
          />
          <TextBox
            label={say('note')}
            lines={4}
            value={idea.note}
            onCommit={(note, gesture) => set({ note: note.slice(0, 20_000) }, gesture)}
          />
          <div className="grid grid-cols-2 gap-2">
            <SelectField
              label={say('season')}
              value={idea.season ?? ''}
              onChange={(e) => set({ season: e.target.value || null })}
            >
              <option value="">{say('none')}</option>
              {year?.seasons.map(({ season: s }) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
            </SelectField>
            <SelectField
              label={say('niche')}
              value={idea.niche ?? ''}
              onChange={(e) => set({ niche: e.target.value || null })}
            >
              <option value="">{say('none')}</option>
              {NICHES.map((n) => (
                <option key={n.id} value={n.id}>
                  {n.name}
                </option>
              ))}
            </SelectField>
            <SelectField
              label={say('garmentColour')}
              value={idea.garment ?? ''}
              onChange={(e) => {
                set({ garment: e.target.value || null });
                made.setGarment(e.target.value);
              }}
            >
              <option value="">{say('any')}</option>
              {garments.map((g) => (
                <option key={g.id} value={g.id}>
                  {g.name}
                </option>
              ))}
            </SelectField>
            <SelectField
              label={say('state')}
              value={idea.state}
              onChange={(e) => set({ state: e.target.value as IdeaState })}
            >
              {IDEA_STATES.map((s) => (
                <option key={s}>{s}</option>
              ))}
            </SelectField>
          </div>
          {idea.design && (
            <Link to={`/design/${idea.design}`} className="text-[13px] text-spruce underline">
              {say('openTheDesignThatIt')}
            </Link>
          )}
          <Pieces pieces={idea.pieces} onChange={(pieces, gesture) => set({ pieces }, gesture)} />
        </div>
        <References idea={idea} onChange={set} />
      </div>
    </div>
  );
}
