import { Check, Copy, ExternalLink, X } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import type { Wording } from '@brelm/core/wording';
import { mendOf, profitAt, withOverride, type ListingFinding } from '@brelm/core/listing';
import { overrideOf, tagsIn } from '@brelm/core/wording';
import { money } from '../../samples/money';
import { Button, IconButton, NumberField, SeverityMark, TextBox } from '../../ui';
import { isOpen, isUp, stateWords } from './state-words';
import { StateMark } from './listing-table';
import type { ListingRow } from './use-rows';
import { inShop } from '../../platform/address';
import { say } from '../../words/listings';

export interface ListingActions {
  change: (label: string, change: Partial<Wording>, gesture?: string) => void;
  send: (force: boolean) => void;
  takeDown: () => void;
  mark: (byHand: boolean) => void;
  cancel: (line: string) => void;
  pack: () => void;
}

function CopyButton({ label, text }: { label: string; text: string }) {
  const [done, setDone] = useState(false);
  const copy = () =>
    void navigator.clipboard.writeText(text).then(
      () => {
        setDone(true);
        setTimeout(() => setDone(false), 1500);
      },
      () => undefined,
    );
  return (
    <IconButton
      label={done ? say('copied', { label }) : say('copy', { label })}
      disabled={!text}
      onClick={copy}
    >
      {done ? <Check size={14} /> : <Copy size={14} />}
    </IconButton>
  );
}

/** A field of a listing: filled by the wording, or its own. */
function OwnField({
  name,
  own,
  onBack,
  children,
  copied,
}: {
  name: string;
  own: boolean;
  onBack: () => void;
  children: ReactNode;
  copied: string;
}) {
  return (
    <div className="flex items-start gap-1">
      <div className="min-w-0 flex-1">
        {children}
        {own && (
          <p className="mt-0.5 text-[11.5px]">
            <span className="font-semibold">{say('ofItsOwn')}</span>{' '}
            <button type="button" className="text-spruce underline" onClick={onBack}>
              {say.rich('asTheWordingHasIt', {
                name,
                more: (words) => <span className="sr-only">{words}</span>,
              })}
            </button>
          </p>
        )}
      </div>
      <div className="pt-4">
        <CopyButton label={say('the', { name })} text={copied} />
      </div>
    </div>
  );
}

function Findings({
  row,
  wording,
  onMend,
}: {
  row: ListingRow;
  wording: Wording;
  onMend: (label: string, change: Partial<Wording>) => void;
}) {
  const { findings, words, spec, cost } = row;
  if (findings.length === 0) return <p className="text-[13px] text-muted">{say('nothingIsWrongWithIts')}</p>;
  const mend = (f: ListingFinding) => mendOf(f, words, wording, spec, cost);
  return (
    <ul className="flex flex-col">
      {findings.map((f, i) => {
        const found = mend(f);
        return (
          <li
            key={i}
            className="flex items-start gap-2 border-t border-line py-1.5 text-[13px] first:border-0"
          >
            <span className="pt-0.5">
              <SeverityMark severity={f.severity} size={14} />
            </span>
            <span dir="auto" className="min-w-0 flex-1 break-words">
              {f.message}
            </span>
            {found && (
              <Button
                className="!h-7 max-w-56 !px-2"
                title={found.label}
                onClick={() => onMend(found.label, found.change)}
              >
                <span className="truncate">{found.label.replace(/ for [^“]*$/, '')}</span>
              </Button>
            )}
          </li>
        );
      })}
    </ul>
  );
}

