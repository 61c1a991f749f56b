import type { Design, PicturePart } from '@brelm/core/design';
import { pictureDpi, wholeDpi } from '@brelm/core/proof';
import { NumberField } from '../ui';
import { useEdit } from './use-edit';

const DEFAULT_TOLERANCE = 10;

/** How sharply a picture will print, and whether its ground is taken away. */
export function PictureSettings({ part, design }: { part: PicturePart; design: Design }) {
  const edit = useEdit();
  const material = design.materials.find((m) => m.id === part.material);
  const dpi = pictureDpi(part.place.scaleX, part.place.scaleY, design.board.dpi);
  return (
    <div className="flex flex-col gap-2">
      <p className="text-[13px] text-muted">
        {material?.width} × {material?.height} px, prints at{' '}
        <strong className={dpi < 150 ? 'text-rust' : 'text-ink'}>{wholeDpi(dpi)} dpi</strong>
      </p>
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
    </div>
  );
}
