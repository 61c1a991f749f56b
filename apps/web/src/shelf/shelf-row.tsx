import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { differenceInSeconds, formatDistanceToNowStrict, parseISO } from 'date-fns';
import { Archive, ArchiveRestore, Copy } from 'lucide-react';
import type { Garment } from '@brelm/core/colour';
import { DUE_DAYS } from '@brelm/core/standing';
import { seenOn, judgedColours, nounOf, type Spec } from '@brelm/core/spec';
import type { ShelfEntry } from '@brelm/contract';
import { ChainStrips } from './chain-strips';
import { waitsText } from './standing-words';
import { GarmentCanvas, specWords, usePreview } from '../design';
import { reasonOf, useDuplicateDesignMutation, useDesignVerdictsQuery } from '../store/api';
import { IconButton, notify, ratioText, VerdictMark } from '../ui';
import { format } from '../words/dates';
import { say } from '../words/shelf';

/** `Reads on 4 of 6 garments`; of the one colour that a thing comes in, that it does or does not. */
const readsWords = (reads: number, of: number, noun: string): string =>
  noun === 'garment' || of > 1
    ? say('readsOnOf', { reads, of, noun })
    : say('readsOnThe', { isReads: Boolean(reads), noun });

/** A row that is passed over while one scrolls asks for nothing, ms. */
const PASSED = 120;

/** True once the element has been near the window for a moment: rows far down, or passed over, cost nothing. */
function useSeen<T extends Element>() {
  const ref = useRef<T>(null);
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout>;
    const watcher = new IntersectionObserver(
      (entries) => {
        clearTimeout(timer);
        if (entries.some((e) => e.isIntersecting)) timer = setTimeout(() => setSeen(true), PASSED);
      },
      // Of the list that scrolls: of the window it would not reach beyond that list's edge.
      { root: ref.current!.closest('[data-scroller]'), rootMargin: '300px' },
    );
    watcher.observe(ref.current!);
    return () => {
      clearTimeout(timer);
      watcher.disconnect();
    };
  }, []);
  return [ref, seen] as const;
}

const changedAgo = (at: string): string =>
  differenceInSeconds(new Date(), new Date(at)) < 60
    ? say('justNow')
    : formatDistanceToNowStrict(new Date(at), { addSuffix: true });

/** By when a design is to be listed; what has passed is told as such. */
function Due({ by, left }: { by: string; left: number }) {
  const day = format(parseISO(by), 'd MMM');
  const tone = left < 0 ? 'font-medium text-rust' : left <= DUE_DAYS ? 'font-medium text-ink' : '';
  return (
    <span className={`block ${tone}`} title={format(parseISO(by), 'd MMMM yyyy')}>
      {left < 0 ? say('lateSince', { day }) : say('listBy', { day })}
    </span>
  );
}

