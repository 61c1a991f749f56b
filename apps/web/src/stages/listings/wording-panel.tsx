import { ArrowDown, ArrowUp, Plus, Trash2 } from 'lucide-react';
import { useMemo, useRef } from 'react';
import { freshId, type Design } from '@brelm/core/design';
import { BUILT_IN_PLACES, suggestTags } from '@brelm/core/listing';
import type { Spec } from '@brelm/core/spec';
import {
  folded,
  OCCASION,
  occasionOf,
  PRICE_ENDINGS,
  tagsIn,
  type PriceEnding,
  type WordBlock,
  type Wording,
} from '@brelm/core/wording';
import { useSeasonsQuery } from '../../store/almanac-api';
import { Button, IconButton, NumberField, SelectField, TextBox } from '../../ui';
import type { ListingRow } from './use-rows';
import { OnlyFor } from './only-for';
import { say } from '../../words/listings';

type Change = (label: string, change: Partial<Wording>, gesture?: string) => void;

const ENDINGS: Readonly<Record<PriceEnding, string>> = {
  any: say('asItComes'),
  '00': '.00',
  '50': '.50',
  '95': '.95',
  '99': '.99',
};

/** A template, with the places that can be put into it. */
function TemplateBox({
  places,
  onCommit,
  ...box
}: {
  label: string;
  value: string;
  lines?: number;
  places: readonly string[];
  onCommit: (text: string, gesture: string) => void;
}) {
  const field = useRef<HTMLInputElement | HTMLTextAreaElement | null>(null);
  const put = (place: string) => {
    const at = field.current?.selectionStart ?? box.value.length;
    const end = field.current?.selectionEnd ?? at;
    const text = field.current?.value ?? box.value;
    onCommit(`${text.slice(0, at)}{${place}}${text.slice(end)}`, `place ${place} ${at} ${text.length}`);
    field.current?.focus();
  };
  return (
    <TextBox
      {...box}
      inputRef={(element) => (field.current = element)}
      onCommit={onCommit}
      aside={
        <select
          aria-label={say('putAPlaceInto', { label: box.label })}
          className="h-5 max-w-24 rounded-md bg-transparent text-[11.5px] text-spruce"
          value=""
          onChange={(e) => put(e.target.value)}
        >
          <option value="" disabled>
            {say('place')}
          </option>
          {places.map((p) => (
            <option key={p} value={p}>
              {p}
            </option>
          ))}
        </select>
      }
    />
  );
}

