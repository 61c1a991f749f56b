import { useState } from 'react';
import type { Shop, ShopAway, ShopView } from '@brelm/contract';
import { Button, bytesText, FileButton, leaveField, Modal, notify, Refusal } from '../ui';
import { shopPath } from '../platform/address';
import { api, reasonOf } from '../store/api';
import {
  UNNAMED_SHOP,
  useBringShopBackMutation,
  useMakeShopMutation,
  useRenameShopMutation,
  useShopFromCopyMutation,
  useShopsQuery,
  useTakeShopAwayMutation,
} from '../store/house-api';
import { useAppDispatch } from '../store';
import { useAttempt } from '../store/use-attempt';
import { format } from '../words/dates';
import { say } from '../words/shops';

const designsText = (n: number): string => (n === 1 ? say('n1Design') : say('designs', { n }));

/** A shop in the list: its name, the way there, and the way out. */
function ShopRow({ shop, taken }: { shop: Shop; taken: (away: ShopAway) => void }) {
  const [rename] = useRenameShopMutation();
  const [takeAway, { isLoading: leaving }] = useTakeShopAwayMutation();
  const [asking, setAsking] = useState(false);
  const { fault, attempt } = useAttempt();
  const dispatch = useAppDispatch();
  const { id, name, path, designs } = shop;
  const called = name ?? UNNAMED_SHOP;
  const here = path === shopPath;
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1.5 border-t border-line py-2 first:border-0">
      <input
        key={name}
        aria-label={say('nameOf', { called })}
        className="field !w-auto min-w-40 flex-1"
        dir="auto"
        defaultValue={name ?? ''}
        placeholder={UNNAMED_SHOP}
        maxLength={120}
        onKeyDown={(e) => leaveField(e, name ?? '')}
        onBlur={(e) => {
          const to = e.target.value.trim();
          if (to === (name ?? '')) return;
          if (!to) e.target.value = name ?? '';
          else
            void attempt(async () => {
              await rename({ id, name: to }).unwrap();
              if (here) dispatch(api.util.invalidateTags(['shop']));
            });
        }}
      />
      <span className="w-24 text-right text-[13px] text-muted tabular-nums">{designsText(designs)}</span>
      {here ? (
        <span className="w-16 text-center text-[13px] text-muted">{say('open')}</span>
      ) : (
        <a
          href={`${path}/`}
          aria-label={say('open2', { called })}
          className="inline-flex h-8 w-16 items-center justify-center rounded-md border border-edge text-[13px] font-medium hover:border-ink"
        >
          {say('open3')}
        </a>
      )}
      <Button
        className="w-28 justify-center"
        aria-label={say('takeAway', { called })}
        disabled={id === 'first' || here || leaving}
        title={
          id === 'first' ? say('brelmStartsWithThisOne') : here ? say('openAnotherShopFirst') : undefined
        }
        onClick={() => setAsking(true)}
      >
        {leaving ? say('taking') : say('takeAwayDots')}
      </Button>
      {asking && (
        <div className="w-full rounded-md border border-line p-3 text-[13px]">
          <p>{say('aCopyOfWithEverything', { called })}</p>
          <div className="mt-2 flex gap-2">
            <Button
              tone="danger"
              disabled={leaving}
              onClick={() =>
                void attempt(async () => {
                  taken(await takeAway(id).unwrap());
                  setAsking(false);
                })
              }
            >
              {leaving ? say('writingTheCopy') : say('takeItAway')}
            </Button>
            <Button disabled={leaving} onClick={() => setAsking(false)}>
              {say('keepIt')}
            </Button>
          </div>
        </div>
      )}
      <Refusal fault={fault} className="w-full" />
    </li>
  );
}

type Filling = 'nothing' | 'demo' | 'archive';
const FILLINGS: readonly (readonly [Filling, string, string])[] = [
  ['nothing', say('empty'), say('anEmptyShelfTheLibrary')],
  ['demo', say('withDuskwrensDesigns'), say('toTryThingsInWithout')],
  ['archive', say('fromAnArchive'), say('whatTakeEverythingOutGave')],
];

