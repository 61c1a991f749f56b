import clsx from 'clsx';
import { Palette, Pipette, Plus, Scissors } from 'lucide-react';
import { lazy, Suspense, useRef, useState, type ReactNode } from 'react';
import { useParams } from 'react-router';
import { contrastRatio, isHex, nearestYarn, normaliseHex, plainName, type Garment } from '@brelm/core/colour';
import {
  freshId,
  inksOfPart,
  inkValues,
  mergeInks,
  swapInks,
  unusedInks,
  type Design,
  allParts,
} from '@brelm/core/design';
import { Button, IconButton, ratioText, leaveField } from '../ui';
import { InkFilm } from '../films/ink-film';
import { PaletteDialog } from './palette-dialog';
import { useTools } from '../board/tools';
import { HEADINGS, useFindable } from '../find/found';
import { useEdit } from '../editor/use-edit';
import { say } from '../words/stack';

const FilmsDialog = lazy(() => import('../films/films-dialog').then((m) => ({ default: m.FilmsDialog })));

/** The inks of the design; changing one changes every part that uses it. */
export function Inks({
  design,
  colourway,
  backdrop,
}: {
  design: Design;
  colourway: string | undefined;
  backdrop: Garment;
}) {
  const edit = useEdit();
  const tools = useTools();
  const [open, setOpen] = useState<string | null>(null);
  const [palette, setPalette] = useState(false);
  const [films, setFilms] = useState(false);
  const designId = useParams().id;
  const unused = unusedInks(design);
  const values = inkValues(design, colourway);
  const ink = design.inks.find((i) => i.id === open);
  const swatches = useRef(new Map<string, HTMLButtonElement>());
  useFindable(() =>
    design.inks.map((i) => ({
      ...{ id: `ink ${i.id}`, group: HEADINGS.inks, title: i.name, more: values.get(i.id) },
      run: () => {
        setOpen(i.id);
        swatches.current.get(i.id)?.focus();
      },
    })),
  );
  const add = () => {
    const id = freshId(
      'ink',
      design.inks.map((i) => i.id),
    );
    edit.make(say('addAnInk'), [{ op: 'addInk', ink: { id, name: plainName('#b3492a'), value: '#b3492a' } }]);
    setOpen(id);
  };
  return (
    <section
      aria-label={say('inks')}
      className="max-h-[45%] shrink-0 overflow-y-auto [@media(max-height:639px)]:max-h-none border-t border-line px-3 py-2.5"
    >
      <div className="flex items-center justify-between">
        <h2 className="heading">{say('inks')}</h2>
        <span className="flex">
          <IconButton label={say('paletteFromAPictureFrom')} onClick={() => setPalette(true)}>
            <Palette size={16} />
          </IconButton>
          <IconButton label={say('addAnInk')} onClick={add}>
            <Plus size={16} />
          </IconButton>
        </span>
      </div>
      <div className="mt-1 flex flex-wrap gap-1">
        {design.inks.map((i) => (
          <button
            key={i.id}
            ref={(swatch) => {
              if (swatch) swatches.current.set(i.id, swatch);
              else swatches.current.delete(i.id);
            }}
            type="button"
            aria-label={say('ink', { name: i.name, value: values.get(i.id) })}
            aria-expanded={open === i.id}
            title={i.name}
            className={clsx(
              'h-7 w-7 rounded-md border',
              open === i.id ? 'border-ink ring-2 ring-spruce' : 'border-edge hover:border-ink',
            )}
            style={{ background: values.get(i.id) }}
            onClick={() => setOpen(open === i.id ? null : i.id)}
          />
        ))}
      </div>
      {unused.length > 1 && (
        <button
          type="button"
          className="mt-1 text-[12.5px] text-spruce hover:underline"
          onClick={() =>
            edit.make(
              say('removeUnusedInks'),
              unused.map((i) => ({ op: 'removeInk', ink: i.id })),
            )
          }
        >
          {say('removeThatNothingUses', { unused: unused.length })}
        </button>
      )}
      {design.inks.some((i) => i.film) && (
        <Button className="mt-2 !h-7 !px-2" onClick={() => setFilms(true)}>
          <Scissors size={15} aria-hidden /> {say('films')}
        </Button>
      )}
      {films && designId && (
        <Suspense fallback={null}>
          <FilmsDialog id={designId} design={design} colourway={colourway} onClose={() => setFilms(false)} />
        </Suspense>
      )}
      {palette && <PaletteDialog design={design} onClose={() => setPalette(false)} />}
      {ink && (
        <InkEditor
          key={ink.id}
          id={ink.id}
          name={ink.name}
          value={values.get(ink.id)!}
          users={allParts(design).filter((p) => inksOfPart(p).includes(ink.id)).length}
          backdrop={backdrop}
          film={<InkFilm ink={ink} />}
          onName={(name) => edit.make(say('renameAnInk'), [{ op: 'renameInk', ink: ink.id, name }])}
          onValue={(value) =>
            edit.make(say('changeAnInk'), [{ op: 'setInk', ink: ink.id, value, colourway }], {
              gesture: `ink ${ink.id}`,
            })
          }
          others={design.inks.filter((i) => i.id !== ink.id)}
          onPick={() =>
            tools.pick((value) =>
              edit.make(say('pickAnInk'), [{ op: 'setInk', ink: ink.id, value, colourway }]),
            )
          }
          onSwap={(other) => edit.make(say('swapInks'), swapInks(design, ink.id, other))}
          onMerge={(into) => {
            edit.make(say('mergeInks'), mergeInks(design, ink.id, into));
            setOpen(into);
          }}
          onRemove={() => {
            edit.make(say('removeAnInk'), [{ op: 'removeInk', ink: ink.id }]);
            setOpen(null);
          }}
        />
      )}
    </section>
  );
}