/** The words that all listings of a design share, written once, with places that each product fills. */
export function WordingPanel({
  design,
  rows,
  topics,
  lines,
  onChange,
}: {
  design: Design;
  rows: readonly ListingRow[];
  /** What its figures show, in words that buyers use. */
  topics: readonly string[];
  /** Lines of the artwork. */
  lines: readonly string[];
  onChange: Change;
}) {
  const { wording } = design;
  const { title, blocks, places, pricing } = wording;
  const { data: year } = useSeasonsQuery();
  const seasons = useMemo(() => year?.seasons.map((s) => s.season.name) ?? [], [year]);
  const specs = rows.map((r) => r.spec);
  // As they are written in braces, whatever the language.
  const names = [
    ...Object.keys(BUILT_IN_PLACES),
    'products',
    'a product',
    'Phrase',
    ...places.map((p) => p.name),
  ];
  const setBlock = (id: string, label: string, change: Partial<WordBlock>, gesture?: string) =>
    onChange(label, { blocks: blocks.map((b) => (b.id === id ? { ...b, ...change } : b)) }, gesture);
  const moveBlock = (i: number, by: number) => {
    const moved = [...blocks];
    const [one] = moved.splice(i, 1);
    moved.splice(i + by, 0, one);
    onChange(say('moveABlock'), { blocks: moved });
  };
  const addBlock = (kind: WordBlock['kind']) => {
    const id = freshId(
      'block',
      blocks.map((b) => b.id),
    );
    onChange(say('addABlock'), { blocks: [...blocks, { id, kind, text: '', only: [] }] });
  };
  return (
    <section aria-label={say('wording')} className="flex flex-col gap-4 p-4">
      <div>
        <h2 className="heading">{say('wording')}</h2>
        <p className="mt-0.5 text-[12.5px] text-muted">{say('writtenOnceEachListingPuts')}</p>
      </div>
      <TemplateBox
        label={say('title')}
        value={title}
        lines={2}
        places={names}
        onCommit={(text, gesture) =>
          onChange(say('changeTheTitle'), { title: text.replace(/\n/g, ' ') }, gesture)
        }
      />
      <div className="flex flex-col gap-2.5">
        {blocks.map((block, i) => (
          <div key={block.id} className="flex flex-col gap-1 border-l-2 border-line pl-2.5">
            <TemplateBox
              label={block.kind === 'point' ? say('point', { i: i + 1 }) : say('paragraph', { i: i + 1 })}
              value={block.text}
              lines={block.kind === 'point' ? 1 : 3}
              places={names}
              onCommit={(text, gesture) => setBlock(block.id, say('changeABlock'), { text }, gesture)}
            />
            <div className="flex items-center gap-0.5">
              <OnlyFor
                label={say('forWhichProducts', { kind: block.kind, i: i + 1 })}
                specs={specs}
                only={block.only}
                onChange={(only) => setBlock(block.id, say('chooseProductsOfABlock'), { only })}
              />
              <span className="flex-1" />
              <IconButton
                label={say('moveUpBlock', { i: i + 1 })}
                disabled={i === 0}
                onClick={() => moveBlock(i, -1)}
              >
                <ArrowUp size={14} />
              </IconButton>
              <IconButton
                label={say('moveDownBlock', { i: i + 1 })}
                disabled={i === blocks.length - 1}
                onClick={() => moveBlock(i, 1)}
              >
                <ArrowDown size={14} />
              </IconButton>
              <IconButton
                label={say('removeBlock', { i: i + 1 })}
                onClick={() => onChange(say('removeABlock'), { blocks: blocks.filter((b) => b !== block) })}
              >
                <Trash2 size={14} />
              </IconButton>
            </div>
          </div>
        ))}
        <div className="flex gap-2">
          <Button className="!h-7 !px-2" onClick={() => addBlock('paragraph')}>
            <Plus size={13} aria-hidden /> {say('paragraph2')}
          </Button>
          <Button className="!h-7 !px-2" onClick={() => addBlock('point')}>
            <Plus size={13} aria-hidden /> {say('point2')}
          </Button>
        </div>
      </div>
      <Tags
        wording={wording}
        specs={specs}
        rows={rows}
        topics={topics}
        lines={lines}
        onChange={(label, next) => onChange(label, { tags: next })}
      />
      <div className="flex flex-col gap-1.5">
        <h3 className="text-[13px] font-semibold">{say('placesOfYourOwn')}</h3>
        {places.map((place, i) => {
          const set = (label: string, value: string, gesture: string) =>
            onChange(label, { places: places.map((p, k) => (k === i ? { ...p, value } : p)) }, gesture);
          return (
            <div key={place.name} className="flex items-end gap-1">
              <div className="min-w-0 flex-1">
                <TextBox
                  label={`{${place.name}}`}
                  value={place.value}
                  offers={folded(place.name) === OCCASION ? seasons : undefined}
                  onCommit={(text, gesture) => set(say('fillAPlace'), text, gesture)}
                />
              </div>
              <IconButton
                label={say('removeThePlace', { name: place.name })}
                onClick={() => onChange(say('removeAPlace'), { places: places.filter((_, k) => k !== i) })}
              >
                <Trash2 size={14} />
              </IconButton>
            </div>
          );
        })}
        <NewPlace
          taken={places.map((p) => p.name.toLowerCase())}
          onAdd={(name) => onChange(say('addAPlace'), { places: [...places, { name, value: '' }] })}
        />
      </div>
      <div className="grid grid-cols-2 gap-2">
        <NumberField
          label={say('marginWanted')}
          value={Math.round(pricing.margin * 1000) / 10}
          digits={1}
          check={(v) => (v < 0 || v > 90 ? say('from0To90') : null)}
          onChange={(v) => onChange(say('changeTheMargin'), { pricing: { ...pricing, margin: v / 100 } })}
        />
        <SelectField
          label={say('pricesEndWith')}
          value={pricing.ending}
          onChange={(e) =>
            onChange(say('changeTheEndingOfPrices'), {
              pricing: { ...pricing, ending: e.target.value as PriceEnding },
            })
          }
        >
          {PRICE_ENDINGS.map((e) => (
            <option key={e} value={e}>
              {ENDINGS[e]}
            </option>
          ))}
        </SelectField>
      </div>
    </section>
  );
}

