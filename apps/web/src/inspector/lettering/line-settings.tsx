import { Settings2, X } from 'lucide-react';
import { useState } from 'react';
import type { Design } from '@brelm/core/design';
import type { LetteringLine, LetteringPart } from '@brelm/core/parts';
import { LETTER_CASES, type LetterCase } from '@brelm/core/type';
import { InkSelect } from '../../editor/ink-select';
import { face as faceNow } from '../../platform/faces';
import { Button, IconButton, LengthField, NumberField, SelectField } from '../../ui';
import { FaceField } from './face-field';
import { GlyphBrowser } from './glyph-browser';
import { MissingNote } from './missing-note';
import { Slider } from './section';
import { say } from '../../words/lettering';

const CASES: Record<LetterCase, string> = {
  typed: say('asTyped'),
  upper: say('capitals'),
  lower: say('smallLetters'),
  small: say('smallCapitals'),
};

/** Axes by the names that the trade has for them (OpenType registered axes, and common ones). */
const AXES: Record<string, string> = {
  wght: say('weight'),
  wdth: say('width'),
  opsz: say('opticalSize'),
  slnt: say('slant'),
  ital: say('italic'),
  GRAD: say('grade'),
  SOFT: say('softness'),
  WONK: say('wonkyForms'),
  BNCE: say('bounce'),
  INFM: say('informality'),
  SPAC: say('spacing'),
};

const off = (features: readonly string[], tag: string) => features.includes(`${tag}=0`);

/** Substitutions that are worth a switch of their own: alternates of all letters at once, figures, joins. */
const WHOLE = /^(ss\d\d|swsh|cswh|salt|titl|dlig|hlig|onum|hist|zero|case)$/;
const NAMES: Record<string, string> = {
  swsh: say('swashes'),
  cswh: say('contextualSwashes'),
  salt: say('otherForms'),
  titl: say('titlingForms'),
  dlig: say('moreJoinedLetters'),
  hlig: say('oldJoinedLetters'),
  onum: say('oldStyleFigures'),
  hist: say('oldForms'),
  zero: say('slashedZero'),
  case: say('marksForCapitals'),
};

