import { Crop } from 'lucide-react';
import { useState } from 'react';
import type { Design } from '@brelm/core/design';
import type { PicturePart } from '@brelm/core/parts';
import { pictureDpi, wholeDpi } from '@brelm/core/proof';
import { Button, NumberField, SelectField } from '../ui';
import { CropDialog } from './crop-dialog';
import { useEdit } from '../editor/use-edit';

const DEFAULT_TOLERANCE = 10;

/** How sharply a picture will print, and whether its ground is taken away. */
export function PictureSettings({ part, design }: { part: PicturePart; design: Design }) {
  const edit = useEdit();
  const material = design.materials.find((m) => m.id === part.material);
  const dpi = pictureDpi(part.place.scaleX, part.place.scaleY, design.board.dpi);
  const [cropping, setCropping] = useState(false);
  const cut = part.crop ?? { left: 0, top: 0, right: 0, bottom: 0 };
  const shown = {
    width: (material?.width ?? 0) - cut.left - cut.right,
    height: (material?.height ?? 0) - cut.top - cut.bottom,
  };
  return (
    <div className="flex flex-col gap-2">
      <p className="text-[13px] text-muted">
        {shown.width} × {shown.height} px, prints at{' '}
        <strong className={dpi < 150 ? 'text-rust' : 'text-ink'}>{wholeDpi(dpi)} dpi</strong>
      </p>
      {material && (
        <Button className="!h-7 self-start !px-2" disabled={part.locked} onClick={() => setCropping(true)}>
          <Crop size={15} aria-hidden /> {part.crop ? 'Change the crop' : 'Crop'}
        </Button>
      )}
      {cropping && material && (
        <CropDialog
          part={part}
          material={material}
          onClose={() => setCropping(false)}
          onDone={(crop) => {
            edit.part(part.id, 'Crop', { crop });
            setCropping(false);
          }}
        />
      )}
      <div className="flex items-end gap-3">
        <label className="flex h-7 items-center gap-2 text-[13px]">
          <input
            type="checkbox"
            className="h-4 w-4 accent-spruce"
            checked={part.ground !== null}
            onChange={(e) =>
              edit.part(part.id, e.target.checked ? 'Take the ground away' : 'Put the ground back', {
                ground: e.target.checked ? { tolerance: DEFAULT_TOLERANCE } : null,
              })
            }
          />
          Take its ground away
        </label>
        {part.ground && (
          <div className="w-20">
            <NumberField
              label="Tolerance"
              digits={0}
              value={part.ground.tolerance}
              check={(v) => (v >= 0 && v <= 100 ? null : '0 to 100')}
              onChange={(tolerance) => edit.part(part.id, 'Change the tolerance', { ground: { tolerance } })}
            />
          </div>
        )}
      </div>
      <label className="flex items-center gap-2 text-[13px]">
        <input
          type="checkbox"
          className="h-4 w-4 accent-spruce"
          checked={part.lift}
          onChange={(e) =>
            edit.part(part.id, e.target.checked ? 'Clean the edge' : 'Leave the edge', {
              lift: e.target.checked,
            })
          }
        />
        Clean its edge of an old background
      </label>
      <div className="grid grid-cols-[1.4fr_1fr] gap-1.5">
        <SelectField
          label="Half-transparent places"
          value={part.alpha?.mode ?? 'keep'}
          onChange={(e) => {
            const mode = e.target.value;
            const alpha: PicturePart['alpha'] =
              mode === 'solid'
                ? { mode, at: 128 }
                : mode === 'halftone'
                  ? { mode, pitch: Math.max(3, Math.round(dpi / 45)) }
                  : null;
            edit.part(part.id, 'Settle the alpha', { alpha });
          }}
        >
          <option value="keep">As they are</option>
          <option value="solid">Solid or nothing</option>
          <option value="halftone">Dots</option>
        </SelectField>
        {part.alpha?.mode === 'solid' && (
          <NumberField
            label="From cover %"
            digits={0}
            value={(part.alpha.at / 255) * 100}
            check={(v) => (v >= 1 && v <= 100 ? null : '1 to 100')}
            onChange={(v) =>
              edit.part(part.id, 'Settle the alpha', {
                alpha: { mode: 'solid', at: Math.max(1, (v / 100) * 255) },
              })
            }
          />
        )}
        {part.alpha?.mode === 'halftone' && (
          <NumberField
            label="Dots apart, px"
            digits={1}
            value={part.alpha.pitch}
            check={(v) => (v >= 2 && v <= 400 ? null : '2 to 400')}
            onChange={(pitch) =>
              edit.part(part.id, 'Settle the alpha', { alpha: { mode: 'halftone', pitch } })
            }
          />
        )}
      </div>
      <NumberField
        label="Remove loose pieces under, px (0 keeps all)"
        digits={0}
        value={part.specks}
        check={(v) => (v >= 0 && v <= 100000 ? null : '0 to 100 000')}
        onChange={(specks) => edit.part(part.id, 'Remove specks', { specks }, `specks ${part.id}`)}
      />
    </div>
  );
}