function NewPlace({ taken, onAdd }: { taken: readonly string[]; onAdd: (name: string) => void }) {
  const field = useRef<HTMLInputElement>(null);
  const add = () => {
    const name = field.current!.value.trim().toLowerCase();
    if (!/^\p{L}[\p{L}\p{N} -]{0,39}$/u.test(name) || taken.includes(name)) return;
    field.current!.value = '';
    onAdd(name);
  };
  return (
    <div className="flex items-center gap-1">
      <input
        ref={field}
        aria-label={say('nameOfANewPlace')}
        className="field min-w-0 flex-1"
        placeholder={say('occasionAudience')}
        maxLength={40}
        onKeyDown={(e) => {
          if (e.key !== 'Enter') return;
          e.preventDefault();
          add();
        }}
      />
      <IconButton label={say('addThePlace')} onClick={add}>
        <Plus size={15} />
      </IconButton>
    </div>
  );
}

function Tags({
  wording,
  specs,
  rows,
  topics,
  lines,
  onChange,
}: {
  wording: Wording;
  specs: readonly Spec[];
  rows: readonly ListingRow[];
  topics: readonly string[];
  lines: readonly string[];
  onChange: (label: string, tags: Wording['tags']) => void;
}) {
  const { tags } = wording;
  const field = useRef<HTMLInputElement>(null);
  const add = () => {
    const there = new Set(tags.map((t) => t.text.toLowerCase()));
    const fresh = tagsIn(field.current!.value).filter((t) => !there.has(t.toLowerCase()));
    field.current!.value = '';
    if (fresh.length === 0) return;
    const more = fresh.slice(0, 500 - tags.length).map((text) => ({ text: text.slice(0, 300), only: [] }));
    onChange(more.length === 1 ? say('addATag') : say('addTags', { more: more.length }), [...tags, ...more]);
  };
  const first = rows.find((r) => r.spec.listing?.tags);
  const offered = first
    ? suggestTags(
        {
          ...{ lines, topics, product: first.words.word, taken: first.words.tags },
          occasion: occasionOf(wording),
        },
        first.spec,
      ).slice(0, 12)
    : [];
  // A tag that names the product is for all of them.
  const asTag = (tag: string) =>
    first
      ? tag.replace(new RegExp(`(?<![\\p{L}\\p{N}])${first.words.word}(?![\\p{L}\\p{N}])`, 'u'), '{product}')
      : tag;
  return (
    <div className="flex flex-col gap-1.5">
      <h3 className="text-[13px] font-semibold">{say('tags')}</h3>
      {tags.length > 0 && (
        <ul className="flex max-h-56 flex-col overflow-y-auto">
          {tags.map((tag, i) => (
            <li
              key={`${i} ${tag.text}`}
              className="flex items-center gap-1 border-t border-line py-0.5 first:border-0"
            >
              <span dir="auto" className="min-w-0 flex-1 truncate text-[13px]" title={tag.text}>
                {tag.text}
              </span>
              <OnlyFor
                label={say('forWhichProductsTag', { text: tag.text })}
                specs={specs}
                only={tag.only}
                onChange={(only) =>
                  onChange(
                    say('chooseProductsOfATag'),
                    tags.map((t, k) => (k === i ? { ...t, only } : t)),
                  )
                }
              />
              <IconButton
                label={say('removeTheTag', { text: tag.text })}
                onClick={() =>
                  onChange(
                    say('removeATag'),
                    tags.filter((_, k) => k !== i),
                  )
                }
              >
                <Trash2 size={13} />
              </IconButton>
            </li>
          ))}
        </ul>
      )}
      <div className="flex items-center gap-1">
        <input
          ref={field}
          aria-label={say('newTagsPartedByCommas')}
          className="field min-w-0 flex-1"
          placeholder={say('owlNightHike')}
          onKeyDown={(e) => {
            if (e.key !== 'Enter') return;
            e.preventDefault();
            add();
          }}
        />
        <IconButton label={say('addTheTags')} onClick={add}>
          <Plus size={15} />
        </IconButton>
      </div>
      {offered.length > 0 && (
        <ul aria-label={say('tagsThatAreOffered')} className="flex flex-wrap gap-1">
          {offered.map(({ tag, from }) => (
            <li key={tag}>
              <button
                type="button"
                title={say('fromThe', { source: from === 'words' ? say('wordsOnTheArtwork') : from })}
                className="rounded-md border border-dashed border-edge px-1.5 py-0.5 text-[12px] text-muted hover:border-ink hover:text-ink"
                onClick={() => onChange(say('addATag'), [...tags, { text: asTag(tag), only: [] }])}
              >
                + {asTag(tag)}
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