/** One listing: its words as they will stand, what is wrong with it, its price, and what can be done. */
export function ListingDetail({
  row,
  wording,
  connected,
  actions,
  onClose,
}: {
  row: ListingRow;
  wording: Wording;
  connected: boolean;
  actions: ListingActions;
  onClose: () => void;
}) {
  const { spec, words, counts, price, cost, currency, listing } = row;
  const override = overrideOf(wording, spec.id);
  const set = (label: string, change: Parameters<typeof withOverride>[2], gesture?: string) =>
    actions.change(`${label}, ${spec.product}`, withOverride(wording, spec.id, change), gesture);
  const counted = (of: 'title' | 'description') => {
    const { length, most } = counts[of];
    return (
      <span
        className={`text-[11.5px] tabular-nums ${most !== null && length > most ? 'font-semibold text-rust' : 'text-muted'}`}
      >
        {say('of2', { length, isMost: most === null, most })}
      </span>
    );
  };
  const stops = row.findings.filter((f) => f.severity === 'stop').length;
  const state = stateWords(listing);
  const left = price !== null && cost !== null ? profitAt(spec.listing?.fees, cost, price) : null;
  const up = isUp(listing);
  return (
    <section
      aria-label={say('listing', { marketplace: spec.marketplace, product: spec.product })}
      className="flex flex-col gap-4 p-4"
    >
      <header className="flex items-start gap-2">
        <div className="min-w-0 flex-1">
          <h2 className="truncate text-[17px] font-semibold">{spec.product}</h2>
          <p className="text-[13px] text-muted">{spec.marketplace}</p>
        </div>
        <IconButton label={say('closeTheListing')} onClick={onClose}>
          <X size={16} />
        </IconButton>
      </header>
      <div className="flex flex-col gap-2">
        <div className="flex flex-wrap items-center gap-2 text-[13px]">
          <StateMark row={row} />
          {listing?.remote?.page && up && (
            <a
              href={inShop(listing.remote.page)}
              target="_blank"
              rel="noreferrer"
              className="inline-flex items-center gap-1 text-spruce underline"
            >
              {say('itsPage')} <ExternalLink size={12} aria-hidden />
            </a>
          )}
        </div>
        {state.more && <p className="text-[13px]">{state.more}</p>}
        {listing?.remote?.reasons.length && !listing.changedThere ? (
          <ul className="list-disc pl-5 text-[13px]">
            {listing.remote.reasons.slice(0, 8).map((r, i) => (
              <li key={i}>{r.message}</li>
            ))}
          </ul>
        ) : null}
        {listing?.changedThere && (
          <p className="text-[13px]">
            {say.rich('thereItIsCalledFor', {
              title: listing.remote?.title,
              money: money(listing.remote?.price ?? 0, currency),
              part: (words) => <span dir="auto">{words}</span>,
            })}
          </p>
        )}
        <div className="flex flex-wrap gap-2">
          {isOpen(listing) ? (
            <Button onClick={() => actions.cancel(listing!.line!.id)}>{say('stopSending')}</Button>
          ) : connected ? (
            <>
              <Button
                tone="main"
                disabled={stops > 0}
                onClick={() => actions.send(listing?.changedThere ?? false)}
              >
                {listing?.changedThere ? say('replaceItWithThis') : up ? say('sendAgain') : say('send')}
              </Button>
              {up && <Button onClick={actions.takeDown}>{say('takeItDown')}</Button>}
            </>
          ) : (
            <>
              <Button onClick={actions.pack}>{say('makeItsFiles')}</Button>
              <Button onClick={() => actions.mark(listing?.state !== 'by-hand')}>
                {listing?.state === 'by-hand' ? say('itIsNotListed') : say('iHaveListedItBy')}
              </Button>
            </>
          )}
        </div>
        {stops > 0 && <p className="text-[12.5px] text-muted">{say('oneStopToBeMended', { stops })}</p>}
      </div>
      <div>
        <h3 className="mb-1 text-[13px] font-semibold">{say('whatItLacks')}</h3>
        <Findings row={row} wording={wording} onMend={(label, change) => actions.change(label, change)} />
      </div>
      <div className="flex flex-col gap-2.5">
        <h3 className="text-[13px] font-semibold">{say('asItWillStand')}</h3>
        <OwnField
          name="title"
          own={override.title !== undefined}
          copied={words.title}
          onBack={() => set(say('theWordingsTitle'), { title: undefined })}
        >
          <TextBox
            label={say('itsTitle')}
            value={words.title}
            lines={2}
            aside={counted('title')}
            onCommit={(title, gesture) =>
              set(say('changeItsTitle'), { title: title.replace(/\n/g, ' ') }, gesture)
            }
          />
        </OwnField>
        <OwnField
          name="description"
          own={override.description !== undefined}
          copied={words.description}
          onBack={() => set(say('theWordingsDescription'), { description: undefined })}
        >
          <TextBox
            label={say('itsDescription')}
            value={words.description}
            lines={6}
            aside={counted('description')}
            onCommit={(description, gesture) => set(say('changeItsDescription'), { description }, gesture)}
          />
        </OwnField>
        {words.points.length > 0 && (
          <div className="flex items-start gap-1">
            <div className="min-w-0 flex-1">
              <p className="text-[11.5px] text-muted">{say('itsPoints')}</p>
              <ul className="list-disc pl-5 text-[13px]">
                {words.points.map((p, i) => (
                  <li key={i} dir="auto">
                    {p}
                  </li>
                ))}
              </ul>
            </div>
            <CopyButton label={say('thePoints')} text={words.points.join('\n')} />
          </div>
        )}
        {spec.listing?.tags && (
          <OwnField
            name="tags"
            own={override.tags !== undefined}
            copied={words.tags.join(', ')}
            onBack={() => set(say('theWordingsTags'), { tags: undefined })}
          >
            <TextBox
              label={say('itsTagsPartedByCommas')}
              value={words.tags.join(', ')}
              lines={3}
              aside={
                <span
                  className={`text-[11.5px] tabular-nums ${words.tags.length > spec.listing.tags.most ? 'font-semibold text-rust' : 'text-muted'}`}
                >
                  {say('ofEach', {
                    tags: words.tags.length,
                    most: spec.listing.tags.most,
                    each: spec.listing.tags.each,
                  })}
                </span>
              }
              onCommit={(text, gesture) =>
                set(say('changeItsTags'), { tags: tagsIn(text).slice(0, 500) }, gesture)
              }
            />
          </OwnField>
        )}
        <div className="grid grid-cols-2 gap-2">
          <TextBox
            label={say('theProductIsCalled')}
            value={words.word}
            onCommit={(word, gesture) =>
              set(say('changeTheProductsWord'), { word: word.trim() || undefined }, gesture)
            }
          />
          <NumberField
            label={say('price', { currency })}
            value={(price ?? 0) / 100}
            digits={2}
            check={(v) => (v < 0 || v > 1_000_000 ? say('noPrice') : null)}
            onChange={(v) => set(say('changeItsPrice'), { price: Math.round(v * 100) })}
          />
        </div>
        {override.price !== undefined && (
          <p className="text-[11.5px]">
            <span className="font-semibold">{say('aPriceOfItsOwn')}</span>{' '}
            <button
              type="button"
              className="text-spruce underline"
              onClick={() => set(say('theWantedMarginsPrice'), { price: undefined })}
            >
              {say('asTheMarginAsksFor')}
            </button>
          </p>
        )}
        {left && (
          <dl className="grid grid-cols-[1fr_auto] gap-x-3 text-[13px] tabular-nums">
            <dt className="text-muted">{say('thePressOnePiece')}</dt>
            <dd className="text-right">{money(left.cost, currency)}</dd>
            <dt className="text-muted">{say('keeps', { marketplace: spec.marketplace })}</dt>
            <dd className="text-right">{money(left.fees, currency)}</dd>
            <dt className="border-t border-line">{say('leftOfEach')}</dt>
            <dd
              className={`border-t border-line text-right font-semibold ${left.profit < 0 ? 'text-rust' : ''}`}
            >
              {money(left.profit, currency)} ({Math.round(left.margin * 100)} %)
            </dd>
          </dl>
        )}
      </div>
      {!connected && (
        <div>
          <h3 className="mb-1 text-[13px] font-semibold">{say('byHandInThisOrder')}</h3>
          <ol className="list-decimal pl-5 text-[13px]">
            <li>{say('makeItsFilesAndDownload')}</li>
            <li>
              {say('putUpItsOneFile', {
                files: row.files,
                isMade: Boolean(row.pictures.made),
                made: row.pictures.made,
              })}
            </li>
            <li>
              {say('copyTitleDescriptionPointsTags', {
                isPoints: Boolean(words.points.length),
                isTags: Boolean(spec.listing?.tags),
              })}
            </li>
            {row.colours.length > 1 && <li>{say('offerItIn', { colours: row.colours.join(', ') })}</li>}
            <li>{say('markItAsListed')}</li>
          </ol>
        </div>
      )}
    </section>
  );
}
