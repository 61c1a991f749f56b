import { useMemo, useState } from 'react';
import { freshId, type Design, partIds } from '@brelm/core/design';
import { motif, place } from '@brelm/core/parts';
import { boxHeight, boxWidth, pathBounds, toSvgPath, transformPath } from '@brelm/core/geometry';
import { useEdit } from '../../editor/use-edit';
import { face as faceNow } from '../../platform/faces';
import { useTypefacesQuery } from '../../store/api';
import { Button, Modal } from '../../ui';
import { GlyphPicture } from './alternates';
import { say } from '../../words/lettering';

const PAGE = 120;

/** Every glyph of a typeface; a chosen one comes in as a motif. */
export function GlyphBrowser({
  face: id,
  ink,
  design,
  onClose,
}: {
  face: string;
  ink: string;
  design: Design;
  onClose: () => void;
}) {
  const edit = useEdit();
  const face = faceNow(id);
  const { data: typefaces } = useTypefacesQuery();
  const entry = typefaces?.find((t) => t.id === id);
  const [page, setPage] = useState(0);
  const drawn = useMemo(
    () =>
      face
        ? Array.from({ length: face.glyphCount }, (_, g) => g).filter((g) => face.outline(g).length > 0)
        : [],
    [face],
  );
  const pages = Math.max(1, Math.ceil(drawn.length / PAGE));
  const bringIn = (glyph: number) => {
    const outline = transformPath(face!.outline(glyph), [1, 0, 0, -1, 0, 0]);
    const box = pathBounds(outline);
    const path = toSvgPath(transformPath(outline, [1, 0, 0, 1, -box.left, -box.top]));
    const [width, height] = [Math.max(1, boxWidth(box)), Math.max(1, boxHeight(box))];
    const part = freshId('ornament', partIds(design));
    const { width: w, height: h } = design.board;
    const scale = (Math.min(w, h) * 0.25) / Math.max(width, height);
    edit.make(
      say('addAnOrnament'),
      [
        {
          op: 'addPart',
          at: 0,
          part: motif(
            part,
            `${entry?.name ?? say('ornament2')} ${glyph}`,
            place(w / 2, h / 2, scale),
            { width, height, outlines: [{ path, ink, rule: 'nonzero', opacity: 1, stroke: null }] },
            { source: entry?.name, ...(entry?.licence ?? { id: 'unknown' }) },
          ),
        },
      ],
      { select: [part] },
    );
    onClose();
  };
  return (
    <Modal open onClose={onClose} title={say('allOf', { name: entry?.name ?? say('theTypeface') })} wide>
      <p className="mb-2 text-[13px] text-muted">{say('formsOneThatIsChosen', { drawn: drawn.length })}</p>
      <ul className="grid max-h-[420px] grid-cols-10 gap-1 overflow-y-auto">
        {face &&
          drawn.slice(page * PAGE, (page + 1) * PAGE).map((glyph) => (
            <li key={glyph}>
              <button
                type="button"
                aria-label={say('form3', { glyph })}
                className="flex h-14 w-full items-center justify-center rounded-md border border-line bg-paper hover:border-ink"
                onClick={() => bringIn(glyph)}
              >
                <GlyphPicture face={face} glyph={glyph} size={42} />
              </button>
            </li>
          ))}
      </ul>
      {pages > 1 && (
        <div className="mt-3 flex items-center gap-2">
          <Button disabled={page === 0} onClick={() => setPage(page - 1)}>
            {say('before')}
          </Button>
          <span className="text-[13px] text-muted">{say('of', { page: page + 1, pages })}</span>
          <Button disabled={page >= pages - 1} onClick={() => setPage(page + 1)}>
            {say('next')}
          </Button>
        </div>
      )}
    </Modal>
  );
}
