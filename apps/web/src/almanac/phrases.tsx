import { Lock, LockOpen, X } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { newIdea } from '@brelm/core/idea';
import {
  FAMILIES,
  MOODS,
  NICHES,
  phraseKey,
  WORD_CLASSES,
  type Family,
  type Mood,
  type Phrase,
  type PhraseWish,
  type Slot,
  type WordClass,
} from '@brelm/core/phrases';
import { reasonOf } from '../store/api';
import { useCreateIdeaMutation, useDesignNamesQuery, useSeasonsQuery } from '../store/almanac-api';
import { useProtectedWordsQuery } from '../store/listings-api';
import { Panes, Button, notify, SelectField, SeverityMark, WorkFaultNote } from '../ui';
import { NotWanted } from '../workers/hand';
import { phrasesFor } from '../workers/phrases-client';
import { say } from '../words/almanac';

/** Phrases at once. */
const PAGE = 24;
const LENGTHS = [
  ['1 12', say('ofAnyLength')],
  ['1 4', say('upTo4Words')],
  ['4 7', say('n4To7Words')],
  ['7 12', say('n7WordsAndMore')],
] as const;
const CLASS_WORDS: Readonly<Partial<Record<WordClass, string>>> = {
  ...{
    creature: say('aCreature'),
    thing: say('aThing'),
    stuff: say('stuffOrManyOfThem'),
    place: say('aPlace'),
  },
  ...{
    person: say('aPerson'),
    food: say('food'),
    quality: say('aQuality'),
    do: say('somethingDone'),
    time: say('aTime'),
  },
};

type Wish = Omit<PhraseWish, 'seed' | 'count' | 'niche'> & { niche: string };

/** The niche that has a word, and the word's class; null where none has it. */
function nicheOf(words: string): { niche: string; slot: Slot } | null {
  const asked = words.toLowerCase().trim();
  for (const niche of NICHES)
    for (const c of WORD_CLASSES) {
      if (c === 'chore' || c === 'fuss') continue;
      const word = niche.words[c].find((w) => asked === w || asked.split(' ').includes(w));
      if (word) return { niche: niche.id, slot: { class: c, word } };
    }
  return null;
}

/** What an address asks for: a phrase that somebody looks for, or a season's words. */
function firstWish(about: string | null, seasonWords: readonly string[]): Wish {
  const plain: Wish = {
    ...{ niche: NICHES[0].id, mood: null, words: [1, 12], families: [], locks: [], like: null },
  };
  for (const words of about ? [about] : seasonWords) {
    const found = nicheOf(words);
    if (found) return { ...plain, niche: found.niche, locks: about ? [found.slot] : [] };
  }
  return about ? { ...plain, locks: [{ class: 'thing', word: about.toLowerCase() }] } : plain;
}

/** Phrases as they are made: the first page of a wish, and further ones. */
function usePhrases(wish: Wish) {
  const designs = useDesignNamesQuery();
  const guarded = useProtectedWordsQuery();
  const own = designs.data?.names;
  const protectedWords = guarded.data;
  // Without the words of others nothing is offered: somebody would print it.
  const missing = (designs.isError && designs.error) || (guarded.isError && guarded.error);
  const [pages, setPages] = useState<Phrase[][]>([]);
  const [state, setState] = useState<'working' | 'done' | { fault: string }>('working');
  const [turn, setTurn] = useState({ wish, page: 0, attempt: 0 });
  const shown = useRef<Phrase[][]>([]);
  if (turn.wish !== wish) setTurn({ wish, page: 0, attempt: 0 });
  useEffect(() => {
    if (!protectedWords || !own) return;
    const abort = new AbortController();
    const before = shown.current.slice(0, turn.page);
    setState('working');
    phrasesFor(
      {
        wish: {
          ...{ ...turn.wish, niche: NICHES.find((n) => n.id === turn.wish.niche)! },
          ...{ seed: 1 + turn.page, count: PAGE },
        },
        ...{ own, protectedWords },
        seen: before.flat().map((p) => phraseKey(p.text)),
      },
      abort.signal,
    ).then(
      (made) => {
        shown.current = [...before, made];
        setPages(shown.current);
        setState('done');
      },
      (reason: Error) => reason instanceof NotWanted || setState({ fault: reason.message }),
    );
    return () => abort.abort();
  }, [turn, own, protectedWords]);
  return {
    pages,
    state: missing ? { fault: reasonOf(missing) } : state,
    more: () => setTurn((t) => ({ ...t, page: t.page + 1 })),
    again: () => {
      if (designs.isError) void designs.refetch();
      if (guarded.isError) void guarded.refetch();
      setTurn((t) => ({ ...t, attempt: t.attempt + 1 }));
    },
  };
}

function Score({ phrase: { score } }: { phrase: Phrase }) {
  const said = say('rhythmLengthFreshnessOf100', {
    rhythm: Math.round(score.rhythm * 100),
    score: Math.round(score.length * 100),
    fresh: Math.round(score.fresh * 100),
  });
  return (
    <span className="flex w-16 items-center gap-1" title={said}>
      <span className="sr-only">{said}</span>
      <span aria-hidden className="h-1.5 flex-1 rounded-full bg-line">
        <span className="block h-full rounded-full bg-spruce" style={{ width: `${score.total * 100}%` }} />
      </span>
    </span>
  );
}