function NewShop({ made }: { made: (shop: ShopView) => void }) {
  const [name, setName] = useState('');
  const [filling, setFilling] = useState<Filling>('nothing');
  const [file, setFile] = useState<File | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [make, { isLoading: making }] = useMakeShopMutation();
  const [fromCopy, { isLoading: copying }] = useShopFromCopyMutation();
  const busy = making || copying;
  const start = async () => {
    const called = name.trim();
    if (!called) return setFault(say('giveTheShopAName'));
    if (filling === 'archive' && !file) return setFault(say('chooseTheArchive'));
    setFault(null);
    try {
      const shop =
        filling === 'archive'
          ? await fromCopy({ name: called, file: file! }).unwrap()
          : await make({ name: called, filling }).unwrap();
      setName('');
      setFile(null);
      made(shop);
    } catch (error) {
      setFault(reasonOf(error));
    }
  };
  return (
    <form
      aria-label={say('aNewShop')}
      onSubmit={(e) => {
        e.preventDefault();
        void start();
      }}
    >
      <h3 className="mb-2 font-display text-[15px] font-semibold">{say('aNewShop')}</h3>
      <label className="block text-[13px]">
        {say('itsName')}
        <input
          className="field mt-0.5"
          maxLength={120}
          value={name}
          aria-invalid={fault !== null && !name.trim()}
          onChange={(e) => setName(e.target.value)}
        />
      </label>
      <fieldset className="mt-2.5 grid gap-1.5" disabled={busy}>
        <legend className="sr-only">{say('whatItBeginsWith')}</legend>
        {FILLINGS.map(([id, title, about]) => (
          <label key={id} className="flex items-start gap-2 text-[13px]">
            <input
              type="radio"
              name="filling"
              className="mt-0.5"
              checked={filling === id}
              onChange={() => setFilling(id)}
            />
            <span>
              {title} <span className="text-muted">{about}</span>
            </span>
          </label>
        ))}
      </fieldset>
      {filling === 'archive' && (
        <div className="mt-2 flex items-center gap-2 text-[13px]">
          <FileButton accept=".zip,application/zip" testId="shop-archive" onFiles={([one]) => setFile(one)}>
            {file ? say('anotherArchive') : say('chooseTheArchiveDots')}
          </FileButton>
          {file && (
            <span className="min-w-0 truncate text-muted">
              {file.name}, {bytesText(file.size)}
            </span>
          )}
        </div>
      )}
      <Refusal fault={fault} className="mt-2" />
      <Button type="submit" tone="main" className="mt-3" disabled={busy}>
        {making ? say('makingIt') : copying ? say('readingTheArchive') : say('makeTheShop')}
      </Button>
    </form>
  );
}

function AwayRow({ away, back }: { away: ShopAway; back: (shop: ShopView) => void }) {
  const [bring, { isLoading }] = useBringShopBackMutation();
  const { fault, attempt } = useAttempt();
  return (
    <li className="flex flex-wrap items-center gap-3 border-t border-line py-2 text-[13px] first:border-0">
      <span className="min-w-0 flex-1 truncate">{away.name}</span>
      <span className="text-muted">
        {format(new Date(away.takenAt), 'd MMM yyyy, HH:mm')}, {bytesText(away.bytes)}
      </span>
      <Button
        disabled={isLoading}
        aria-label={say('bringBack', { name: away.name })}
        onClick={() => void attempt(async () => back(await bring(away.file).unwrap()))}
      >
        {isLoading ? say('bringingItBack') : say('bringBack2')}
      </Button>
      <Refusal fault={fault} className="w-full" />
    </li>
  );
}

/** The shops of this house: made, named, opened, taken away and brought back. */
export default function ShopsDialog({ onClose }: { onClose: () => void }) {
  const { data, error } = useShopsQuery(undefined, { refetchOnMountOrArgChange: true });
  const open = (words: string) => (shop: ShopView) =>
    notify('done', `“${shop.name ?? UNNAMED_SHOP}” ${words}.`, {
      label: say('openIt'),
      run: () => location.assign(`${shop.path}/`),
    });
  return (
    <Modal open wide title={say('shops')} onClose={onClose}>
      <p className="mb-3 text-[13px] text-muted">{say('eachHasDesignsMaterialsSpecs')}</p>
      {error && (
        <p role="alert" className="text-[13px] text-rust">
          {reasonOf(error)}
        </p>
      )}
      {!data && !error && <p className="text-[13px] text-muted">{say('looking')}</p>}
      {data && (
        <ul aria-label={say('shops')}>
          {data.shops.map((shop) => (
            <ShopRow
              key={shop.id}
              shop={shop}
              taken={() => notify('done', say('wasTakenAwayItsCopy', { name: shop.name ?? UNNAMED_SHOP }))}
            />
          ))}
        </ul>
      )}
      <div className="mt-4 border-t border-line pt-4">
        <NewShop made={open(say('isThere'))} />
      </div>
      {data && data.away.length > 0 && (
        <section aria-label={say('takenAway')} className="mt-4 border-t border-line pt-4">
          <h3 className="mb-1 font-display text-[15px] font-semibold">{say('takenAway')}</h3>
          <ul>
            {data.away.map((a) => (
              <AwayRow key={a.file} away={a} back={open(say('isBack'))} />
            ))}
          </ul>
        </section>
      )}
      <div className="mt-5 flex justify-end">
        <Button onClick={onClose}>{say('close')}</Button>
      </div>
    </Modal>
  );
}
