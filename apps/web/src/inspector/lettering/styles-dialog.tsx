import { Trash2 } from 'lucide-react';
import { useMemo, useState, useSyncExternalStore } from 'react';
import {
  emptyDesign,
  readStyle,
  styleEdits,
  styleText,
  type Design,
  type LetteringStyle,
} from '@brelm/core/design';
import type { LetteringPart } from '@brelm/core/parts';
import { boxHeight, boxWidth, isEmptyBox } from '@brelm/core/geometry';
import { writeSvg } from '@brelm/core/drawing';
import { partLocalBox } from '@brelm/core/resolve';
import { resolveStill } from '../../design';
import { useEdit } from '../../editor/use-edit';
import { loadedVersion, onLoaded } from '../../platform/loaded';
import { materials } from '../../platform/materials';
import { reasonOf, useAddStyleMutation, useRemoveStyleMutation, useStylesQuery } from '../../store/api';
import { Button, IconButton, Modal, notify } from '../../ui';
import { say } from '../../words/lettering';

/** A style by its look: its own words set in it. */
function StylePicture({ style }: { style: LetteringStyle }) {
  // Drawn again as typefaces come in.
  const version = useSyncExternalStore(onLoaded, loadedVersion);
  const svg = useMemo(() => {
    void version;
    const part: LetteringPart = {
      ...style.part,
      place: { x: 0, y: 0, turn: 0, scaleX: 1, scaleY: 1 },
      baseline: { kind: 'straight' },
    };
    const base = emptyDesign(
      '',
      { spec: 'none', side: 'none', width: 16, height: 16, dpi: 300 },
      'none',
      [],
      {
        name: say('ink'),
        value: '#20262a',
      },
    );
    const design: Design = { ...base, inks: style.inks, parts: [part] };
    const box = partLocalBox(part, design, materials);
    if (isEmptyBox(box)) return '';
    const room = boxHeight(box) * 0.35;
    const [width, height] = [boxWidth(box) + 2 * room, boxHeight(box) + 2 * room];
    const placed = {
      ...design,
      board: { ...design.board, width: Math.ceil(width), height: Math.ceil(height) },
      parts: [{ ...part, place: { ...part.place, x: room - box.left, y: room - box.top } }],
    };
    return writeSvg(resolveStill(placed), { picture: () => null });
  }, [style, version]);
  if (!svg) return <span className="block h-16" />;
  return (
    <img
      alt=""
      className="block h-16 w-full object-contain"
      src={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`}
    />
  );
}

/** Looks of lettering that are kept: put on this lettering, or kept from it. */
export function StylesDialog({
  part,
  design,
  onClose,
}: {
  part: LetteringPart;
  design: Design;
  onClose: () => void;
}) {
  const edit = useEdit();
  const { data: stored, isError, refetch } = useStylesQuery();
  const [add] = useAddStyleMutation();
  const [remove] = useRemoveStyleMutation();
  const [name, setName] = useState('');
  const styles = useMemo(
    () =>
      (stored ?? []).flatMap((s) => {
        const style = readStyle(s.document);
        return style ? [{ ...s, style }] : [];
      }),
    [stored],
  );
  const keep = () =>
    void add({ name: name.trim(), document: styleText(design, part) })
      .unwrap()
      .then(
        (kept) => {
          setName('');
          notify('done', say('theStyleIsKept', { name: kept.name }));
        },
        (error: unknown) => notify('fault', say('theStyleWasNotKept', { reason: reasonOf(error) })),
      );
  return (
    <Modal open onClose={onClose} title={say('letteringStyles')} wide>
      <form
        className="flex items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          keep();
        }}
      >
        <label className="flex-1">
          <span className="block text-[11.5px] text-muted">{say('keepThisLetteringsLookAs')}</span>
          <input
            className="field !h-8"
            maxLength={120}
            placeholder={say('aNameForTheStyle')}
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
        </label>
        <Button type="submit" disabled={!name.trim()}>
          {say('keep')}
        </Button>
      </form>
      {isError && (
        <p className="mt-3">
          {say('theStylesCouldNotBe')}{' '}
          <button type="button" className="text-spruce underline" onClick={() => void refetch()}>
            {say('tryAgain')}
          </button>
        </p>
      )}
      {stored && styles.length === 0 && <p className="mt-4 text-muted">{say('noStyleIsKeptYet')}</p>}
      <ul className="mt-3 grid max-h-[440px] grid-cols-3 gap-2 overflow-y-auto">
        {styles.map((s) => (
          <li key={s.id} className="flex flex-col rounded-md border border-line bg-paper">
            <button
              type="button"
              aria-label={say('putOnTheStyle', { name: s.name })}
              className="flex flex-1 items-center rounded-t-md bg-surround px-2 py-2 hover:outline-2 hover:outline-spruce"
              onClick={() => {
                edit.make(say('style', { name: s.name }), styleEdits(design, part, s.style));
                onClose();
              }}
            >
              <StylePicture style={s.style} />
            </button>
            <span className="flex items-center pl-2">
              <span className="min-w-0 flex-1 truncate text-[13px]" title={s.name}>
                {s.name}
              </span>
              <IconButton label={say('removeTheStyle', { name: s.name })} onClick={() => void remove(s.id)}>
                <Trash2 size={14} />
              </IconButton>
            </span>
          </li>
        ))}
      </ul>
    </Modal>
  );
}
