import { AlignCenter, AlignLeft, AlignRight, Plus } from 'lucide-react';
import { useState } from 'react';
import { dealInks, replaceEdits, typeOver, textOf, type Design } from '@brelm/core/design';
import { letteringLine, type LetteringLine, type LetteringPart } from '@brelm/core/parts';
import { useTools } from '../../board/tools';
import { useEdit } from '../../editor/use-edit';
import { Button, IconButton } from '../../ui';
import { BaselineSettings } from './baseline-settings';
import { MeasureSettings } from './block-settings';
import { DecorationSettings } from './decoration-settings';
import { EnvelopeSettings } from './envelope-settings';
import { LetterSettings } from './letter-settings';
import { LineSettingsFields } from './line-settings';
import { SpellingNote } from './spelling-note';
import { StylesDialog } from './styles-dialog';
import { lettersApart } from '@brelm/core/resolve';
import { materials } from '../../platform/materials';
import { useTip } from '../../keys';
import { say } from '../../words/lettering';

const ALIGNS = [
  ['left', say('alignLeft'), AlignLeft],
  ['centre', say('centreTheLines'), AlignCenter],
  ['right', say('alignRight'), AlignRight],
] as const;

/** Words, typefaces, and everything that lettering can be made to do. */
export function LetteringSettings({ part, design }: { part: LetteringPart; design: Design }) {
  const tip = useTip();
  const edit = useEdit();
  const tools = useTools();
  const [styles, setStyles] = useState(false);
  const change = (lines: LetteringLine[], label: string, gesture?: string) =>
    edit.part(part.id, label, { lines }, gesture);
  const line = (i: number, label: string, value: Partial<LetteringLine>, gesture?: boolean) => {
    const lines =
      value.text === undefined
        ? part.lines.map((l, k) => (k === i ? { ...l, ...value } : l))
        : typeOver(
            part.lines,
            textOf(part.lines.map((l, k) => (k === i ? { ...l, text: value.text!.replace(/\n/g, ' ') } : l))),
          );
    change(lines, label, gesture ? `${label} ${part.id} ${i}` : undefined);
  };
  const add = () => {
    const last = part.lines.at(-1);
    change(
      [
        ...part.lines,
        last ? { ...last, text: '', spans: [] } : letteringLine('', 'rye', 300, design.inks[0].id),
      ],
      say('addALine'),
    );
  };
  return (
    <div className="flex flex-col gap-2.5">
      {part.lines.map((_, i) => (
        <LineSettingsFields
          key={i}
          part={part}
          at={i}
          design={design}
          onLine={(label, value, gesture) => line(i, label, value, gesture)}
          onRemove={
            part.lines.length > 1
              ? () =>
                  change(
                    part.lines.filter((_l, k) => k !== i),
                    say('removeALine'),
                  )
              : null
          }
        />
      ))}
      <SpellingNote
        part={part}
        onReplace={(word, by) =>
          edit.make(
            say('mendAWord'),
            replaceEdits({ ...design, parts: [part] }, word, by, { matchCase: true, wholeWords: true }),
          )
        }
      />
      <div className="flex items-center gap-0.5">
        <button
          type="button"
          className="inline-flex items-center gap-1 rounded-md px-1 py-0.5 text-[13px] text-spruce hover:underline"
          onClick={add}
        >
          <Plus size={14} aria-hidden /> {say('line')}
        </button>
        <button
          type="button"
          className="mr-auto rounded-md px-1 py-0.5 text-[13px] text-spruce hover:underline"
          title={tip(say('typeOnTheBoard'), 'type', say('orADoubleClickOn'))}
          disabled={part.locked}
          onClick={() => tools.setTyping(part.id)}
        >
          {say('typeInPlace')}
        </button>
        {part.lines.length > 1 &&
          ALIGNS.map(([align, label, Icon]) => (
            <IconButton
              key={align}
              label={label}
              pressed={part.align === align}
              onClick={() => edit.part(part.id, label, { align })}
            >
              <Icon size={16} />
            </IconButton>
          ))}
      </div>
      <div className="flex flex-col gap-1.5">
        <MeasureSettings part={part} design={design} />
        <BaselineSettings part={part} design={design} />
        <EnvelopeSettings part={part} />
        <LetterSettings part={part} design={design} />
        <DecorationSettings part={part} design={design} />
        <div className="flex flex-wrap gap-1.5 border-t border-line pt-2">
          <Button onClick={() => setStyles(true)}>{say('styles')}</Button>
          <Button title={tip(say('inAllLetteringOfThe'), 'replace')} onClick={() => tools.replace()}>
            {say('findAndReplace')}
          </Button>
          <Button
            title={say('eachLetterInTurnGets')}
            disabled={design.inks.length < 2}
            onClick={() =>
              change(
                dealInks(
                  part.lines,
                  design.inks.map((i) => i.id),
                ),
                say('inksInTurn'),
              )
            }
          >
            {say('inksInTurn')}
          </Button>
          <Button
            title={say('aPartForEachLetter')}
            disabled={part.locked}
            onClick={() => {
              const { edits, select } = lettersApart(part, design, materials);
              edit.make(say('intoLetters'), edits, { select });
            }}
          >
            {say('intoLetters')}
          </Button>
        </div>
      </div>
      {styles && <StylesDialog part={part} design={design} onClose={() => setStyles(false)} />}
    </div>
  );
}
