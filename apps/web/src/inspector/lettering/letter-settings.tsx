import clsx from 'clsx';
import { RotateCcw } from 'lucide-react';
import { lookAt, styleLetters, type Design } from '@brelm/core/design';
import type { LetteringPart } from '@brelm/core/parts';
import type { SpanLook } from '@brelm/core/type';
import { useTools } from '../../board/tools';
import { useEdit } from '../../editor/use-edit';
import { Button, NumberField, SelectField } from '../../ui';
import { Alternates } from './alternates';
import { FaceField } from './face-field';
import { Section } from './section';
import { say } from '../../words/lettering';

/** The letters of one line as buttons: one is chosen, with Shift all up to it. */
function Strip({ part, line }: { part: LetteringPart; line: number }) {
  const { letters, setLetters } = useTools();
  const { text } = part.lines[line];
  const mine = letters?.part === part.id && letters.line === line ? letters : null;
  const cells: { c: string; at: number }[] = [];
  let at = 0;
  for (const c of text) {
    cells.push({ c, at });
    at += c.length;
  }
  return (
    <div className="flex flex-wrap gap-px" role="group" aria-label={say('lettersOfLine', { line: line + 1 })}>
      {cells.slice(0, 200).map(({ c, at: from }) => {
        const to = from + c.length;
        const on = mine !== null && mine.from <= from && to <= mine.to;
        return (
          <button
            key={from}
            type="button"
            aria-pressed={on}
            aria-label={c === ' ' ? say('space') : c}
            className={clsx(
              'h-6 min-w-5 rounded-[3px] border px-0.5 text-center text-[13px]',
              on ? 'border-spruce bg-spruce text-white' : 'border-line bg-paper hover:border-ink',
            )}
            onClick={(e) => {
              if (e.shiftKey && mine)
                setLetters({
                  part: part.id,
                  line,
                  from: Math.min(mine.from, from),
                  to: Math.max(mine.to, to),
                });
              else if (on && mine?.from === from && mine.to === to) setLetters(null);
              else setLetters({ part: part.id, line, from, to });
            }}
          >
            {c === ' ' ? '·' : c}
          </button>
        );
      })}
    </div>
  );
}

/** The look of single letters: ink, size, height, turn, typeface, and other forms of them. */
export function LetterSettings({ part, design }: { part: LetteringPart; design: Design }) {
  const edit = useEdit();
  const { letters } = useTools();
  const chosen = letters?.part === part.id && part.lines[letters.line] ? letters : null;
  const line = chosen ? part.lines[chosen.line] : null;
  const look = line && chosen ? lookAt(line, chosen.from) : {};
  const set = (
    change: { [K in keyof SpanLook]?: SpanLook[K] | undefined },
    label: string,
    gesture?: string,
  ) =>
    chosen &&
    edit.part(
      part.id,
      label,
      {
        lines: part.lines.map((l, i) =>
          i === chosen.line ? styleLetters(l, chosen.from, chosen.to, change) : l,
        ),
      },
      gesture,
    );
  const styled = part.lines.reduce((n, l) => n + l.spans.length, 0);
  const number = (
    label: string,
    value: number,
    check: (v: number) => string | null,
    onChange: (v: number) => void,
  ) => <NumberField label={label} digits={1} value={value} check={check} onChange={onChange} />;
  const gesture = `letters ${part.id} ${chosen?.line} ${chosen?.from}`;
  return (
    <Section
      title={say('letters')}
      state={
        chosen && line ? `“${line.text.slice(chosen.from, chosen.to)}”` : styled ? 'some differ' : 'all alike'
      }
      set={chosen !== null || styled > 0}
    >
      {part.lines.map((_, i) => (
        <Strip key={i} part={part} line={i} />
      ))}
      {!chosen || !line ? (
        <p className="text-[12.5px] text-muted">{say('chooseLettersHereOrDouble')}</p>
      ) : (
        <>
          <div className="grid grid-cols-2 gap-1.5">
            <FaceField
              label={say('typeface2')}
              value={look.face ?? line.face}
              words={line.text.slice(chosen.from, chosen.to)}
              onChange={(face) => set({ face: face === line.face ? undefined : face }, say('changeLetters'))}
            />
            <SelectField
              label={say('ink')}
              value={look.ink ?? ''}
              onChange={(e) => set({ ink: e.target.value || undefined }, say('changeTheInkOfLetters'))}
            >
              <option value="">{say('asTheLine')}</option>
              {design.inks.map((ink) => (
                <option key={ink.id} value={ink.id}>
                  {ink.name}
                </option>
              ))}
            </SelectField>
          </div>
          <div className="grid grid-cols-4 gap-1.5">
            {number(
              say('size'),
              (look.scale ?? 1) * 100,
              (v) => (v >= 5 && v <= 2000 ? null : say('n5To2000')),
              (v) => set({ scale: v === 100 ? undefined : v / 100 }, say('sizeOfLetters'), `${gesture} size`),
            )}
            {number(
              say('raise'),
              look.shift ?? 0,
              (v) => (Math.abs(v) <= 3000 ? null : '±3000'),
              (v) => set({ shift: v || undefined }, say('raiseLetters'), `${gesture} raise`),
            )}
            {number(
              say('turn'),
              look.turn ?? 0,
              (v) => (Math.abs(v) <= 360 ? null : '±360'),
              (v) => set({ turn: v || undefined }, say('turnLetters'), `${gesture} turn`),
            )}
            {number(
              say('tracking'),
              look.tracking ?? line.tracking,
              (v) => (v >= -500 && v <= 5000 ? null : say('n500To5000')),
              (v) =>
                set(
                  { tracking: v === line.tracking ? undefined : v },
                  say('trackLetters'),
                  `${gesture} track`,
                ),
            )}
          </div>
          <Alternates
            face={look.face ?? line.face}
            axes={{ ...line.axes, ...look.axes }}
            line={line}
            from={chosen.from}
            features={look.features ?? []}
            onChoose={(features) =>
              set({ features: features.length ? features : undefined }, say('chooseAForm'))
            }
          />
          <Button
            className="self-start"
            onClick={() =>
              set(
                {
                  ...{ face: undefined, scale: undefined, tracking: undefined, ink: undefined },
                  ...{ shift: undefined, turn: undefined, features: undefined, axes: undefined },
                },
                say('makeLettersAsTheLine'),
              )
            }
          >
            <RotateCcw size={14} aria-hidden /> {say('asTheLine2')}
          </Button>
        </>
      )}
    </Section>
  );
}
