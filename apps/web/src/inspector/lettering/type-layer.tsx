import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { textOf, typeOver, type Design } from '@brelm/core/design';
import { type LetteringLine, type LetteringPart, letteringBlock } from '@brelm/core/parts';
import { outlineOn, partMatrix } from '@brelm/core/resolve';
import { spellableIn } from '@brelm/core/proof';
import { applyMatrix, invert, multiply, type Matrix } from '@brelm/core/geometry';
import { caretAt, placeAt } from '@brelm/core/type';
import { useAppDispatch } from '../../store';
import { redone, undone } from '../../store/editor';
import { setLive } from '../../editor/live';
import { useTools } from '../../board/tools';
import { newGesture, type Editing } from '../../editor/use-edit';
import type { View } from '../../board/use-view';
import { materials } from '../../platform/materials';
import { spellableWords, useDoubts } from './use-doubts';
import { say } from '../../words/lettering';

/** What is typed goes into the design after this rest, ms; it is seen at once. */
const REST_MS = 100;
/** A press further from the words than so many of their heights ends typing. */
const FAR = 1.5;

/** Where an index into the whole text lies: line and place in it. */
function placeOf(lines: readonly LetteringLine[], at: number): { line: number; index: number } {
  let left = at;
  for (let line = 0; line < lines.length; line++) {
    if (left <= lines[line].text.length) return { line, index: left };
    left -= lines[line].text.length + 1;
  }
  const line = Math.max(0, lines.length - 1);
  return { line, index: lines[line]?.text.length ?? 0 };
}

function indexOf(lines: readonly LetteringLine[], { line, index }: { line: number; index: number }): number {
  let at = 0;
  for (let i = 0; i < line; i++) at += lines[i].text.length + 1;
  return at + index;
}

/** What a layer over the board needs to work on one part of lettering. */
export interface OverBoard {
  part: LetteringPart;
  design: Design;
  view: View;
  edit: Editing;
}

/**
 * Typing in place: a caret and a selection on the letters themselves, wherever they run. The keys go to a
 * text field that is not seen, so that everything that an operating system does with text works here.
 */
