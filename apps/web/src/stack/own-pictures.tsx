import type { OwnPicture } from '@brelm/contract';
import { usePicturesQuery } from '../store/api';
import { picturePreview } from '../ui';
import { say } from '../words/stack';

/** As many as fit into one row. */
const SHOWN = 8;

/** The seller's own pictures that a phrase finds, or the newest: one is put on the board again by a click. */
export function OwnPictures({
  phrase,
  onChoose,
}: {
  phrase: string;
  onChoose: (picture: OwnPicture) => void;
}) {
  const { data } = usePicturesQuery({ search: phrase.trim(), count: SHOWN });
  if (!data?.pictures.length) return null;
  return (
    <section aria-label={say('yourPictures')} className="mt-4 border-t border-line pt-3">
      <p className="heading mb-1.5">
        {say('yourPictures')}
        {data.total > SHOWN && (
          <span className="ml-2 font-normal text-muted">
            {say('theNewestOfAWord', { shown: SHOWN, total: data.total })}
          </span>
        )}
      </p>
      <ul className="grid grid-cols-8 gap-1.5">
        {data.pictures.map((p) => (
          <li key={p.sha256}>
            <button
              type="button"
              aria-label={say('yourPicture', { name: p.name })}
              title={say('px', { name: p.name, width: p.width, height: p.height })}
              className="flex h-20 w-full items-center justify-center overflow-hidden rounded-md border border-line bg-surround hover:border-ink"
              onClick={() => onChoose(p)}
            >
              <img
                src={picturePreview(p.sha256)}
                alt=""
                loading="lazy"
                decoding="async"
                className="h-full w-full object-contain p-1"
              />
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
