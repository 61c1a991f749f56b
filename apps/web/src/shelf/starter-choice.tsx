import { Radio, RadioGroup } from '@headlessui/react';
import { Trash2 } from 'lucide-react';
import { useEffect, useRef } from 'react';
import type { Garment } from '@brelm/core/colour';
import { DAY, wordsAsRead, wordSlots, wordsOf } from '@brelm/core/design';
import type { OpenStarter } from '../store/opened';
import { GarmentCanvas, isPale, useDrawing, useThumbnail } from '../design';
import { reasonOf } from '../store/api';
import { useRemoveStarterMutation, useStartersQuery } from '../store/design-documents-api';
import { IconButton, notify } from '../ui';
import { say } from '../words/shelfDialogs';

export const NO_STARTER = '';

function Thumbnail({ starter, garment }: { starter: OpenStarter; garment: Garment }) {
  const colourway = isPale(garment) ? DAY : starter.document.colourways[0]?.id;
  const known = starter.document.colourways.some((c) => c.id === colourway);
  const artwork = useThumbnail(useDrawing(starter.document, known ? colourway : undefined), 200);
  return (
    <GarmentCanvas
      garment={garment}
      artwork={artwork}
      width={84}
      height={100}
      label={say('starter', { name: starter.document.name })}
    />
  );
}

/** What a design is started from: nothing, or a starter with its own words put in. */
export function StarterChoice({
  value,
  onChange,
  garment,
  words,
  onWords,
  sought,
}: {
  value: string;
  onChange: (id: string) => void;
  garment: Garment;
  /** By part id of the chosen starter. */
  words: Record<string, string>;
  onWords: (words: Record<string, string>) => void;
  /** It is what somebody came for: the first one is chosen, and seen. */
  sought?: boolean;
}) {
  const { data: starters, error } = useStartersQuery();
  const [remove] = useRemoveStarterMutation();
  const chosen = starters?.find((s) => s.id === value);
  const first = starters?.[0]?.id;
  const place = useRef<HTMLDivElement>(null);
  const led = useRef(false);
  useEffect(() => {
    if (!sought || !first || led.current) return;
    led.current = true;
    onChange(first);
    place.current?.scrollIntoView({ block: 'center' });
    place.current?.querySelectorAll<HTMLElement>('[role="radio"]')[1]?.focus();
  }, [sought, first, onChange]);
  return (
    <div ref={place}>
      <RadioGroup value={value} onChange={onChange} aria-label={say('startFrom')}>
        <p className="heading mt-4 mb-1.5">{say('startFrom')}</p>
        {error && (
          <p role="alert" className="mb-1 text-[13px] text-rust">
            {say('theStartersCouldNotBe', { reason: reasonOf(error) })}
          </p>
        )}
        <div className="flex gap-1.5 overflow-x-auto p-0.5 pb-2">
          <Radio
            value={NO_STARTER}
            className="grid w-[88px] shrink-0 cursor-pointer place-items-center rounded-md border border-line p-1 text-[13px] data-checked:border-spruce data-checked:bg-paper"
          >
            {say('emptyBoard')}
          </Radio>
          {starters?.map((starter) => (
            <div key={starter.id} className="relative shrink-0">
              <Radio
                value={starter.id}
                className="block w-[88px] cursor-pointer overflow-hidden rounded-md border-2 border-line text-[12.5px] data-checked:border-spruce"
              >
                <Thumbnail starter={starter} garment={garment} />
                <span className="block truncate px-1 py-0.5">{starter.document.name}</span>
              </Radio>
              {starter.own && (
                <IconButton
                  label={say('removeStarter', { name: starter.document.name })}
                  className="absolute top-1 right-1 !h-6 !w-6 bg-card"
                  onClick={() => {
                    if (value === starter.id) onChange(NO_STARTER);
                    void remove(starter.id)
                      .unwrap()
                      .catch((e: unknown) => notify('fault', reasonOf(e)));
                  }}
                >
                  <Trash2 size={13} />
                </IconButton>
              )}
            </div>
          ))}
        </div>
      </RadioGroup>
      {chosen && wordSlots(chosen.document).length > 0 && (
        <div className="mt-2 grid grid-cols-2 gap-2 sm:grid-cols-3">
          {wordsAsRead(chosen.document).map((part) => (
            <div key={part.id}>
              <label htmlFor={`slot-${part.id}`} className="block text-[12.5px] text-muted">
                {part.slot!.charAt(0).toUpperCase() + part.slot!.slice(1)}
              </label>
              <textarea
                id={`slot-${part.id}`}
                rows={part.lines.length}
                className="field !h-auto resize-none py-1"
                maxLength={400}
                value={words[part.id] ?? wordsOf(part)}
                onFocus={(e) => e.target.select()}
                onChange={(e) => onWords({ ...words, [part.id]: e.target.value })}
              />
            </div>
          ))}
        </div>
      )}
    </div>
  );
}