/** Phrases by niche, mood, length and kind; a word locked, more like one, kept as an idea, tried as artwork. */
export function Phrases() {
  const [params] = useSearchParams();
  const about = params.get('about');
  const seasonId = params.get('season');
  const { data } = useSeasonsQuery();
  const season = data?.seasons.find((s) => s.season.id === seasonId)?.season;
  if (seasonId && !data) return <p className="text-muted">{say('opening')}</p>;
  return (
    <Opened
      key={`${about} ${seasonId}`}
      first={firstWish(about, season?.words ?? [])}
      season={season ? { id: season.id, name: season.name } : null}
    />
  );
}

function Opened({ first, season }: { first: Wish; season: { id: string; name: string } | null }) {
  const [wish, setWish] = useState(first);
  const { pages, state, more, again } = usePhrases(wish);
  const [create] = useCreateIdeaMutation();
  const navigate = useNavigate();
  const [kept, setKept] = useState<ReadonlySet<string>>(new Set());
  const [word, setWord] = useState('');
  const [wordClass, setWordClass] = useState<WordClass>('creature');
  const set = (part: Partial<Wish>) => setWish((w) => ({ ...w, ...part }));
  const niche = NICHES.find((n) => n.id === wish.niche)!;
  const isLocked = (s: Slot) => wish.locks.some((l) => l.class === s.class && l.word === s.word);
  const lock = (s: Slot) =>
    set({
      locks: isLocked(s)
        ? wish.locks.filter((l) => l.word !== s.word || l.class !== s.class)
        : [...wish.locks, s],
    });
  const own = () => {
    const said = word.trim().toLowerCase();
    if (!said) return;
    setWord('');
    lock({ class: wordClass, word: said });
  };
  const idea = (p: Phrase) =>
    newIdea({
      ...{ phrase: p.text, niche: p.niche, season: season?.id ?? null },
      pieces: p.slots
        .filter((s) => s.class === 'creature' || s.class === 'thing')
        .slice(0, 1)
        .map((s) => ({ kind: 'figure' as const, words: s.word })),
    });
  const keep = (p: Phrase) =>
    void create(idea(p))
      .unwrap()
      .then(
        () => {
          setKept((k) => new Set([...k, p.text]));
          notify('done', say('isKeptAmongTheIdeas', { text: p.text }));
        },
        (e: unknown) => notify('fault', reasonOf(e)),
      );
  const figureOf = (p: Phrase) =>
    p.slots.find((s) => s.class === 'creature')?.word ?? p.slots.find((s) => s.class === 'thing')?.word ?? '';
  const tryIt = (p: Phrase) => {
    const to = new URLSearchParams({ phrase: p.text, figure: figureOf(p) });
    if (season) to.set('season', season.id);
    void navigate(`/almanac/try?${to.toString()}`);
  };
  const all = useMemo(() => pages.flat(), [pages]);
  const short = state === 'done' && (pages.at(-1)?.length ?? 0) < PAGE;
  return (
    <Panes names={[say('wanted'), say('phrases')]} className="flex h-full gap-5 pb-4">
      <form
        aria-label={say('whatPhrasesAreWanted')}
        className="flex w-60 shrink-0 flex-col gap-3 overflow-y-auto pr-1"
        onSubmit={(e) => e.preventDefault()}
      >
        <SelectField
          label={say('niche')}
          value={wish.niche}
          onChange={(e) => set({ niche: e.target.value, like: null, locks: [] })}
        >
          {NICHES.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </SelectField>
        <SelectField
          label={say('mood')}
          value={wish.mood ?? ''}
          onChange={(e) => set({ mood: (e.target.value || null) as Mood | null })}
        >
          <option value="">{say('any')}</option>
          {MOODS.map((m) => (
            <option key={m}>{m}</option>
          ))}
        </SelectField>
        <SelectField
          label={say('length')}
          value={wish.words.join(' ')}
          onChange={(e) => set({ words: e.target.value.split(' ').map(Number) as [number, number] })}
        >
          {LENGTHS.map(([value, said]) => (
            <option key={value} value={value}>
              {said}
            </option>
          ))}
        </SelectField>
        <fieldset>
          <legend className="text-[11.5px] text-muted">{say('kindsAllWhereNoneIs')}</legend>
          <div className="mt-0.5 flex flex-wrap gap-1">
            {FAMILIES.map((f: Family) => (
              <button
                key={f}
                type="button"
                aria-pressed={wish.families.includes(f)}
                className={`rounded-full border px-2 text-[12.5px] ${wish.families.includes(f) ? 'border-spruce bg-spruce text-card' : 'border-line hover:border-edge'}`}
                onClick={() =>
                  set({
                    families: wish.families.includes(f)
                      ? wish.families.filter((x) => x !== f)
                      : [...wish.families, f],
                  })
                }
              >
                {f}
              </button>
            ))}
          </div>
        </fieldset>
        <fieldset>
          <legend className="text-[11.5px] text-muted">{say('wordsThatStandInEach')}</legend>
          <ul className="flex flex-wrap gap-1">
            {wish.locks.map((l) => (
              <li key={`${l.class} ${l.word}`}>
                <button
                  type="button"
                  className="inline-flex items-center gap-1 rounded-full border border-spruce bg-spruce/10 px-2 text-[12.5px]"
                  aria-label={say('unlock', { word: l.word })}
                  onClick={() => lock(l)}
                >
                  <Lock size={11} aria-hidden />
                  {l.word}
                  <X size={11} aria-hidden />
                </button>
              </li>
            ))}
          </ul>
          <div className="mt-1 flex flex-col gap-1">
            <input
              aria-label={say('aWordOfYourOwn')}
              className="field"
              placeholder={say('aWordOfYourOwn2')}
              maxLength={40}
              value={word}
              onChange={(e) => setWord(e.target.value)}
              onKeyDown={(e) => {
                if (e.key !== 'Enter') return;
                e.preventDefault();
                own();
              }}
            />
            <div className="flex gap-1">
              <select
                aria-label={say('whatTheWordIs')}
                className="field"
                value={wordClass}
                onChange={(e) => setWordClass(e.target.value as WordClass)}
              >
                {Object.entries(CLASS_WORDS).map(([c, said]) => (
                  <option key={c} value={c}>
                    {said}
                  </option>
                ))}
              </select>
              <Button className="!h-7" onClick={own}>
                {say('lock2')}
              </Button>
            </div>
          </div>
        </fieldset>
        {season && <p className="text-[13px]">{say('forWhatYouKeepOr', { name: season.name })}</p>}
      </form>
      <section
        aria-label={say('phrases')}
        aria-busy={state === 'working'}
        className="min-h-0 min-w-0 flex-1 overflow-y-auto"
      >
        {wish.like && (
          <p className="mb-2 flex items-center gap-2 text-[13px]">
            {say('moreLike', { text: wish.like.text })}
            <Button className="!h-6" onClick={() => set({ like: null })}>
              {say('allOf', { name: niche.name })}
            </Button>
          </p>
        )}
        {typeof state === 'object' && (
          <WorkFaultNote what={say('phrasesCouldNotBeMade')} reason={state.fault} onAgain={again} />
        )}
        <ul className="rounded-md border border-line bg-card">
          {all.map((p) => (
            <li
              key={p.text}
              className="group flex items-center gap-3 border-t border-line px-3 py-1.5 first:border-0"
            >
              <div className="min-w-0 flex-1">
                <p className="font-display text-[17px] leading-snug break-words">{p.text}</p>
                {(p.protectedWords.length > 0 || p.doubts.length > 0) && (
                  <p className="flex items-center gap-1 text-[12.5px]">
                    <SeverityMark severity={p.protectedWords.length ? 'stop' : 'watch'} size={12} />
                    {p.protectedWords.length
                      ? say('somebodyElseHasTheRight', { protectedWords: p.protectedWords.join('”, “') })
                      : say('noDictionaryHas', { doubts: p.doubts.join('”, “') })}
                  </p>
                )}
              </div>
              <span className="flex max-w-44 flex-wrap justify-end gap-1">
                {p.slots.slice(0, 3).map((s) => (
                  <button
                    key={`${s.class} ${s.word}`}
                    type="button"
                    className="inline-flex items-center gap-0.5 rounded-full border border-line px-1.5 text-[11.5px] text-muted hover:border-ink hover:text-ink"
                    aria-label={isLocked(s) ? say('unlock', { word: s.word }) : say('lock', { word: s.word })}
                    onClick={() => lock(s)}
                  >
                    {isLocked(s) ? <Lock size={10} aria-hidden /> : <LockOpen size={10} aria-hidden />}
                    {s.word}
                  </button>
                ))}
              </span>
              <Score phrase={p} />
              <Button
                className="!h-7 !px-2"
                aria-label={say('moreLikeIt', { text: p.text })}
                onClick={() => set({ like: p, families: [], locks: [] })}
              >
                {say('moreLikeIt2')}
              </Button>
              <Button
                className="!h-7 !px-2"
                disabled={kept.has(p.text)}
                aria-label={
                  kept.has(p.text) ? say('isKept', { text: p.text }) : say('keep', { text: p.text })
                }
                onClick={() => keep(p)}
              >
                {kept.has(p.text) ? say('kept') : say('keep2')}
              </Button>
              <Button
                tone="main"
                className="!h-7 !px-2"
                aria-label={say('tryItInArtwork', { text: p.text })}
                onClick={() => tryIt(p)}
              >
                {say('tryItIn')}
              </Button>
            </li>
          ))}
        </ul>
        <p role="status" className="my-3 flex items-center gap-3 text-[13px] text-muted">
          {state === 'working'
            ? say('thinkingOfSome')
            : state === 'done' && all.length === 0
              ? say('nothingFitsAllOfThis')
              : short && all.length > 0 && say('thereAreNoMoreOf')}
          {state === 'done' && !short && <Button onClick={more}>{say('more')}</Button>}
        </p>
      </section>
    </Panes>
  );
}
