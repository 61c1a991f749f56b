import { Radio, RadioGroup } from '@headlessui/react';
import { useLayoutEffect, useRef, useState } from 'react';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { say } from '../words/design';

export interface SpecAndSide {
  spec: Spec;
  side: SpecSide;
  /** Names both. */
  key: string;
}

/** Every side of every spec. */
export const specSides = (specs: readonly Spec[]): SpecAndSide[] =>
  specs.flatMap((spec) => spec.sides.map((side) => ({ spec, side, key: `${spec.id} ${side.id}` })));

/** Products that are seen at a glance; more are searched. */
const FEW = 8;

/** The products that a design can be made for; `value` is a key of specSides. */
export function SpecChoice({
  specs,
  value,
  onChange,
}: {
  specs: readonly Spec[];
  value: string | undefined;
  onChange: (key: string) => void;
}) {
  const [words, setWords] = useState('');
  const list = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    // What is chosen to begin with is seen, however long the list.
    const checked = list.current!.querySelector<HTMLElement>('[role="radio"][aria-checked="true"]');
    if (checked) list.current!.scrollTop = checked.offsetTop - list.current!.offsetTop - 8;
  }, []);
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  const all = specSides(specs);
  const shown = all.filter(({ spec, side }) => {
    const text = `${spec.marketplace} ${spec.product} ${spec.kind} ${side.name}`.toLowerCase();
    return wanted.every((w) => text.includes(w));
  });
  return (
    <RadioGroup value={value} onChange={onChange} aria-label={say('product')}>
      <div className="mb-1.5 flex items-center gap-3">
        <p className="heading mr-auto">{say('product')}</p>
        {all.length > FEW && (
          <input
            type="search"
            aria-label={say('findAProduct')}
            placeholder={say('mugToteSticker')}
            className="field !w-48"
            value={words}
            onChange={(e) => setWords(e.target.value)}
            // Letters are for the search, not for the choice below it.
            onKeyDown={(e) => e.key !== 'Escape' && e.stopPropagation()}
          />
        )}
      </div>
      <div ref={list} className="flex max-h-[min(18rem,29vh)] flex-col gap-1.5 overflow-y-auto p-0.5">
        {shown.length === 0 && <p className="p-2 text-muted">{say('noProductIsCalledThat')}</p>}
        {shown.map(({ spec, side, key }) => (
          <Radio
            key={key}
            value={key}
            className="flex cursor-pointer items-center gap-3 rounded-md border border-line px-3 py-2 data-checked:border-spruce data-checked:bg-paper"
          >
            <BoardShape width={side.widthIn} height={side.heightIn} />
            <span className="min-w-0 flex-1">
              <span className="block font-medium">
                {spec.marketplace}, {spec.product.charAt(0).toLowerCase() + spec.product.slice(1)}
                {spec.sides.length > 1 && `, ${side.name.toLowerCase()}`}
              </span>
              <span className="block text-[13px] text-muted">
                {say('pxInAtDpi', {
                  widthPx: side.widthPx,
                  heightPx: side.heightPx,
                  widthIn: side.widthIn,
                  heightIn: side.heightIn,
                  dpi: side.dpi,
                })}
              </span>
            </span>
          </Radio>
        ))}
      </div>
    </RadioGroup>
  );
}

/** The print area's proportions, all to one scale. */
function BoardShape({ width, height }: { width: number; height: number }) {
  const scale = 34 / 18;
  return (
    <svg width="36" height="38" viewBox="0 0 36 38" aria-hidden className="shrink-0">
      <rect
        x={(36 - width * scale) / 2}
        y={(38 - height * scale) / 2}
        width={width * scale}
        height={height * scale}
        className="fill-paper stroke-muted"
        strokeWidth="1"
      />
    </svg>
  );
}
