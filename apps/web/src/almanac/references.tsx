import { Trash2 } from 'lucide-react';
import { paletteOf, plainName } from '@brelm/core/colour';
import type { Idea } from '@brelm/core/idea';
import { pixelsOf } from '../platform/looked-at';
import { reasonOf } from '../store/api';
import { dropNotice, FileButton, IconButton, notify, Swatch, TextBox, useLatest } from '../ui';
import { apiAt } from '../platform/address';
import { readAt } from '../platform/asked-again';
import { say } from '../words/almanac';

/** Colours that are taken out of a reference. */
const COLOURS = 6;

async function send(file: File): Promise<{ sha256: string; name: string }> {
  const body = new FormData();
  body.append('file', file, file.name);
  const response = await fetch(apiAt('references'), { method: 'POST', body });
  if (!response.ok) throw await response.json().catch(() => new Error(say('itCouldNotBeBrought')));
  return (await response.json()) as { sha256: string; name: string };
}

/** Pictures that an idea came from: somebody else's, looked at and never exported; and a palette of them. */
export function References({
  idea,
  onChange,
}: {
  idea: Idea;
  onChange: (part: Partial<Idea>, gesture?: string) => void;
}) {
  const { references, palette } = idea;
  const set = useLatest(onChange);
  const add = useLatest((added: Idea['references']) => {
    const news = added.filter((a) => references.every((r) => r.sha256 !== a.sha256));
    onChange({ references: [...references, ...news].slice(0, 30) });
  });
  const bringIn = async (files: File[]) => {
    const working = notify('working', say('lookingAtIt'));
    try {
      const added = [];
      for (const file of files) {
        const { sha256, name } = await send(file);
        added.push({ sha256, name: name.slice(0, 300), from: '' });
      }
      add(added);
    } catch (error) {
      notify('fault', reasonOf({ data: error as { message?: string } }));
    } finally {
      dropNotice(working);
    }
  };
  const takeColours = async (sha256: string) => {
    try {
      const response = await readAt(`materials/${sha256}/preview?size=320`);
      if (!response.ok) throw new Error(say('thePictureCouldNotBe'));
      const found = paletteOf(await pixelsOf(await response.blob()), COLOURS);
      set({ palette: found.map(({ value }) => ({ name: plainName(value), value })) });
    } catch (error) {
      notify('fault', (error as Error).message);
    }
  };
  return (
    <section aria-label={say('references')}>
      <div className="mb-1 flex items-center justify-between">
        <h3 className="heading">{say('references')}</h3>
        <FileButton accept="image/*" multiple testId="reference" onFiles={(files) => void bringIn(files)}>
          {say('addAPicture')}
        </FileButton>
      </div>
      <p className="mb-1.5 text-[12.5px] text-muted">{say('somebodyElsesToLookAt')}</p>
      <ul className="flex flex-col gap-2">
        {references.map((r, i) => (
          <li key={r.sha256} className="flex gap-2">
            <img
              src={apiAt(`materials/${r.sha256}/preview?size=320`)}
              alt={say('reference', { name: r.name })}
              className="h-20 w-24 shrink-0 rounded-sm border border-line bg-surround object-contain"
            />
            <div className="min-w-0 flex-1">
              <p className="flex items-center gap-1 text-[13px]">
                <span className="rounded-sm border border-ochre px-1 text-[11px] text-ochre-ink">
                  {say('notMine')}
                </span>
                <span className="truncate" title={r.name}>
                  {r.name}
                </span>
              </p>
              <TextBox
                label={say('whereItWasSeen')}
                value={r.from}
                onCommit={(from, gesture) =>
                  onChange(
                    {
                      references: references.map((x, k) =>
                        k === i ? { ...x, from: from.slice(0, 600) } : x,
                      ),
                    },
                    gesture,
                  )
                }
              />
              <button
                type="button"
                className="mt-0.5 text-[12.5px] text-spruce underline"
                onClick={() => void takeColours(r.sha256)}
              >
                {say('takeItsColours')}
              </button>
            </div>
            <IconButton
              label={say('removeReference', { name: r.name })}
              onClick={() => onChange({ references: references.filter((_, k) => k !== i) })}
            >
              <Trash2 size={14} />
            </IconButton>
          </li>
        ))}
      </ul>
      {palette.length > 0 && (
        <>
          <h3 className="heading mt-3 mb-1">{say('palette')}</h3>
          <ul className="flex flex-wrap gap-2">
            {palette.map((c, i) => (
              <li
                key={`${i} ${c.value}`}
                className="flex items-center gap-1 rounded-md border border-line px-1 text-[12.5px]"
              >
                <Swatch value={c.value} />
                {c.name}
                <IconButton
                  label={say('remove', { name: c.name })}
                  className="!h-5 !w-5"
                  onClick={() => onChange({ palette: palette.filter((_, k) => k !== i) })}
                >
                  <Trash2 size={11} />
                </IconButton>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