/** Words, typeface, size and the rest of one line. */
export function LineSettingsFields({
  part,
  at,
  design,
  onLine,
  onRemove,
}: {
  part: LetteringPart;
  at: number;
  design: Design;
  onLine: (label: string, change: Partial<LetteringLine>, gesture?: boolean) => void;
  onRemove: (() => void) | null;
}) {
  const [more, setMore] = useState(false);
  const [glyphs, setGlyphs] = useState(false);
  const line = part.lines[at];
  const face = faceNow(line.face);
  const feature = (tag: string, value: string, on: boolean) => {
    const others = line.features.filter((f) => f.replace(/=.*$/, '') !== tag);
    onLine(say('changeTheLetterForms'), { features: on ? [...others, value] : others });
  };
  const whole = face?.substitutions.filter((tag) => WHOLE.test(tag)) ?? [];
  return (
    <fieldset className="flex flex-col gap-1.5 border-b border-dashed border-line pb-2.5">
      <legend className="sr-only">{say('line2', { at: at + 1 })}</legend>
      <div className="flex items-center gap-1">
        <input
          aria-label={say('wordsOfLine', { at: at + 1 })}
          className="field !h-8 flex-1 !text-[15px]"
          dir="auto"
          maxLength={10000}
          placeholder={say('words')}
          value={line.text}
          onChange={(e) => onLine(say('type'), { text: e.target.value }, true)}
          onKeyDown={(e) => {
            if (e.key === 'Escape') e.currentTarget.blur();
          }}
        />
        <IconButton
          label={
            more ? say('fewerSettingsOfLine', { at: at + 1 }) : say('moreSettingsOfLine', { at: at + 1 })
          }
          aria-expanded={more}
          pressed={more}
          onClick={() => setMore(!more)}
        >
          <Settings2 size={15} />
        </IconButton>
        {onRemove && (
          <IconButton label={say('removeLine', { at: at + 1 })} onClick={onRemove}>
            <X size={15} />
          </IconButton>
        )}
      </div>
      <MissingNote line={line} onFace={(id) => onLine(say('changeTheTypeface'), { face: id })} />
      <div className="grid grid-cols-2 gap-1.5">
        <FaceField
          label={say('typeface2')}
          value={line.face}
          words={line.text}
          onChange={(id) => onLine(say('changeTheTypeface'), { face: id })}
        />
        <InkSelect
          label={say('ink')}
          value={line.ink}
          design={design}
          onChange={(ink) => onLine(say('changeTheInk'), { ink })}
        />
      </div>
      <div className="grid grid-cols-3 gap-1.5">
        {part.measure?.by === 'size' ? (
          <p className="text-[12px] text-muted" title={say('allLinesAreSetTo')}>
            {say('size2')}
            <span className="block pt-1.5">{say('byTheMeasure')}</span>
          </p>
        ) : (
          <LengthField
            label={say('size2')}
            dpi={design.board.dpi}
            value={line.size}
            check={(v) => (v >= 1 && v <= 20000 ? null : say('n1To20000Px'))}
            onChange={(size) => onLine(say('changeTheSize'), { size }, true)}
          />
        )}
        <NumberField
          label={say('tracking')}
          digits={0}
          value={line.tracking}
          check={(v) => (v >= -500 && v <= 5000 ? null : say('n500To5000'))}
          onChange={(tracking) => onLine(say('changeTheTracking'), { tracking }, true)}
        />
        {at > 0 && (
          <NumberField
            label={say('leading')}
            value={line.leading}
            check={(v) => (v >= 0 && v <= 20 ? null : say('n0To20'))}
            onChange={(leading) => onLine(say('changeTheLeading'), { leading }, true)}
          />
        )}
      </div>
      {face?.axes.map((axis) => (
        <Slider
          key={axis.tag}
          label={AXES[axis.tag] ?? axis.tag}
          min={axis.least}
          max={axis.most}
          step={axis.most - axis.least > 20 ? 1 : 0.01}
          value={line.axes[axis.tag] ?? axis.usual}
          onChange={(v) => onLine(say('changeAnAxis'), { axes: { ...line.axes, [axis.tag]: v } }, true)}
        />
      ))}
      {more && (
        <>
          <div className="grid grid-cols-3 gap-1.5">
            <SelectField
              label={say('case')}
              value={line.case}
              onChange={(e) => onLine(say('changeTheCase'), { case: e.target.value as LetterCase })}
            >
              {LETTER_CASES.map((c) => (
                <option key={c} value={c}>
                  {CASES[c]}
                </option>
              ))}
            </SelectField>
            <NumberField
              label={say('wordSpace')}
              digits={0}
              value={line.wordSpace}
              check={(v) => (v >= -1000 && v <= 10000 ? null : say('n1000To10000'))}
              onChange={(wordSpace) => onLine(say('changeTheWordSpace'), { wordSpace }, true)}
            />
            <NumberField
              label={say('raise')}
              digits={0}
              value={line.shift}
              check={(v) => (Math.abs(v) <= 3000 ? null : '±3000')}
              onChange={(shift) => onLine(say('raiseTheLine'), { shift }, true)}
            />
          </div>
          <div className="flex flex-wrap gap-x-3 gap-y-0.5 text-[13px]">
            {(
              [
                ['kern', say('kerning')],
                ['liga', say('joinedLetters')],
                ['calt', say('formsByNeighbours')],
              ] as const
            ).map(([tag, label]) => (
              <label key={tag} className="flex items-center gap-1.5">
                <input
                  type="checkbox"
                  className="h-4 w-4 accent-spruce"
                  checked={!off(line.features, tag)}
                  onChange={(e) => feature(tag, `${tag}=0`, !e.target.checked)}
                />
                {label}
              </label>
            ))}
            {whole.map((tag) => (
              <label key={tag} className="flex items-center gap-1.5" title={tag}>
                <input
                  type="checkbox"
                  className="h-4 w-4 accent-spruce"
                  checked={line.features.includes(tag)}
                  onChange={(e) => feature(tag, tag, e.target.checked)}
                />
                {NAMES[tag] ?? say('set2', { tag: Number(tag.slice(2)) })}
              </label>
            ))}
          </div>
          <Button className="self-start" disabled={!face} onClick={() => setGlyphs(true)}>
            {say('allFormsOfTheTypeface')}
          </Button>
        </>
      )}
      {glyphs && (
        <GlyphBrowser face={line.face} ink={line.ink} design={design} onClose={() => setGlyphs(false)} />
      )}
    </fieldset>
  );
}
