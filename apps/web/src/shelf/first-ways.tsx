import { ImageUp, LayoutTemplate, Shirt } from 'lucide-react';
import { useRef, type ReactNode } from 'react';
import { PART_FILES } from '../editor/picture-files';
import { say } from '../words/shelfDialogs';

function Way({
  icon,
  title,
  about,
  onClick,
}: {
  icon: ReactNode;
  title: string;
  about: string;
  onClick: () => void;
}) {
  return (
    <li className="flex">
      <button
        type="button"
        className="flex w-full flex-col items-start gap-2 rounded-md border border-line bg-card p-5 text-left hover:border-ink"
        onClick={onClick}
      >
        <span aria-hidden className="text-spruce">
          {icon}
        </span>
        <span className="font-display text-lg leading-tight font-semibold">{title}</span>
        <span className="text-[13.5px] text-muted">{about}</span>
      </button>
    </li>
  );
}

/** What an empty shelf offers: three ways to a first design. */
export function FirstWays({
  onProduct,
  onStarter,
  onPicture,
}: {
  onProduct: () => void;
  onStarter: () => void;
  onPicture: (files: File[]) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <section aria-label={say('waysToBegin')} className="mx-auto mt-10 max-w-4xl">
      <p className="font-display text-2xl font-semibold">{say('yourShelfIsEmpty')}</p>
      <p className="mt-1 mb-5 text-muted">{say('everyDesignStartsFromA')}</p>
      <ul className="grid gap-3 sm:grid-cols-3">
        <Way
          icon={<Shirt size={26} strokeWidth={1.6} />}
          title={say('aProductAndAGarment')}
          about={say('anEmptyBoardOfIts')}
          onClick={onProduct}
        />
        <Way
          icon={<LayoutTemplate size={26} strokeWidth={1.6} />}
          title={say('aStarter')}
          about={say('aLayoutThatStandsAlready')}
          onClick={onStarter}
        />
        <Way
          icon={<ImageUp size={26} strokeWidth={1.6} />}
          title={say('aPicture')}
          about={say('pngJpegSvgAndOthers')}
          onClick={() => input.current!.click()}
        />
      </ul>
      <input
        ref={input}
        type="file"
        hidden
        multiple
        accept={PART_FILES}
        data-testid="first-picture"
        onChange={(e) => {
          const files = [...(e.target.files ?? [])];
          e.target.value = '';
          if (files.length) onPicture(files);
        }}
      />
    </section>
  );
}
