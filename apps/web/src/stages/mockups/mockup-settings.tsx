import {
  CAPTION_FACES,
  CROP_NAMES,
  CROPS,
  GROUND_KINDS,
  PRINT_LOOKS,
  usualLook,
  type GroundKind,
  type Scene,
} from '@brelm/core/mockup';
import type { Spec } from '@brelm/core/spec';
import { catalogueFace } from '@brelm/core/type';
import { leaveField, SelectField } from '../../ui';
import type { Manner } from './wishes';

const GROUND_NAMES: Record<GroundKind, string> = {
  plain: 'plain',
  paper: 'paper',
  wood: 'wooden boards',
  none: 'none, transparent',
};

/** Grounds to begin from. */
const GROUNDS = ['#e9e5de', '#ffffff', '#cfd4d2', '#b7a68c', '#5c6b66', '#2b2e31'];

/** How the pictures are made: the blank's size, the print, what it lies on, and what is shown of it. */
export function MockupSettings({
  manner,
  spec,
  scene,
  onSet,
}: {
  manner: Manner;
  spec: Spec;
  scene: Scene;
  onSet: (change: Partial<Manner>) => void;
}) {
  const { ground, words } = manner;
  const sizes = Object.keys(scene.sizes?.widths ?? {});
  return (
    <div className="flex flex-col gap-2.5">
      {scene.sizes && (
        <SelectField
          label="Size of the blank"
          value={manner.size !== null && sizes.includes(manner.size) ? manner.size : scene.sizes.own}
          onChange={(e) => onSet({ size: e.target.value })}
        >
          {sizes.map((size) => (
            <option key={size} value={size}>
              {size}, {scene.sizes!.widths[size]} in across
            </option>
          ))}
        </SelectField>
      )}
      <SelectField
        label="Print"
        value={manner.look ?? 'usual'}
        onChange={(e) => onSet({ look: e.target.value === 'usual' ? null : e.target.value })}
      >
        <option value="usual">
          as usual: {PRINT_LOOKS.find((l) => l.id === usualLook(spec))!.name.toLowerCase()}
        </option>
        {PRINT_LOOKS.map((l) => (
          <option key={l.id} value={l.id}>
            {l.name}
          </option>
        ))}
      </SelectField>
      <SelectField
        label="Shows"
        value={manner.crop}
        onChange={(e) => onSet({ crop: e.target.value as Manner['crop'] })}
      >
        {CROPS.map((crop) => (
          <option key={crop} value={crop}>
            {CROP_NAMES[crop]}
          </option>
        ))}
      </SelectField>
      {scene.maps?.ground && (
        <>
          <SelectField
            label="Background"
            value={ground.kind}
            onChange={(e) => onSet({ ground: { ...ground, kind: e.target.value as GroundKind } })}
          >
            {GROUND_KINDS.map((kind) => (
              <option key={kind} value={kind}>
                {GROUND_NAMES[kind]}
              </option>
            ))}
          </SelectField>
          {ground.kind !== 'none' && (
            <div role="group" aria-label="Colour of the background" className="flex items-center gap-1.5">
              {GROUNDS.map((colour) => (
                <button
                  key={colour}
                  type="button"
                  aria-label={`Background ${colour}`}
                  aria-pressed={ground.colour === colour}
                  className={`h-6 w-6 rounded-[4px] border ${ground.colour === colour ? 'border-ink outline-2 outline-spruce' : 'border-edge'}`}
                  style={{ background: colour }}
                  onClick={() => onSet({ ground: { ...ground, colour } })}
                />
              ))}
              <input
                type="color"
                aria-label="Another colour of the background"
                value={ground.colour}
                className="h-6 w-8 cursor-pointer rounded-[4px] border border-edge bg-card"
                onChange={(e) => onSet({ ground: { ...ground, colour: e.target.value } })}
              />
            </div>
          )}
        </>
      )}
      <details className="text-[13px]" open={Boolean(words.caption || words.mark)}>
        <summary className="cursor-pointer py-1 text-muted">Words on the picture</summary>
        <div className="mt-1 flex flex-col gap-2">
          {(['caption', 'mark'] as const).map((key) => (
            <label key={key} className="block">
              <span className="block text-[11.5px] text-muted">
                {key === 'caption' ? 'Caption below it' : 'Your shop, in its corner'}
              </span>
              <input
                key={words[key]}
                className="field"
                maxLength={key === 'caption' ? 200 : 80}
                defaultValue={words[key]}
                onKeyDown={(e) => leaveField(e, words[key])}
                onBlur={(e) =>
                  e.target.value !== words[key] && onSet({ words: { ...words, [key]: e.target.value } })
                }
              />
            </label>
          ))}
          <SelectField
            label="Set in"
            value={words.face}
            onChange={(e) => onSet({ words: { ...words, face: e.target.value } })}
          >
            {CAPTION_FACES.map((id) => (
              <option key={id} value={id}>
                {catalogueFace(id)?.name ?? id}
              </option>
            ))}
          </SelectField>
        </div>
      </details>
    </div>
  );
}
