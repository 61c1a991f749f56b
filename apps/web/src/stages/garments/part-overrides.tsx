import { RotateCcw } from 'lucide-react';
import type { Colourway, Design, PartOverride } from '@brelm/core/design';
import { isDressed, partTitle, type Part } from '@brelm/core/parts';
import { KeylineList, otherInk } from '../../inspector/keyline-settings';
import { useEdit } from '../../editor/use-edit';
import { IconButton } from '../../ui';
import { say } from '../../words/garments';

/** What is other about each part in one colourway: shown or hidden, keylines and shade. */
export function PartOverrides({ design, colourway }: { design: Design; colourway: Colourway }) {
  if (design.parts.length === 0) return null;
  return (
    <>
      <h3 className="heading mt-4 mb-1.5">{say('partsIn', { name: colourway.name })}</h3>
      <ul className="flex flex-col gap-1.5">
        {design.parts.map((part) => (
          <Row
            key={part.id}
            part={part}
            design={design}
            colourway={colourway}
            override={colourway.parts?.[part.id]}
          />
        ))}
      </ul>
    </>
  );
}

/** How a colourway's keylines or shade relate to the part's own. */
type Choice = 'base' | 'none' | 'own';

function Row({
  part,
  design,
  colourway,
  override,
}: {
  part: Part;
  design: Design;
  colourway: Colourway;
  override: PartOverride | undefined;
}) {
  const edit = useEdit();
  const title = partTitle(part);
  const change = (label: string, next: PartOverride | null, gesture?: string) =>
    edit.make(label, [{ op: 'overridePart', colourway: colourway.id, part: part.id, change: next }], {
      gesture,
    });
  /** Takes one thing from the base again; when nothing is left that differs, all of it. */
  const reset = (...keys: (keyof PartOverride)[]) => {
    const rest = Object.fromEntries(
      Object.entries(override ?? {}).filter(([key]) => !keys.includes(key as keyof PartOverride)),
    );
    edit.make(say('takeFromTheBaseAgain'), [
      { op: 'overridePart', colourway: colourway.id, part: part.id, change: null },
      ...(Object.keys(rest).length
        ? [{ op: 'overridePart' as const, colourway: colourway.id, part: part.id, change: rest }]
        : []),
    ]);
  };
  const hidden = override?.hidden ?? part.hidden;
  const keylines: Choice =
    override?.keylines === undefined ? 'base' : override.keylines.length ? 'own' : 'none';
  const shade: Choice = override?.shade === undefined ? 'base' : override.shade ? 'own' : 'none';
  return (
    <li className="rounded-md border border-line bg-card px-2 py-1.5 text-[13px]">
      <div className="flex items-center gap-2">
        <label className="flex min-w-0 flex-1 items-center gap-2">
          <input
            type="checkbox"
            className="h-4 w-4 shrink-0 accent-spruce"
            aria-label={say('isShownIn', { title, name: colourway.name })}
            checked={!hidden}
            onChange={(e) =>
              e.target.checked === !part.hidden
                ? reset('hidden')
                : change(e.target.checked ? say('showInAColourway') : say('hideInAColourway'), {
                    hidden: !e.target.checked,
                  })
            }
          />
          <span className={`truncate ${override ? 'font-semibold' : ''}`}>{title}</span>
        </label>
        {override && (
          <IconButton
            label={say('takeFromTheBaseAgain2', { title })}
            onClick={() => change(say('takeFromTheBaseAgain'), null)}
          >
            <RotateCcw size={14} />
          </IconButton>
        )}
      </div>
      {isDressed(part) && !hidden && (
        <div className="mt-1 grid grid-cols-2 gap-1.5">
          <Select
            label={say('keylinesOf', { title })}
            value={keylines}
            words={{
              base: part.keylines.length ? say('keylinesAsBase') : say('noKeylineAsBase'),
              none: say('noKeyline'),
              own: say('otherKeylines'),
            }}
            onChange={(choice) => {
              if (choice === 'base') reset('keylines');
              else if (choice === 'none') change(say('noKeylineInAColourway'), { keylines: [] });
              else {
                const { ink, edits } = otherInk(design, part, say('keyline'));
                const width = Math.max(4, Math.round(design.board.dpi / 25));
                const own = part.keylines.length ? part.keylines : [{ ink, width, join: 'round' as const }];
                edit.make(say('otherKeylinesInAColourway'), [
                  ...edits,
                  { op: 'overridePart', colourway: colourway.id, part: part.id, change: { keylines: own } },
                ]);
              }
            }}
          />
          <Select
            label={say('shadeOf', { title })}
            value={shade}
            words={{
              base: part.shade ? say('shadeAsBase') : say('noShadeAsBase'),
              none: say('noShade'),
              own: say('otherShade'),
            }}
            onChange={(choice) => {
              if (choice === 'base') reset('shade');
              else if (choice === 'none') change(say('noShadeInAColourway'), { shade: null });
              else {
                const { ink, edits } = otherInk(design, part, say('shade'));
                const by = Math.round(design.board.width / 90);
                const own = part.shade ?? { kind: 'block' as const, ink, dx: by, dy: by };
                edit.make(say('otherShadeInAColourway'), [
                  ...edits,
                  { op: 'overridePart', colourway: colourway.id, part: part.id, change: { shade: own } },
                ]);
              }
            }}
          />
        </div>
      )}
      {!hidden && (part.window || part.knockOut) && (
        <div className="mt-1 flex flex-wrap gap-x-4 gap-y-1">
          {part.window && (
            <Tick
              label={say('insideItsWindow')}
              name={`${title} shows inside its window in ${colourway.name}`}
              ticked={override?.window === undefined}
              onTick={(ticked) =>
                ticked ? reset('window') : change(say('showWholeInAColourway'), { window: null })
              }
            />
          )}
          {part.knockOut && (
            <Tick
              label={say('knockedOut')}
              name={`${title} is knocked out in ${colourway.name}`}
              ticked={override?.knockOut === undefined}
              onTick={(ticked) =>
                ticked
                  ? reset('knockOut', 'unprinted')
                  : change(say('knockOutNothingInA'), { knockOut: null, unprinted: false })
              }
            />
          )}
        </div>
      )}
      {isDressed(part) && override?.keylines?.length ? (
        <div className="mt-1.5">
          <KeylineList
            part={part}
            design={design}
            keylines={override.keylines}
            onChange={(next, label, gesture, edits = []) =>
              edit.make(
                label,
                [
                  ...edits,
                  { op: 'overridePart', colourway: colourway.id, part: part.id, change: { keylines: next } },
                ],
                { gesture: gesture && `${gesture} ${colourway.id}` },
              )
            }
          />
        </div>
      ) : null}
      {override?.shade && (
        <label className="mt-1.5 block">
          <span className="block text-[11.5px] text-muted">{say('inkOfTheShade')}</span>
          <select
            className="field"
            value={override.shade.ink}
            onChange={(e) =>
              change(say('changeTheShade'), { shade: { ...override.shade!, ink: e.target.value } })
            }
          >
            {design.inks.map((i) => (
              <option key={i.id} value={i.id}>
                {i.name}
              </option>
            ))}
          </select>
        </label>
      )}
    </li>
  );
}

function Tick({
  label,
  name,
  ticked,
  onTick,
}: {
  label: string;
  name: string;
  ticked: boolean;
  onTick: (ticked: boolean) => void;
}) {
  return (
    <label className="flex items-center gap-1.5">
      <input
        type="checkbox"
        aria-label={name}
        className="h-4 w-4 accent-spruce"
        checked={ticked}
        onChange={(e) => onTick(e.target.checked)}
      />
      {label}
    </label>
  );
}

function Select({
  label,
  value,
  words,
  onChange,
}: {
  label: string;
  value: Choice;
  words: Record<Choice, string>;
  onChange: (choice: Choice) => void;
}) {
  return (
    <select
      aria-label={label}
      className="field"
      value={value}
      onChange={(e) => onChange(e.target.value as Choice)}
    >
      {(['base', 'none', 'own'] as const).map((c) => (
        <option key={c} value={c}>
          {words[c]}
        </option>
      ))}
    </select>
  );
}