export function ShelfRow({
  design,
  specs,
  garments,
  archived,
  chosen,
  onChoose,
  onMove,
}: {
  design: ShelfEntry;
  specs: Spec[] | undefined;
  garments: Garment[];
  archived: boolean;
  chosen: boolean;
  /** Chooses it, or no longer; `through` takes all rows from the one before along. */
  onChoose: (on: boolean, through: boolean) => void;
  onMove: () => void;
}) {
  const { id, revision, updatedAt, occasion, standing, listBy, left } = design;
  const [row, seen] = useSeen<HTMLDivElement>();
  const artwork = usePreview(id, revision, seen);
  const { data: verdicts = [] } = useDesignVerdictsQuery(
    { id, revision },
    // Made together with the picture: asked for earlier it would only hold a connection.
    { skip: !artwork || design.parts === 0 },
  );
  const [duplicate] = useDuplicateDesignMutation();
  const spec = specs?.find((s) => s.id === design.board.spec);
  const own = judgedColours(spec, design.garments, garments);
  const offered = seenOn(spec, garments);
  const backdrop = offered.find((g) => g.id === design.backdrop) ?? own[0] ?? offered[0] ?? garments[0];
  const waits = waitsText(standing.map((p) => p.waits));
  const reads = verdicts.filter((v) => v.verdict === 'reads').length;
  const fail = (error: unknown) => notify('fault', reasonOf(error));
  return (
    <div
      ref={row}
      className={`group relative flex h-full items-center gap-4 rounded-md border p-2 pr-3 max-[599px]:gap-2 max-[599px]:pr-1 hover:border-edge ${chosen ? 'border-edge bg-line/50' : 'border-line bg-card'}`}
    >
      <label className="relative z-10 -my-2 -mr-3 -ml-2 flex cursor-pointer items-center self-stretch px-3">
        <input
          type="checkbox"
          aria-label={say('choose', { name: design.name || say('untitled') })}
          checked={chosen}
          onChange={(e) => onChoose(e.target.checked, (e.nativeEvent as MouseEvent).shiftKey)}
        />
      </label>
      <div className="shrink-0 overflow-hidden rounded-[4px] border border-line">
        <GarmentCanvas
          garment={backdrop}
          artwork={artwork}
          width={84}
          height={96}
          label={say('on', { name: design.name, name2: backdrop.name })}
        />
      </div>
      <div className="min-w-0 flex-1">
        <h3 className="truncate text-[17px] leading-tight">
          <Link to={`/design/${id}`} className="after:absolute after:inset-0 after:content-['']">
            {design.name || say('untitled')}
          </Link>
        </h3>
        <p className="mt-0.5 truncate text-[13px] text-muted">
          {say('sidesFor', {
            spec: specWords(design, specs),
            isSides: design.sides > 1,
            sides: design.sides,
            isOccasion: Boolean(occasion),
            occasion,
          })}
        </p>
        <p className="mt-1 truncate text-[13px]">
          {design.parts === 0
            ? say('nothingOnTheBoardYet')
            : verdicts.length > 0
              ? readsWords(reads, verdicts.length, nounOf(spec))
              : !waits && '\u00a0'}
          {waits && design.parts > 0 && (
            <span className="text-muted">{verdicts.length > 0 ? ` · ${waits}` : waits}</span>
          )}
        </p>
        <div className="relative z-10 mt-2 overflow-hidden">
          <ChainStrips design={id} standing={standing} specs={specs ?? []} />
        </div>
      </div>
      <div className="hidden shrink-0 gap-1.5 md:flex" aria-label={say('onGarments')}>
        {own.slice(0, 6).map((garment, i) => {
          const v = verdicts.find((x) => x.id === garment.id);
          return (
            <div
              key={garment.id}
              className={`w-[52px] ${i < 4 ? '' : 'max-[1150px]:hidden'}`}
              title={garment.name}
            >
              <div className="overflow-hidden rounded-[4px] border border-line">
                <GarmentCanvas
                  garment={garment}
                  artwork={artwork}
                  width={50}
                  height={58}
                  label={say('on2', { name: garment.name })}
                />
              </div>
              <p className="mt-1 flex h-4 items-center gap-1 text-[11.5px]">
                {v && (
                  <>
                    <VerdictMark verdict={v.verdict} size={12} />
                    {ratioText(v.lowestRatio)}
                  </>
                )}
              </p>
            </div>
          );
        })}
      </div>
      <p className="w-28 shrink-0 text-right text-[12.5px] text-muted max-[599px]:hidden">
        {listBy !== null && left !== null && <Due by={listBy} left={left} />}
        {changedAgo(updatedAt)}
      </p>
      <div className="relative flex gap-0.5 max-[599px]:flex-col">
        <IconButton
          label={say('duplicate', { name: design.name })}
          onClick={() =>
            void duplicate(id)
              .unwrap()
              .then(() => notify('done', say('isDuplicated', { name: design.name })), fail)
          }
        >
          <Copy size={16} />
        </IconButton>
        <IconButton
          label={archived ? say('putBack', { name: design.name }) : say('archive', { name: design.name })}
          onClick={onMove}
        >
          {archived ? <ArchiveRestore size={16} /> : <Archive size={16} />}
        </IconButton>
      </div>
    </div>
  );
}
