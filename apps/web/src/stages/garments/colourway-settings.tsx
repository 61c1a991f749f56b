import { ArrowDown, ArrowUp, Copy, RotateCcw, Trash2 } from 'lucide-react';
import { freshId, inkValues, usedInks, type Design } from '@brelm/core/design';
import { useEdit } from '../../editor/use-edit';
import { IconButton, leaveField } from '../../ui';
import { PartOverrides } from './part-overrides';
import { say } from '../../words/garments';

/** Name, values and order of one colourway; what differs from the base is marked. */
export function ColourwaySettings({
  design,
  id,
  onChosen,
}: {
  design: Design;
  id: string | undefined;
  onChosen: (id: string) => void;
}) {
  const edit = useEdit();
  const at = design.colourways.findIndex((c) => c.id === id);
  const colourway = design.colourways[at];
  if (!colourway) return null;
  const isBase = at === 0;
  const values = inkValues(design, colourway.id);
  const used = usedInks(design);

  const duplicate = () => {
    const copy = freshId(
      'colourway',
      design.colourways.map((c) => c.id),
    );
    edit.make(say('duplicateTheColourway'), [
      {
        op: 'addColourway',
        at: at + 1,
        colourway: { ...colourway, id: copy, name: `${colourway.name} copy`.slice(0, 120), garments: [] },
      },
    ]);
    onChosen(copy);
  };
  return (
    <section aria-label={say('colourway')} className="border-t border-line pt-3">
      <h2 className="heading mb-1.5">{say('colourway3', { isBase })}</h2>
      <div className="flex items-center gap-0.5">
        <input
          key={colourway.name}
          aria-label={say('nameOfTheColourway')}
          className="field !h-8 flex-1 !text-[15px]"
          defaultValue={colourway.name}
          maxLength={120}
          onKeyDown={(e) => leaveField(e, colourway.name)}
          onBlur={(e) => {
            const name = e.target.value.trim();
            if (name && name !== colourway.name)
              edit.make(say('renameTheColourway'), [
                { op: 'updateColourway', colourway: colourway.id, change: { name } },
              ]);
            else e.target.value = colourway.name;
          }}
        />
        <IconButton
          label={say('moveUp')}
          disabled={at < 2}
          onClick={() =>
            edit.make(say('orderColourways'), [{ op: 'moveColourway', colourway: colourway.id, to: at - 1 }])
          }
        >
          <ArrowUp size={16} />
        </IconButton>
        <IconButton
          label={say('moveDown')}
          disabled={isBase || at === design.colourways.length - 1}
          onClick={() =>
            edit.make(say('orderColourways'), [{ op: 'moveColourway', colourway: colourway.id, to: at + 1 }])
          }
        >
          <ArrowDown size={16} />
        </IconButton>
        <IconButton label={say('duplicateTheColourway')} onClick={duplicate}>
          <Copy size={16} />
        </IconButton>
        <IconButton
          label={isBase ? say('theBaseStays') : say('removeTheColourway')}
          disabled={isBase}
          onClick={() => {
            edit.make(say('removeTheColourway'), [{ op: 'removeColourway', colourway: colourway.id }]);
            onChosen(design.colourways[0].id);
          }}
        >
          <Trash2 size={16} />
        </IconButton>
      </div>
      <ul className="mt-2 flex flex-col gap-1">
        {design.inks.map((ink) => {
          const own = !isBase && colourway.inks[ink.id] !== undefined;
          return (
            <li key={ink.id} className="flex h-8 items-center gap-2 text-[13px]">
              <input
                type="color"
                aria-label={say('in', { name: ink.name, name2: colourway.name })}
                className="h-7 w-9 cursor-pointer rounded-md border border-edge bg-card p-0.5"
                value={values.get(ink.id)}
                onChange={(e) =>
                  edit.make(
                    say('changeAnInk'),
                    [{ op: 'setInk', ink: ink.id, value: e.target.value, colourway: colourway.id }],
                    { gesture: `ink ${ink.id} ${colourway.id}` },
                  )
                }
              />
              <span className={own ? 'font-semibold' : ''}>{ink.name}</span>
              <span className="text-muted">
                {values.get(ink.id)}
                {!used.has(ink.id) && ` ${say('notUsed')}`}
              </span>
              {own && (
                <span className="ml-auto flex items-center gap-1 text-muted">
                  {say('base', { value: ink.value })}
                  <IconButton
                    label={say('takeFromTheBaseAgain3', { name: ink.name })}
                    onClick={() =>
                      edit.make(say('resetAnInk'), [{ op: 'resetInk', ink: ink.id, colourway: colourway.id }])
                    }
                  >
                    <RotateCcw size={14} />
                  </IconButton>
                </span>
              )}
            </li>
          );
        })}
      </ul>
      {!isBase && <PartOverrides design={design} colourway={colourway} />}
    </section>
  );
}
