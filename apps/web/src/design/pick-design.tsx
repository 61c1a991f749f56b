import { useState } from 'react';
import type { Surface } from '@brelm/core/drawing';
import type { DesignEntry } from '@brelm/contract';
import { reasonOf, useDesignsInfiniteQuery } from '../store/api';
import { usePreview } from './use-preview';
import { Button, Modal } from '../ui';
import { useSettled } from '../ui/use-settled';
import { say } from '../words/design';

/** Chooses designs of the shelf; stays open so that several can be taken. */
export function PickDesign({
  title,
  words: [there, take],
  taken,
  onTake,
  onClose,
}: {
  title: string;
  /** What stands below a design that is taken already, and one that is not. */
  words: readonly [there: string, take: string];
  /** Ids of designs that are taken already. */
  taken: ReadonlySet<string>;
  onTake: (design: DesignEntry) => void;
  onClose: () => void;
}) {
  const [words, setWords] = useState('');
  const search = useSettled(words.trim());
  const found = useDesignsInfiniteQuery({ search });
  const designs = found.data?.pages.flatMap((p) => p.designs) ?? [];
  return (
    <Modal open title={title} onClose={onClose} wide>
      <input
        type="search"
        aria-label={say('findADesign')}
        placeholder={say('findADesign')}
        className="field mb-3"
        value={words}
        onChange={(e) => setWords(e.target.value)}
      />
      {found.error ? (
        <p role="alert">{reasonOf(found.error)}</p>
      ) : (
        <ul className="grid max-h-[52vh] grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-2 overflow-y-auto">
          {designs.map((d) => (
            <li key={d.id}>
              <Choice design={d} says={taken.has(d.id) ? there : take} onTake={() => onTake(d)} />
            </li>
          ))}
        </ul>
      )}
      {found.data && designs.length === 0 && (
        <p className="text-muted">{search ? say('noDesignHasTheseWords') : say('noDesignIsOnThe')}</p>
      )}
      <div className="mt-4 flex items-center justify-end gap-2">
        {found.hasNextPage && (
          <Button className="mr-auto" onClick={() => void found.fetchNextPage()}>
            {say('more')}
          </Button>
        )}
        <Button tone="main" onClick={onClose}>
          {say('done')}
        </Button>
      </div>
    </Modal>
  );
}

function Choice({ design, says, onTake }: { design: DesignEntry; says: string; onTake: () => void }) {
  const picture = usePreview(design.id, design.revision, true);
  return (
    <button
      type="button"
      className="flex w-full flex-col gap-1 rounded-md border border-line bg-paper p-2 text-left hover:border-ink"
      onClick={onTake}
    >
      <Picture picture={picture} />
      <span className="truncate text-[13px] font-medium" title={design.name}>
        {design.name}
      </span>
      <span className="text-[12px] text-muted">{says}</span>
    </button>
  );
}

function Picture({ picture }: { picture: Surface | null }) {
  return (
    <canvas
      aria-hidden
      className="h-24 w-full object-contain"
      width={picture?.width ?? 1}
      height={picture?.height ?? 1}
      ref={(canvas) => {
        if (!canvas || !picture) return;
        const context = canvas.getContext('2d')!;
        context.clearRect(0, 0, canvas.width, canvas.height);
        context.drawImage(picture.canvas as CanvasImageSource, 0, 0);
      }}
    />
  );
}
