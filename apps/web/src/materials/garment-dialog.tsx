import { useState } from 'react';
import {
  GARMENT_KINDS,
  isHex,
  normaliseHex,
  plainName,
  type Garment,
  type GarmentKind,
} from '@brelm/core/colour';
import type { NewGarment } from '@brelm/contract';
import { reasonOf } from '../store/api';
import { Button, Modal, SelectField, garmentBackground } from '../ui';
import { say } from '../words/materials';

const KIND_WORDS: Record<GarmentKind, string> = {
  solid: say('solid'),
  heather: say('heatherOfTwoYarns'),
  'tie-dye': say('tieDyeTwoColours'),
  film: say('filmOrFoilTwoColours'),
};
const BLANKS = ['tee', 'long sleeve', 'hoodie', 'tote', 'cap', 'sticker vinyl', 'mug'];

/** The fields of one garment colour. */
export function GarmentDialog({
  garment,
  onClose,
  onSave,
}: {
  garment: Partial<Garment>;
  onClose: () => void;
  onSave: (garment: NewGarment) => Promise<void>;
}) {
  const [name, setName] = useState(garment.name ?? '');
  const [value, setValue] = useState(garment.value ?? '#3a4650');
  const [kind, setKind] = useState<GarmentKind>(garment.kind ?? 'solid');
  const [second, setSecond] = useState(garment.second ?? '#8a949c');
  const [blank, setBlank] = useState(garment.blank ?? '');
  const [takes, setTakes] = useState(garment.takes ?? 'underbase');
  const [ground, setGround] = useState(garment.ground ?? false);
  const [fault, setFault] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const right = isHex(value) && (kind === 'solid' || isHex(second));
  const made = (): NewGarment => ({
    name: name.trim() || plainName(value),
    value: normaliseHex(value),
    kind,
    ...(kind === 'solid' ? {} : { second: normaliseHex(second) }),
    ...(blank.trim() ? { blank: blank.trim() } : {}),
    ...(takes === 'direct' && !ground ? { takes } : {}),
    ...(ground ? { ground } : {}),
  });
  const save = async () => {
    setBusy(true);
    setFault(null);
    try {
      await onSave(made());
      onClose();
    } catch (error) {
      setFault(reasonOf(error));
      setBusy(false);
    }
  };
  return (
    <Modal
      open
      onClose={onClose}
      title={garment.id ? say('change', { name: garment.name }) : say('aGarmentColourOfYour')}
    >
      <form
        className="flex flex-col gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          void save();
        }}
      >
        <div className="flex gap-3">
          <span
            aria-hidden
            className="h-[4.5rem] w-20 shrink-0 rounded-md border border-edge"
            style={{ background: right ? garmentBackground({ id: '', ...made() }) : 'none' }}
          />
          <label className="block flex-1">
            <span className="block text-[13px] text-muted">{say('name')}</span>
            <input
              autoFocus
              className="field !h-8"
              maxLength={120}
              value={name}
              placeholder={isHex(value) ? plainName(value) : ''}
              onChange={(e) => setName(e.target.value)}
            />
          </label>
        </div>
        <div className="grid grid-cols-2 gap-3">
          <ColourField
            label={kind === 'solid' ? say('colour') : say('firstColour')}
            value={value}
            onChange={setValue}
          />
          {kind !== 'solid' && (
            <ColourField label={say('secondColour')} value={second} onChange={setSecond} />
          )}
        </div>
        <div className="grid grid-cols-2 gap-3">
          <SelectField
            label={say('kind')}
            className="!h-8"
            value={kind}
            onChange={(e) => setKind(e.target.value as GarmentKind)}
          >
            {GARMENT_KINDS.map((k) => (
              <option key={k} value={k}>
                {KIND_WORDS[k]}
              </option>
            ))}
          </SelectField>
          <label className="block">
            <span className="block text-[13px] text-muted">{say('blank')}</span>
            <input
              className="field !h-8"
              list="blanks"
              maxLength={60}
              placeholder={say('any')}
              value={blank}
              onChange={(e) => setBlank(e.target.value)}
            />
            <datalist id="blanks">
              {BLANKS.map((b) => (
                <option key={b} value={b} />
              ))}
            </datalist>
          </label>
        </div>
        <label className="flex items-center gap-1.5 text-[13px]">
          <input type="checkbox" checked={ground} onChange={(e) => setGround(e.target.checked)} />
          {say('nothingIsMadeInIt')}
        </label>
        <SelectField
          label={say('howItTakesInk')}
          className="!h-8"
          value={takes}
          disabled={ground}
          onChange={(e) => setTakes(e.target.value as NonNullable<Garment['takes']>)}
        >
          <option value="underbase">{say('onAWhiteUnderbase')}</option>
          <option value="direct">{say('directlyNothingLaidUnder')}</option>
        </SelectField>
        {fault && (
          <p role="alert" className="text-[13px] text-rust">
            {fault}
          </p>
        )}
        <div className="mt-1 flex justify-end gap-2">
          <Button onClick={onClose}>{say('cancel')}</Button>
          <Button tone="main" type="submit" disabled={!right || busy}>
            {garment.id ? say('changeIt') : say('addIt')}
          </Button>
        </div>
      </form>
    </Modal>
  );
}

function ColourField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (v: string) => void;
}) {
  const wrong = !isHex(value);
  return (
    <div>
      <span className="block text-[13px] text-muted">{label}</span>
      <div className="flex gap-1.5">
        <input
          type="color"
          aria-label={say('picked', { label })}
          className="h-8 w-10 cursor-pointer rounded-md border border-edge bg-card p-0.5"
          value={wrong ? '#000000' : normaliseHex(value)}
          onChange={(e) => onChange(e.target.value)}
        />
        <input
          aria-label={`${label}, #rrggbb`}
          aria-invalid={wrong}
          className="field !h-8"
          value={value}
          onChange={(e) => onChange(e.target.value.trim())}
        />
      </div>
      {wrong && <p className="text-[11.5px] text-rust">{say('writeItAsRrggbb')}</p>}
    </div>
  );
}
