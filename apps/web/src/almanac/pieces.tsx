import { ArrowDown, ArrowUp, Plus, Trash2 } from 'lucide-react';
import { PIECES, type Piece, type PieceKind } from '@brelm/core/idea';
import { Button, IconButton, SelectField, TextBox } from '../ui';
import { say } from '../words/almanac';

const HINTS: Readonly<Record<PieceKind, string>> = {
  line: say('whatTheLineSays'),
  figure: say('whatItShowsOwlLantern'),
  backdrop: say('sunburstStripedSunShield'),
  wear: say('thinInkCracksScratches'),
};

/** What a thing that sells is made of, front first: each becomes a part of the new design. */
export function Pieces({
  pieces,
  onChange,
}: {
  pieces: readonly Piece[];
  onChange: (pieces: Piece[], gesture?: string) => void;
}) {
  const put = (i: number, piece: Piece, gesture?: string) =>
    onChange(
      pieces.map((p, k) => (k === i ? piece : p)),
      gesture,
    );
  const move = (i: number, by: -1 | 1) => {
    const next = [...pieces];
    [next[i], next[i + by]] = [next[i + by], next[i]];
    onChange(next);
  };
  return (
    <section aria-label={say('takenApart')}>
      <h3 className="heading mb-1">{say('takenApart')}</h3>
      <p className="mb-1.5 text-[12.5px] text-muted">{say('whatItIsMadeOf')}</p>
      <ol className="flex flex-col gap-1">
        {pieces.map((piece, i) => (
          <li key={i} className="grid grid-cols-[96px_1fr_auto] items-end gap-1.5">
            <SelectField
              label={say('piece', { i: i + 1 })}
              value={piece.kind}
              onChange={(e) => put(i, { ...piece, kind: e.target.value as PieceKind })}
            >
              {PIECES.map((k) => (
                <option key={k}>{k}</option>
              ))}
            </SelectField>
            <TextBox
              label={say('words')}
              placeholder={HINTS[piece.kind]}
              value={piece.words}
              onCommit={(words, gesture) => put(i, { ...piece, words: words.slice(0, 300) }, gesture)}
            />
            <span className="flex">
              <IconButton
                label={say('pieceFurtherToTheFront', { i: i + 1 })}
                disabled={i === 0}
                onClick={() => move(i, -1)}
              >
                <ArrowUp size={14} />
              </IconButton>
              <IconButton
                label={say('pieceFurtherBack', { i: i + 1 })}
                disabled={i === pieces.length - 1}
                onClick={() => move(i, 1)}
              >
                <ArrowDown size={14} />
              </IconButton>
              <IconButton
                label={say('removePiece', { i: i + 1 })}
                onClick={() => onChange(pieces.filter((_, k) => k !== i))}
              >
                <Trash2 size={14} />
              </IconButton>
            </span>
          </li>
        ))}
      </ol>
      <Button
        className="mt-1.5"
        disabled={pieces.length >= 20}
        onClick={() => {
          const kind = (['line', 'figure', 'backdrop', 'wear'] as const).find(
            (k) => !pieces.some((p) => p.kind === k),
          );
          onChange([...pieces, { kind: kind ?? 'line', words: '' }]);
        }}
      >
        <Plus size={15} aria-hidden />
        {say('addAPiece')}
      </Button>
    </section>
  );
}
