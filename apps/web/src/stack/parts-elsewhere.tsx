import { useEffect, useMemo, useRef, useState } from 'react';
import {
  clippingOf,
  inTheMiddle,
  pasteEdits,
  readClipping,
  unitsOf,
  type Design,
  type StackUnit,
} from '@brelm/core/design';
import { drawingBounds, paint, type PaintContext } from '@brelm/core/drawing';
import { partTitle } from '@brelm/core/parts';
import { shortenedTo } from '@brelm/core/wording';
import { useDrawing, type Resolved } from '../design';
import type { Editing } from '../editor/use-edit';
import { makeSurface } from '../platform/surfaces';
import { useAppSelector } from '../store';
import { reasonOf, useDesignsInfiniteQuery, useGarmentsQuery } from '../store/api';
import { useDesignToTakeFromQuery, useStartersQuery } from '../store/design-documents-api';
import { SelectField } from '../ui';
import { say } from '../words/stack';

/** As many designs as are offered: those that were changed last. */
const OFFERED = 12;
/** As many parts as are shown of one. */
const SHOWN = 24;
/** Of a part's picture, CSS px. */
const [WIDE, HIGH] = [104, 80];

/** Whose parts were looked at last: they are again when another part is added. */
let last = '';

/** Parts and bundles of other designs and of starters, each taken by a click. */
export function PartsElsewhere({
  design,
  edit,
  onDone,
}: {
  design: Design;
  edit: Editing;
  onDone: () => void;
}) {
  const [from, setFrom] = useState(last);
  const own = useAppSelector((s) => s.editor.id);
  const { data } = useDesignsInfiniteQuery({ search: '' });
  const { data: starters = [] } = useStartersQuery();
  const others = (data?.pages[0]?.designs ?? []).filter((d) => d.id !== own).slice(0, OFFERED);
  const starter = starters.find((s) => s.id === from);
  const isKnown = starter !== undefined || others.some((d) => d.id === from);
  const fetched = useDesignToTakeFromQuery(from, { skip: !isKnown || starter !== undefined });
  const source = !isKnown ? undefined : (starter?.document ?? fetched.data);
  if (others.length === 0 && starters.length === 0) return null;
  return (
    <section aria-label={say('partsOfOtherDesigns')} className="mt-4 border-t border-line pt-3">
      <SelectField
        label={say('takeAPartOutOf')}
        className="max-w-96"
        value={isKnown ? from : ''}
        onChange={(e) => {
          last = e.target.value;
          setFrom(last);
        }}
      >
        <option value="">{say('anotherDesignOrAStarter')}</option>
        {others.length > 0 && (
          <optgroup label={say('designsThatWereChangedLast')}>
            {others.map((d) => (
              <option key={d.id} value={d.id}>
                {shortenedTo(d.name, 60)}
              </option>
            ))}
          </optgroup>
        )}
        {starters.length > 0 && (
          <optgroup label={say('starters')}>
            {starters.map((s) => (
              <option key={s.id} value={s.id}>
                {shortenedTo(s.document.name, 60)}
              </option>
            ))}
          </optgroup>
        )}
      </SelectField>
      {isKnown && fetched.isError && (
        <p role="alert" className="mt-1.5">
          {reasonOf(fetched.error)}
        </p>
      )}
      {isKnown && fetched.isFetching && !source && (
        <p role="status" className="mt-1.5 text-[13px] text-muted">
          {say('fetchingIt')}
        </p>
      )}
      {source && <Units source={source} design={design} edit={edit} onDone={onDone} />}
    </section>
  );
}

function Units({
  source,
  design,
  edit,
  onDone,
}: {
  source: Design;
  design: Design;
  edit: Editing;
  onDone: () => void;
}) {
  const resolved = useDrawing(source, undefined);
  const { data: garments = [] } = useGarmentsQuery();
  const ground = (garments.find((g) => g.id === source.backdrop) ?? garments[0])?.value ?? '#8b8f90';
  const units = useMemo(
    () =>
      unitsOf(
        source,
        source.parts.filter((p) => !p.hidden).map((p) => p.id),
      ),
    [source],
  );
  const titleOf = ({ bundle, parts }: StackUnit) => {
    const name = bundle && source.bundles.find((b) => b.id === bundle)?.name;
    return name || source.parts.flatMap((p) => (parts.includes(p.id) ? [partTitle(p)] : [])).join(', ');
  };
  const take = (unit: StackUnit) => {
    const clipping = readClipping(clippingOf(source, unit.parts));
    if (!clipping || !resolved) return;
    const box = drawingBounds(only(resolved, unit).drawing);
    const { edits, select } = pasteEdits(design, clipping, inTheMiddle(design, source.board, box));
    edit.make(say('takeOutOf', { title: titleOf(unit), name: source.name }), edits, { select });
    onDone();
  };
  if (units.length === 0) return <p className="mt-1.5 text-[13px] text-muted">{say('itHasNoParts')}</p>;
  return (
    <ul className="mt-2 grid grid-cols-[repeat(auto-fill,minmax(104px,1fr))] gap-1.5">
      {units.slice(0, SHOWN).map((unit) => (
        <li key={unit.parts[0]}>
          <button
            type="button"
            className="block w-full overflow-hidden rounded-md border border-line text-left hover:border-ink"
            title={titleOf(unit)}
            disabled={!resolved}
            onClick={() => take(unit)}
          >
            {resolved && <UnitPicture resolved={resolved} unit={unit} ground={ground} />}
            <span className="block truncate px-1.5 py-0.5 text-[12px]">{titleOf(unit)}</span>
          </button>
        </li>
      ))}
      {units.length > SHOWN && (
        <li className="self-center text-[12.5px] text-muted">
          {say('andMoreOpenItTo', { units: units.length - SHOWN })}
        </li>
      )}
    </ul>
  );
}

/** What is drawn of some parts alone. */
const only = (resolved: Resolved, { parts }: StackUnit): Resolved => ({
  ...resolved,
  drawing: { ...resolved.drawing, groups: resolved.drawing.groups.filter((g) => parts.includes(g.part)) },
});

function UnitPicture({ resolved, unit, ground }: { resolved: Resolved; unit: StackUnit; ground: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const { drawing, pictures } = only(resolved, unit);
    const ratio = window.devicePixelRatio || 1;
    const size = { width: Math.round(WIDE * ratio), height: Math.round(HIGH * ratio) };
    Object.assign(canvas.current!, size);
    const context = canvas.current!.getContext('2d')!;
    context.fillStyle = ground;
    context.fillRect(0, 0, size.width, size.height);
    const { left, top, right, bottom } = drawingBounds(drawing);
    const scale = Math.min((0.86 * size.width) / (right - left), (0.86 * size.height) / (bottom - top));
    if (!Number.isFinite(scale) || scale <= 0) return;
    const x = size.width / 2 - (scale * (left + right)) / 2;
    const y = size.height / 2 - (scale * (top + bottom)) / 2;
    const own = makeSurface(size.width, size.height);
    paint(
      own.context as unknown as PaintContext,
      drawing,
      { view: [scale, 0, 0, scale, x, y], pictures, surfaces: makeSurface },
      size,
    );
    context.drawImage(own.canvas as CanvasImageSource, 0, 0);
  }, [resolved, unit, ground]);
  return <canvas ref={canvas} aria-hidden className="block h-20 w-full object-cover" />;
}