function InkEditor({
  id,
  name,
  value,
  users,
  backdrop,
  onName,
  onValue,
  others,
  onPick,
  onSwap,
  onMerge,
  onRemove,
  film,
}: {
  id: string;
  name: string;
  value: string;
  users: number;
  backdrop: Garment;
  onName: (name: string) => void;
  onValue: (value: string) => void;
  others: Design['inks'];
  /** Takes its value from the board. */
  onPick: () => void;
  onSwap: (other: string) => void;
  onMerge: (into: string) => void;
  onRemove: () => void;
  /** What it is made of. */
  film: ReactNode;
}) {
  const [text, setText] = useState<string | null>(null);
  const wrong = text !== null && !isHex(text);
  const ratio = contrastRatio(value, nearestYarn(backdrop, value));
  return (
    <div className="mt-2 flex flex-col gap-2 rounded-md border border-line bg-card p-2">
      <div className="flex items-end gap-1.5">
        <label className="block">
          <span className="sr-only">{say('colourOf', { name })}</span>
          <input
            type="color"
            className="h-7 w-9 cursor-pointer rounded-md border border-edge bg-card p-0.5"
            value={value}
            onChange={(e) => onValue(e.target.value)}
          />
        </label>
        <IconButton label={say('pickFromTheBoardOr', { name })} onClick={onPick}>
          <Pipette size={15} />
        </IconButton>
        <input
          aria-label={say('valueRrggbb')}
          aria-invalid={wrong}
          className="field !w-20"
          value={text ?? value}
          onChange={(e) => {
            setText(e.target.value);
            if (/^#[0-9a-f]{6}$/i.test(e.target.value)) onValue(normaliseHex(e.target.value));
          }}
          onBlur={() => {
            if (text !== null && isHex(text)) onValue(normaliseHex(text));
            setText(null);
          }}
        />
        <input
          key={`${id} ${name}`}
          aria-label={say('nameOfTheInk')}
          className="field flex-1"
          defaultValue={name}
          maxLength={120}
          onKeyDown={(e) => leaveField(e, name)}
          onBlur={(e) => e.target.value.trim() && e.target.value !== name && onName(e.target.value.trim())}
        />
      </div>
      <p className="text-[12.5px] text-muted">
        {say('n1On', { ratio: ratioText(ratio), name: backdrop.name })}
        {ratio < 3 && <strong className="font-semibold text-rust"> {say('under3')}</strong>} ·{' '}
        {users === 0 ? (
          <>
            {say('notUsed')}{' '}
            <button type="button" className="text-rust underline" onClick={onRemove}>
              {say('remove')}
            </button>
          </>
        ) : (
          say('inPart', { users })
        )}
      </p>
      {film}
      {others.length > 0 && (
        <div className="grid grid-cols-2 gap-1.5">
          <OtherInk
            label={say('swapWithAnotherInk', { name })}
            words={say('swapWith')}
            inks={others}
            onChoose={onSwap}
          />
          <OtherInk
            label={say('mergeIntoAnotherInk', { name })}
            words={say('mergeInto')}
            inks={others}
            onChoose={onMerge}
          />
        </div>
      )}
    </div>
  );
}

/** A list of inks that does something with the one that is chosen. */
function OtherInk({
  label,
  words,
  inks,
  onChoose,
}: {
  label: string;
  words: string;
  inks: Design['inks'];
  onChoose: (ink: string) => void;
}) {
  return (
    <select
      aria-label={label}
      className="field"
      value=""
      onChange={(e) => e.target.value && onChoose(e.target.value)}
    >
      <option value="">{words}</option>
      {inks.map((i) => (
        <option key={i.id} value={i.id}>
          {i.name}
        </option>
      ))}
    </select>
  );
}
