import { useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import type { Garment } from '@brelm/core/colour';
import { readStyle } from '@brelm/core/design';
import { PLAIN_STYLES, takesWords, type ComposedFigure } from '@brelm/core/idea';
import { safeBox } from '@brelm/core/spec';
import type { StoredIdea } from '@brelm/contract';
import { paintGarment } from '../platform/garment-paint';
import { reasonOf, useSpecsQuery, useStylesQuery } from '../store/api';
import { useCreateDesignMutation, useStartersQuery } from '../store/design-documents-api';
import { useSaveIdeaMutation, useSeasonsQuery } from '../store/almanac-api';
import { Button, notify, SelectField, SeverityMark, VerdictMark } from '../ui';
import { useSettled } from '../ui/use-settled';
import type { Tried } from '../workers/try-client';
import { dressedFor } from './dressed-for';
import { figuresFor, figuresForPhrase } from './figures';
import { useMadeFor } from './made-for';
import { useTried, type Layout, type Tile } from './use-tried';
import { readAt } from '../platform/asked-again';
import { toldWords } from '../words/told';
import { say } from '../words/almanac';

/** Compositions at once. */
const DOZEN = 12;
/** Different figures among them. */
const FIGURES = 4;

/** A composition's picture on its garment. */
function Picture({ tried, garment, label }: { tried: Tried; garment: Garment; label: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { picture } = tried;
  useEffect(() => {
    // One that was given up has no size any more.
    if (!picture.width) return;
    const context = canvas.current!.getContext('2d')!;
    canvas.current!.width = picture.width;
    canvas.current!.height = picture.height;
    paintGarment(context, garment, 0, 0, picture.width, picture.height);
    context.drawImage(picture, 0, 0);
  }, [picture, garment]);
  return <canvas ref={canvas} role="img" aria-label={label} className="block w-full" />;
}

function Verdict({ tried, garment }: { tried: Tried; garment: Garment }) {
  const [worst] = [...tried.findings].sort(
    (a, b) => Number(b.severity === 'stop') - Number(a.severity === 'stop'),
  );
  if (!worst)
    return (
      <span className="flex items-center gap-1">
        <VerdictMark verdict="reads" size={13} /> {say('nothingWrongOn', { name: garment.name })}
      </span>
    );
  return (
    <span className="flex min-w-0 items-center gap-1" title={tried.findings.map(toldWords).join('\n')}>
      <SeverityMark severity={tried.stops ? 'stop' : 'watch'} size={13} />
      <span className="truncate">{toldWords(worst)}</span>
    </span>
  );
}

function Composition({
  tile,
  garment,
  onTake,
}: {
  tile: Tile;
  garment: Garment;
  onTake: (tried: Tried) => void;
}) {
  if ('waiting' in tile)
    return (
      <div className="grid aspect-[5/6] place-items-center rounded-md border border-line bg-card text-[13px] text-muted">
        {tile.name}…
      </div>
    );
  if ('fault' in tile)
    return (
      <div className="grid aspect-[5/6] place-items-center rounded-md border border-rust bg-card p-3 text-center text-[13px]">
        {say('couldNotBeLaidOut', { name: tile.name, fault: tile.fault })}
      </div>
    );
  const { tried } = tile;
  return (
    <button
      type="button"
      className="block w-full overflow-hidden rounded-md border border-line bg-card text-left hover:border-ink"
      onClick={() => onTake(tried)}
    >
      <span className="sr-only">{say('makeADesignOf', { name: tile.name })}</span>
      <span className="block" aria-hidden>
        <Picture
          tried={tried}
          garment={garment}
          label={say('on', { name: tile.name, name2: garment.name })}
        />
      </span>
      <span className="block px-2 py-1.5 text-[12.5px]">
        <span className="block truncate font-medium" aria-hidden>
          {tile.name}
        </span>
        <Verdict tried={tried} garment={garment} />
      </span>
    </button>
  );
}

/** Figures that are shown: for what is asked for, else for the phrase's own words. */
function useFigures(phrase: string, asked: string) {
  const [found, setFound] = useState<{ key: string; figures: ComposedFigure[] } | null>(null);
  const key = `${asked}\n${asked ? '' : phrase}`;
  useEffect(() => {
    const abort = new AbortController();
    const looked =
      asked === '-'
        ? Promise.resolve([])
        : asked
          ? figuresFor(asked, FIGURES, abort.signal)
          : figuresForPhrase(phrase, FIGURES, abort.signal);
    looked.then(
      (figures) => setFound({ key, figures }),
      // Without figures it can be tried all the same.
      () => abort.signal.aborted || setFound({ key, figures: [] }),
    );
    return () => abort.abort();
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  return found?.key === key ? found.figures : null;
}

/** A dozen compositions of a phrase on the chosen garment, each proofed; one press makes a design of one. */
export function TryItIn() {
  const [params, setParams] = useSearchParams();
  const [typed, setTyped] = useState(params.get('phrase') ?? '');
  const [figure, setFigure] = useState(params.get('figure') ?? '');
  const [shown, setShown] = useState(DOZEN);
  const phrase = useSettled(typed).trim();
  const figureWords = useSettled(figure).trim();
  const ideaId = params.get('idea');
  const seasonId = params.get('season');
  const navigate = useNavigate();
  const { data: specs } = useSpecsQuery();
  const { data: starters } = useStartersQuery();
  const { data: styles } = useStylesQuery();
  const { data: year } = useSeasonsQuery();
  const [create, { isLoading: making }] = useCreateDesignMutation();
  const [saveIdea] = useSaveIdeaMutation();
  const made = useMadeFor(params.get('garment'));
  const { choice, garment, on, offered } = made;
  const figures = useFigures(phrase, figureWords);
  useEffect(() => {
    setParams(
      (now) => {
        const to = new URLSearchParams(now);
        to.set('phrase', phrase);
        to.set('figure', figureWords);
        return to;
      },
      { replace: true },
    );
  }, [phrase, figureWords, setParams]);

  const layouts = useMemo((): Layout[] | null => {
    if (!starters || !styles || !specs) return null;
    const sides = new Map(specs.map((s) => [s.id, s]));
    const onStarters = starters
      .filter((s) => takesWords(s.document))
      .map(({ id, document }): Layout => {
        const { board } = document;
        const side = sides.get(board.spec)?.sides.find((x) => x.id === board.side);
        const frame = side ? safeBox(side) : { left: 0, top: 0, right: board.width, bottom: board.height };
        return {
          ...{ id: `starter ${id}`, name: document.name },
          layout: { kind: 'starter', starter: document, frame },
          figure: document.parts.some((p) => p.kind === 'motif' && p.slot === 'figure'),
        };
      });
    const inStyles = styles.flatMap(({ id, name, document }, i): Layout[] => {
      const style = readStyle(document);
      // Every other one by lettering alone: that is how many sell.
      return style
        ? [{ id: `style ${id}`, name, layout: { kind: 'style', style }, figure: i % 2 === 0 }]
        : [];
    });
    // Turn about, so that each dozen has some of both.
    const out: Layout[] = [];
    for (let i = 0; i < Math.max(onStarters.length, inStyles.length); i++)
      out.push(...[onStarters[i], inStyles[i]].filter(Boolean));
    // A shop without styles of its own has a dozen, too.
    for (const { name, style } of PLAIN_STYLES)
      if (out.length < DOZEN)
        out.push({ id: `plain ${name}`, name, layout: { kind: 'style', style }, figure: true });
    return out;
  }, [starters, styles, specs]);

  const key = on && JSON.stringify(on);
  const asked = useMemo(() => {
    if (!layouts || !figures || !on || !choice || !garment || !phrase) return null;
    return {
      ...{ layouts: layouts.slice(0, shown), figures },
      request: { on: { ...on, phrase, figure: null }, spec: choice.spec, side: choice.side, garment },
    };
    // What it is made for is the same while it says the same.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [layouts, figures, key, phrase, shown]);
  const { tiles, seconds } = useTried(asked);

  const take = async ({ design }: Tried) => {
    try {
      const idea = ideaId
        ? ((await (await readAt(`ideas/${ideaId}`)).json()) as StoredIdea & { message?: string })
        : null;
      const season = year?.seasons.find((s) => s.season.id === seasonId)?.season.name ?? null;
      const kept = await create(dressedFor(design, season, idea?.document ?? null)).unwrap();
      if (idea?.document)
        // The design is there, whether or not the note of it could be kept.
        await saveIdea({
          ...{ id: idea.id, revision: idea.revision },
          document: { ...idea.document, design: kept.id, state: 'designed' },
        })
          .unwrap()
          .catch((e: unknown) => notify('fault', say('theIdeaWasNotMarked', { reason: reasonOf(e) })));
      void navigate(`/design/${kept.id}`);
    } catch (error) {
      notify('fault', reasonOf(error));
    }
  };
  const done = tiles.filter((t) => !('waiting' in t)).length;
  return (
    <div className="flex h-full flex-col">
      <div className="mb-3 flex flex-wrap items-end gap-3">
        <label className="block min-w-64 flex-1">
          <span className="block text-[11.5px] text-muted">{say('phrase')}</span>
          <input
            className="field"
            autoFocus
            maxLength={300}
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
          />
        </label>
        <label className="block w-44">
          <span className="block text-[11.5px] text-muted">{say('figureForNone')}</span>
          <input
            className="field"
            placeholder={say('afterTheWords')}
            maxLength={80}
            value={figure}
            onChange={(e) => setFigure(e.target.value)}
          />
        </label>
        {choice && (
          <SelectField
            label={say('product')}
            value={choice.key}
            onChange={(e) => made.setProduct(e.target.value)}
          >
            {made.choices.map((c) => (
              <option key={c.key} value={c.key}>
                {c.spec.marketplace}, {c.spec.product}
                {c.spec.sides.length > 1 && `, ${c.side.name}`}
              </option>
            ))}
          </SelectField>
        )}
        {garment && (
          <SelectField
            label={say('colour')}
            value={garment.id}
            onChange={(e) => made.setGarment(e.target.value)}
          >
            {offered.map((g) => (
              <option key={g.id} value={g.id}>
                {g.name}
              </option>
            ))}
          </SelectField>
        )}
      </div>
      <p role="status" data-seconds={seconds ?? undefined} className="mb-2 text-[13px] text-muted">
        {!phrase
          ? say('typeAPhraseToSee')
          : done < tiles.length || !figures
            ? say('layingItOutOf', { done, tiles: tiles.length || DOZEN })
            : say('compositionsEachProofedOnChoose', { tiles: tiles.length, name: garment?.name })}
      </p>
      <div aria-busy={making} className="min-h-0 flex-1 overflow-y-auto pb-4">
        <ul
          aria-label={say('compositions')}
          className="grid grid-cols-6 gap-3 max-[1150px]:grid-cols-5 max-[900px]:grid-cols-4"
        >
          {garment &&
            phrase &&
            tiles.map((tile) => (
              <li key={tile.id}>
                <Composition tile={tile} garment={garment} onTake={(tried) => void take(tried)} />
              </li>
            ))}
        </ul>
        {layouts && shown < layouts.length && done === tiles.length && phrase && (
          <Button className="mt-3" onClick={() => setShown(shown + DOZEN)}>
            {say('more2', { dozen: Math.min(DOZEN, layouts.length - shown) })}
          </Button>
        )}
      </div>
    </div>
  );
}