export function TypeLayer({ part, design, view, edit }: OverBoard) {
  const dispatch = useAppDispatch();
  const { setTyping, letters, setLetters } = useTools();
  const field = useRef<HTMLTextAreaElement>(null);
  const [draft, setDraft] = useState<LetteringLine[] | null>(null);
  const [range, setRange] = useState<[number, number]>([0, 0]);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const pending = useRef<LetteringLine[] | null>(null);
  const [gesture] = useState(() => newGesture('type'));
  const lines = draft ?? part.lines;
  const text = textOf(lines);

  const commit = useCallback(() => {
    clearTimeout(timer.current);
    if (!pending.current) return;
    edit.part(part.id, say('type'), { lines: pending.current }, gesture);
    pending.current = null;
    setLive(null);
    setDraft(null);
  }, [edit, part.id, gesture]);
  // What was typed last is kept, however typing ends.
  const last = useRef(commit);
  useLayoutEffect(() => {
    last.current = commit;
  });
  useEffect(() => {
    const keep = () => last.current();
    window.addEventListener('pagehide', keep);
    return () => {
      window.removeEventListener('pagehide', keep);
      keep();
    };
  }, []);

  useEffect(() => {
    const area = field.current!;
    area.focus();
    area.setSelectionRange(0, area.value.length);
    setRange([0, area.value.length]);
  }, []);
  // The letters that are selected here are those that the settings show, and the other way round.
  const told = useRef('');
  useEffect(() => {
    const from = placeOf(lines, range[0]);
    const to = placeOf(lines, range[1]);
    const next =
      range[0] < range[1] && from.line === to.line
        ? { part: part.id, line: from.line, from: from.index, to: to.index }
        : null;
    const said = JSON.stringify(next);
    if (told.current === said) return;
    told.current = said;
    setLetters(next);
  }, [range, lines, part.id, setLetters]);
  useEffect(() => {
    // What was chosen in the settings; what was told to them from here comes back and is known.
    if (!letters || letters.part !== part.id || JSON.stringify(letters) === told.current) return;
    told.current = JSON.stringify(letters);
    const at = (index: number) => indexOf(part.lines, { line: letters.line, index });
    const [from, to] = [at(letters.from), at(letters.to)];
    field.current?.setSelectionRange(from, to);
    setRange([from, to]);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only a new choice counts
  }, [letters]);

  const typed = (value: string) => {
    const next = typeOver(lines, value);
    pending.current = next;
    setDraft(next);
    setLive([{ op: 'updatePart', part: part.id, change: { lines: next } }]);
    clearTimeout(timer.current);
    timer.current = setTimeout(() => last.current(), REST_MS);
  };

  const shown = useMemo(() => ({ ...part, lines }), [part, lines]);
  const block = letteringBlock(shown, materials, (id) => outlineOn(design, id));
  const toScreen: Matrix = multiply([view.scale, 0, 0, view.scale, view.x, view.y], partMatrix(part));
  const point = (x: number, y: number) => applyMatrix(toScreen, x, y);
  const caret = (at: number) => {
    const { line, index } = placeOf(lines, at);
    const c = caretAt(block, line, index);
    return c && ([point(c[0], c[1]), point(c[2], c[3])] as const);
  };

  /** Index of the place nearest to a point of the screen, and how far it is in heights of the words. */
  const nearest = (e: { clientX: number; clientY: number; currentTarget: Element }) => {
    const frame = e.currentTarget.getBoundingClientRect();
    const [x, y] = applyMatrix(invert(toScreen), e.clientX - frame.left, e.clientY - frame.top);
    const at = placeAt(
      block,
      lines.map((l) => l.text),
      x,
      y,
    );
    const c = caretAt(block, at.line, at.index);
    const height = c ? Math.hypot(c[2] - c[0], c[3] - c[1]) : 1;
    const away = c ? Math.hypot((c[0] + c[2]) / 2 - x, (c[1] + c[3]) / 2 - y) : Infinity;
    return { index: indexOf(lines, at), away: away / Math.max(1, height) };
  };
  const anchor = useRef<number | null>(null);
  const select = (from: number, to: number) => {
    field.current?.setSelectionRange(Math.min(from, to), Math.max(from, to));
    setRange([Math.min(from, to), Math.max(from, to)]);
  };

  const end = () => {
    commit();
    setTyping(null);
  };
  const bar = caret(range[1]);
  const marks: string[] = [];
  for (let at = range[0]; at < range[1]; at++) {
    if (text[at] === '\n') continue;
    const [a, b] = [caret(at), caret(at + 1)];
    if (a && b) marks.push([...a[0], ...a[1], ...b[1], ...b[0]].map((n) => n.toFixed(1)).join(' '));
  }
  const doubtful = new Set(useDoubts(spellableWords(lines)).map((d) => d.word));
  /** Feet of the carets along each doubtful word, but for the one that is being typed. */
  const underlines = lines.flatMap((l, i) => {
    const begins = indexOf(lines, { line: i, index: 0 });
    return spellableIn(l.text)
      .filter(({ word, at }) => doubtful.has(word) && range[1] !== begins + at + word.length)
      .map(({ word, at }) =>
        Array.from({ length: word.length + 1 }, (_, n) => caret(begins + at + n)?.[0])
          .filter((p) => p !== undefined)
          .map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`)
          .join(' '),
      );
  });
  return (
    <div
      data-testid="type-layer"
      className="absolute inset-0 cursor-text"
      onPointerDown={(e) => {
        if (e.button !== 0) return;
        e.preventDefault();
        const { index, away } = nearest(e);
        if (away > FAR) return end();
        e.currentTarget.setPointerCapture(e.pointerId);
        anchor.current = e.shiftKey ? range[0] : index;
        select(anchor.current, index);
        field.current?.focus();
      }}
      onPointerMove={(e) => {
        if (anchor.current !== null) select(anchor.current, nearest(e).index);
      }}
      onPointerUp={() => (anchor.current = null)}
      onDoubleClick={(e) => {
        const { index } = nearest(e);
        const before = /[\p{L}\p{N}'’]*$/u.exec(text.slice(0, index))![0].length;
        const after = /^[\p{L}\p{N}'’]*/u.exec(text.slice(index))![0].length;
        select(index - before, index + after);
      }}
    >
      <svg aria-hidden className="pointer-events-none absolute inset-0 h-full w-full">
        {marks.map((points, i) => (
          <polygon key={i} points={points} fill="#1f5f50" opacity={0.3} />
        ))}
        {underlines.map((points, i) => (
          <g key={i} data-testid="doubtful" fill="none">
            <polyline points={points} stroke="#fffdf9" strokeWidth={4.5} />
            <polyline points={points} stroke="#b7791f" strokeWidth={2.5} strokeDasharray="2.5 2.5" />
          </g>
        ))}
        {bar && (
          <g className="caret">
            <line
              {...{ x1: bar[0][0], y1: bar[0][1], x2: bar[1][0], y2: bar[1][1] }}
              stroke="#fffdf9"
              strokeWidth={4}
            />
            <line
              {...{ x1: bar[0][0], y1: bar[0][1], x2: bar[1][0], y2: bar[1][1] }}
              stroke="#1f5f50"
              strokeWidth={2}
            />
          </g>
        )}
      </svg>
      <textarea
        ref={field}
        aria-label={say('wordsOnTheBoard')}
        wrap="off"
        className="pointer-events-none absolute h-px w-px overflow-hidden whitespace-pre opacity-0"
        style={{ left: bar?.[0][0] ?? 0, top: bar?.[0][1] ?? 0 }}
        spellCheck={false}
        maxLength={10000}
        value={text}
        onChange={(e) => {
          typed(e.target.value);
          setRange([e.target.selectionStart, e.target.selectionEnd]);
        }}
        onSelect={(e) => setRange([e.currentTarget.selectionStart, e.currentTarget.selectionEnd])}
        onKeyDown={(e) => {
          const ctrl = e.ctrlKey || e.metaKey;
          if (e.key === 'Escape') {
            e.preventDefault();
            end();
          } else if (ctrl && /^[zy]$/i.test(e.key)) {
            // The design's own steps, not the field's.
            e.preventDefault();
            commit();
            dispatch(e.shiftKey || e.key.toLowerCase() === 'y' ? redone() : undone());
          }
          e.stopPropagation();
        }}
      />
    </div>
  );
}
