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
import { say } from '../../words/mockups';

const GROUND_NAMES: Record<GroundKind, string> = {
  plain: say('plain'),
  paper: say('paper'),
  wood: say('woodenBoards'),
  none: say('noneTransparent'),
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
          label={say('sizeOfTheBlank')}
          value={manner.size !== null && sizes.includes(manner.size) ? manner.size : scene.sizes.own}
          onChange={(e) => onSet({ size: e.target.value })}
        >
          {sizes.map((size) => (
            <option key={size} value={size}>
              {say('inAcross', { size, width: scene.sizes!.widths[size] })}
            </option>
          ))}
        </SelectField>
      )}
      <SelectField
        label={say('print')}
        value={manner.look ?? 'usual'}
        onChange={(e) => onSet({ look: e.target.value === 'usual' ? null : e.target.value })}
      >
        <option value="usual">
          {say('asUsual', { name: PRINT_LOOKS.find((l) => l.id === usualLook(spec))!.name.toLowerCase() })}
        </option>
        {PRINT_LOOKS.map((l) => (
          <option key={l.id} value={l.id}>
            {l.name}
          </option>
        ))}
      </SelectField>
      <SelectField
        label={say('shows')}
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
            label={say('background')}
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
            <div role="group" aria-label={say('colourOfTheBackground')} className="flex items-center gap-1.5">
              {GROUNDS.map((colour) => (
                <button
                  key={colour}
                  type="button"
                  aria-label={say('background2', { colour })}
                  aria-pressed={ground.colour === colour}
                  className={`h-6 w-6 rounded-[4px] border ${ground.colour === colour ? 'border-ink outline-2 outline-spruce' : 'border-edge'}`}
                  style={{ background: colour }}
                  onClick={() => onSet({ ground: { ...ground, colour } })}
                />
              ))}
              <input
                type="color"
                aria-label={say('anotherColourOfTheBackground')}
                value={ground.colour}
                className="h-6 w-8 cursor-pointer rounded-[4px] border border-edge bg-card"
                onChange={(e) => onSet({ ground: { ...ground, colour: e.target.value } })}
              />
            </div>
          )}
        </>
      )}
      <details className="text-[13px]" open={Boolean(words.caption || words.mark)}>
        <summary className="cursor-pointer py-1 text-muted">{say('wordsOnThePicture')}</summary>
        <div className="mt-1 flex flex-col gap-2">
          {(['caption', 'mark'] as const).map((key) => (
            <label key={key} className="block">
              <span className="block text-[11.5px] text-muted">
                {key === 'caption' ? say('captionBelowIt') : say('yourShopInItsCorner')}
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
            label={say('setIn')}
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
