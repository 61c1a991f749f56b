import { useState } from 'react';
import { FileUp } from 'lucide-react';
import type { OwnPicture } from '@brelm/contract';
import { askWhose, type Unsaid } from '../editor/ask-whose';
import { reasonOf, useBringInMutation, usePicturesQuery } from '../store/api';
import { bytesText, Button, FileButton, notify, picturePreview } from '../ui';
import { useSettled } from '../ui/use-settled';
import { ledTo } from './led-to';
import { apiAt } from '../platform/address';
import { say } from '../words/materials';

/** Pictures that are shown first, and that more of them come by. */
const STEP = 24;
const MOST = 200;

/** The seller's own pictures, the newest first, with where each is used. */
export function Pictures({ sought }: { sought: string }) {
  const [words, setWords] = useState(sought);
  const [count, setCount] = useState(STEP);
  const search = useSettled(words.trim());
  const { data, isError, refetch } = usePicturesQuery({ search, count }, { refetchOnMountOrArgChange: true });
  const [take] = useBringInMutation();

  const bringIn = async (files: readonly File[]) => {
    const unsaid: Unsaid[] = [];
    for (const file of files)
      await take(file)
        .unwrap()
        .then(
          ({ kind, sha256, licence }) => {
            if (!licence) unsaid.push({ title: file.name, sha256 });
            notify(
              'done',
              kind === 'picture'
                ? say('isHere', { name: file.name })
                : say('isADrawingAddIt', { name: file.name }),
            );
          },
          (error: unknown) => void notify('fault', `${file.name}: ${reasonOf(error)}`),
        );
    askWhose(unsaid, null);
  };

  return (
    <section aria-label={say('pictures')} ref={sought ? ledTo : undefined}>
      <h2 className="mt-8 text-xl">{say('pictures')}</h2>
      <p className="mt-1 max-w-3xl text-muted">{say('whatYouBroughtInFor')}</p>
      <div className="mt-3 flex flex-wrap items-center gap-2">
        <input
          type="search"
          aria-label={say('findPictures')}
          placeholder={say('findByName')}
          className="field !h-8 max-w-xs flex-1"
          value={words}
          onChange={(e) => {
            setWords(e.target.value);
            setCount(STEP);
          }}
        />
        <span className="flex-1" />
        <FileButton multiple accept="image/*" testId="pictures" onFiles={(files) => void bringIn(files)}>
          <FileUp size={16} aria-hidden /> {say('bringIn')}
        </FileButton>
      </div>
      {isError && (
        <p className="mt-3">
          {say('thePicturesCouldNotBe')}{' '}
          <button type="button" className="text-spruce underline" onClick={() => void refetch()}>
            {say('tryAgain')}
          </button>
        </p>
      )}
      {data?.total === 0 && (
        <p className="mt-3 text-muted">{search ? say('noPictureIsCalledThat') : say('youHaveBroughtInNo')}</p>
      )}
      <ul aria-label={say('yourPictures')} className="mt-3 grid grid-cols-2 gap-2 lg:grid-cols-3">
        {data?.pictures.map((p) => (
          <PictureRow key={p.sha256} picture={p} />
        ))}
      </ul>
      {data && data.total > count && count < MOST && (
        <Button className="mt-3" onClick={() => setCount(Math.min(MOST, count + STEP))}>
          {say('showMoreOf', { total: data.total })}
        </Button>
      )}
    </section>
  );
}

function PictureRow({ picture: p }: { picture: OwnPicture }) {
  return (
    <li className="flex items-center gap-3 rounded-md border border-line bg-card p-2">
      <a
        href={apiAt(`materials/${p.sha256}/file`)}
        download={p.name}
        title={say('download', { name: p.name })}
        className="h-14 w-14 shrink-0 overflow-hidden rounded-[4px] border border-edge bg-surround"
      >
        <img
          src={picturePreview(p.sha256)}
          alt={say('download', { name: p.name })}
          loading="lazy"
          className="h-full w-full object-contain"
        />
      </a>
      <span className="min-w-0 flex-1">
        <span className="block truncate font-medium" title={p.name}>
          {p.name}
        </span>
        <span className="block truncate text-[12.5px] text-muted">
          {say('px', { width: p.width, height: p.height, bytes: bytesText(p.bytes) })}
        </span>
        <span className="block truncate text-[12.5px] text-muted" title={p.usedIn.join(', ')}>
          {p.usedIn.join(', ') || say('notUsed')}
        </span>
      </span>
    </li>
  );
}
