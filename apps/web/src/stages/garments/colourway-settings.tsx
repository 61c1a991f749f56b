import { ArrowDown, ArrowUp, Copy, RotateCcw, Trash2 } from 'lucide-react';
import { freshId, inkValues, usedInks, type Design } from '@brelm/core/design';
import { useEdit } from '../../editor/use-edit';
import { IconButton, leaveField } from '../../ui';
import { PartOverrides } from './part-overrides';

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
    edit.make('Duplicate the colourway', [
      {
        op: 'addColourway',
        at: at + 1,
        colourway: { ...colourway, id: copy, name: `${colourway.name} copy`.slice(0, 120), garments: [] },
      },
    ]);
    onChosen(copy);
  };
  return (
    <section aria-label="Colourway" className="border-t border-line pt-3">
      <h2 className="heading mb-1.5">Colourway{isBase ? ', the base' : ''}</h2>
      <div className="flex items-center gap-0.5">
        <input
          key={colourway.name}
          aria-label="Name of the colourway"
          className="field !h-8 flex-1 !text-[15px]"
          defaultValue={colourway.name}
          maxLength={120}
          onKeyDown={(e) => leaveField(e, colourway.name)}
          onBlur={(e) => {
            const name = e.target.value.trim();
            if (name && name !== colourway.name)
              edit.make('Rename the colourway', [
                { op: 'updateColourway', colourway: colourway.id, change: { name } },
              ]);
            else e.target.value = colourway.name;
          }}
        />
        <IconButton
          label="Move up"
          disabled={at < 2}
          onClick={() =>
            edit.make('Order colourways', [{ op: 'moveColourway', colourway: colourway.id, to: at - 1 }])
          }
        >
          <ArrowUp size={16} />
        </IconButton>
        <IconButton
          label="Move down"
          disabled={isBase || at === design.colourways.length - 1}
          onClick={() =>
            edit.make('Order colourways', [{ op: 'moveColourway', colourway: colourway.id, to: at + 1 }])
          }
        >
          <ArrowDown size={16} />
        </IconButton>
        <IconButton label="Duplicate the colourway" onClick={duplicate}>
          <Copy size={16} />
        </IconButton>
        <IconButton
          label={isBase ? 'The base stays' : 'Remove the colourway'}
          disabled={isBase}
          onClick={() => {
            edit.make('Remove the colourway', [{ op: 'removeColourway', colourway: colourway.id }]);
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
                aria-label={`${ink.name} in ${colourway.name}`}
                className="h-7 w-9 cursor-pointer rounded-md border border-edge bg-card p-0.5"
                value={values.get(ink.id)}
                onChange={(e) =>
                  edit.make(
                    'Change an ink',
                    [{ op: 'setInk', ink: ink.id, value: e.target.value, colourway: colourway.id }],
                    { gesture: `ink ${ink.id} ${colourway.id}` },
                  )
                }
              />
              <span className={own ? 'font-semibold' : ''}>{ink.name}</span>
              <span className="text-muted">
                {values.get(ink.id)}
                {!used.has(ink.id) && ' · not used'}
              </span>
              {own && (
                <span className="ml-auto flex items-center gap-1 text-muted">
                  base {ink.value}
                  <IconButton
                    label={`Take ${ink.name} from the base again`}
                    onClick={() =>
                      edit.make('Reset an ink', [{ op: 'resetInk', ink: ink.id, colourway: colourway.id }])
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
