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

const CASES: Record<LetterCase, string> = {
  typed: 'as typed',
  upper: 'CAPITALS',
  lower: 'small letters',
  small: 'small capitals',
};

/** Axes by the names that the trade has for them (OpenType registered axes, and common ones). */
const AXES: Record<string, string> = {
  wght: 'Weight',
  wdth: 'Width',
  opsz: 'Optical size',
  slnt: 'Slant',
  ital: 'Italic',
  GRAD: 'Grade',
  SOFT: 'Softness',
  WONK: 'Wonky forms',
  BNCE: 'Bounce',
  INFM: 'Informality',
  SPAC: 'Spacing',
};

const off = (features: readonly string[], tag: string) => features.includes(`${tag}=0`);

/** Substitutions that are worth a switch of their own: alternates of all letters at once, figures, joins. */
const WHOLE = /^(ss\d\d|swsh|cswh|salt|titl|dlig|hlig|onum|hist|zero|case)$/;
const NAMES: Record<string, string> = {
  swsh: 'Swashes',
  cswh: 'Contextual swashes',
  salt: 'Other forms',
  titl: 'Titling forms',
  dlig: 'More joined letters',
  hlig: 'Old joined letters',
  onum: 'Old-style figures',
  hist: 'Old forms',
  zero: 'Slashed zero',
  case: 'Marks for capitals',
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
    onLine('Change the letter forms', { features: on ? [...others, value] : others });
  };
  const whole = face?.substitutions.filter((tag) => WHOLE.test(tag)) ?? [];
  return (
    <fieldset className="flex flex-col gap-1.5 border-b border-dashed border-line pb-2.5">
      <legend className="sr-only">Line {at + 1}</legend>
      <div className="flex items-center gap-1">
        <input
          aria-label={`Words of line ${at + 1}`}
          className="field !h-8 flex-1 !text-[15px]"
          dir="auto"
          maxLength={10000}
          placeholder="Words"
          value={line.text}
          onChange={(e) => onLine('Type', { text: e.target.value }, true)}
          onKeyDown={(e) => {
            if (e.key === 'Escape') e.currentTarget.blur();
          }}
        />
        <IconButton
          label={more ? `Fewer settings of line ${at + 1}` : `More settings of line ${at + 1}`}
          aria-expanded={more}
          pressed={more}
          onClick={() => setMore(!more)}
        >
          <Settings2 size={15} />
        </IconButton>
        {onRemove && (
          <IconButton label={`Remove line ${at + 1}`} onClick={onRemove}>
            <X size={15} />
          </IconButton>
        )}
      </div>
      <MissingNote line={line} onFace={(id) => onLine('Change the typeface', { face: id })} />
      <div className="grid grid-cols-2 gap-1.5">
        <FaceField
          label="Typeface"
          value={line.face}
          words={line.text}
          onChange={(id) => onLine('Change the typeface', { face: id })}
        />
        <InkSelect
          label="Ink"
          value={line.ink}
          design={design}
          onChange={(ink) => onLine('Change the ink', { ink })}
        />
      </div>
      <div className="grid grid-cols-3 gap-1.5">
        {part.measure?.by === 'size' ? (
          <p className="text-[12px] text-muted" title="All lines are set to one width, under Measure">
            Size
            <span className="block pt-1.5">by the measure</span>
          </p>
        ) : (
          <LengthField
            label="Size"
            dpi={design.board.dpi}
            value={line.size}
            check={(v) => (v >= 1 && v <= 20000 ? null : '1 to 20000 px')}
            onChange={(size) => onLine('Change the size', { size }, true)}
          />
        )}
        <NumberField
          label="Tracking"
          digits={0}
          value={line.tracking}
          check={(v) => (v >= -500 && v <= 5000 ? null : '−500 to 5000')}
          onChange={(tracking) => onLine('Change the tracking', { tracking }, true)}
        />
        {at > 0 && (
          <NumberField
            label="Leading"
            value={line.leading}
            check={(v) => (v >= 0 && v <= 20 ? null : '0 to 20')}
            onChange={(leading) => onLine('Change the leading', { leading }, true)}
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
          onChange={(v) => onLine('Change an axis', { axes: { ...line.axes, [axis.tag]: v } }, true)}
        />
      ))}
      {more && (
        <>
          <div className="grid grid-cols-3 gap-1.5">
            <SelectField
              label="Case"
              value={line.case}
              onChange={(e) => onLine('Change the case', { case: e.target.value as LetterCase })}
            >
              {LETTER_CASES.map((c) => (
                <option key={c} value={c}>
                  {CASES[c]}
                </option>
              ))}
            </SelectField>
            <NumberField
              label="Word space"
              digits={0}
              value={line.wordSpace}
              check={(v) => (v >= -1000 && v <= 10000 ? null : '−1000 to 10000')}
              onChange={(wordSpace) => onLine('Change the word space', { wordSpace }, true)}
            />
            <NumberField
              label="Raise"
              digits={0}
              value={line.shift}
              check={(v) => (Math.abs(v) <= 3000 ? null : '±3000')}
              onChange={(shift) => onLine('Raise the line', { shift }, true)}
            />
          </div>
          <div className="flex flex-wrap gap-x-3 gap-y-0.5 text-[13px]">
            {(
              [
                ['kern', 'Kerning'],
                ['liga', 'Joined letters'],
                ['calt', 'Forms by neighbours'],
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
                {NAMES[tag] ?? `Set ${Number(tag.slice(2))}`}
              </label>
            ))}
          </div>
          <Button className="self-start" disabled={!face} onClick={() => setGlyphs(true)}>
            All forms of the typeface…
          </Button>
        </>
      )}
      {glyphs && (
        <GlyphBrowser face={line.face} ink={line.ink} design={design} onClose={() => setGlyphs(false)} />
      )}
    </fieldset>
  );
}
