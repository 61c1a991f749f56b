import { Radio, RadioGroup } from '@headlessui/react';
import { useState } from 'react';
import { plainName, type Garment } from '@brelm/core/colour';
import { allParts, emptyDesign, fromStarter } from '@brelm/core/design';
import { facesOfPart } from '@brelm/core/parts';
import { partLocalBox } from '@brelm/core/resolve';
import { byLightness } from '@brelm/core/proof';
import { boardOf, seenOn, nounOf, safeBox, type Spec } from '@brelm/core/spec';
import { loadedMaterials } from '../platform/materials';
import { reasonOf } from '../store/api';
import { useCreateDesignMutation, useStartersQuery } from '../store/design-documents-api';
import {
  FIRST_PRODUCT,
  isPale,
  keepLastProduct,
  lastProduct,
  SpecChoice,
  specSides,
  spread,
} from '../design';
import { Button, garmentBackground, Modal } from '../ui';
import { bringAlong, stem } from '../editor/picture-files';
import { NO_STARTER, StarterChoice } from './starter-choice';
import { say } from '../words/shelfDialogs';

/** What a design is begun from, beside its product: a starter that is looked for, or files that come onto the board. */
export interface Beginning {
  starter?: boolean;
  files?: readonly File[];
}

/** Spec and garment colour come before the first mark. */
export function NewDesign({
  beginning,
  specs,
  garments,
  onClose,
  onMade,
}: {
  beginning: Beginning;
  specs: Spec[];
  garments: Garment[];
  onClose: () => void;
  onMade: (id: string) => void;
}) {
  const choices = specSides(specs);
  // A picture gives its name.
  const [name, setName] = useState(beginning.files?.length ? stem(beginning.files[0].name) : '');
  const [chosen, setChosen] = useState(
    () =>
      [lastProduct(), FIRST_PRODUCT]
        .map((key) => choices.find((c) => c.key === key || c.spec.id === key)?.key)
        .find((key) => key !== undefined) ?? choices[0]?.key,
  );
  const [garmentId, setGarmentId] = useState(garments[0]?.id);
  const [create, { error }] = useCreateDesignMutation();
  const files = beginning.files ?? [];
  const choice = choices.find((c) => c.key === chosen);
  // A product comes in its own colours: one that it does not come in gives way to its first.
  const offered = seenOn(choice?.spec, garments);
  const garment = offered.find((g) => g.id === garmentId) ?? (offered[0] as Garment | undefined);
  const noun = nounOf(choice?.spec);
  const { data: starters } = useStartersQuery();
  const [starterId, setStarterId] = useState(NO_STARTER);
  const [words, setWords] = useState<Record<string, string>>({});
  const starter = starters?.find((s) => s.id === starterId);

  const [making, setMaking] = useState(false);
  const make = async () => {
    if (!choice || !garment || making) return;
    setMaking(true);
    await makeOf(choice, garment).finally(() => setMaking(false));
  };
  const makeOf = async (choice: (typeof choices)[number], garment: Garment) => {
    const board = boardOf(choice.spec, choice.side);
    const pale = isPale(garment);
    const shared = { name: name.trim() || say('untitled'), board, backdrop: garment.id };
    const judged = spread(offered, garment);
    const loaded = await loadedMaterials(
      starter ? [...new Set(allParts(starter.document).flatMap(facesOfPart))] : [],
    );
    const from = starter && choices.find((c) => c.spec.id === starter.document.board.spec);
    const design = starter
      ? fromStarter(starter.document, {
          ...shared,
          garments: judged,
          pale,
          words,
          frames: from ? { from: safeBox(from.side), to: safeBox(choice.side) } : undefined,
          boxOf: (part) => partLocalBox(part, starter.document, loaded),
        })
      : emptyDesign(
          shared.name,
          board,
          garment.id,
          judged,
          pale ? { name: plainName('#20262a'), value: '#20262a' } : { name: 'Bone', value: '#f2ead8' },
        );
    const made = await create(design)
      .unwrap()
      .catch(() => null);
    if (!made) return;
    keepLastProduct(choice.key);
    if (files.length) bringAlong(made.id, files);
    setName('');
    setWords({});
    onClose();
    onMade(made.id);
  };

  const colourOf = noun === 'garment' ? say('garmentColour') : say('colourOfThe', { noun });
  return (
    <Modal open onClose={onClose} title={say('newDesign')} wide>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void make();
        }}
      >
        <label className="block text-[13px] text-muted" htmlFor="new-name">
          {say('name')}
        </label>
        <input
          id="new-name"
          autoFocus={!beginning.starter}
          className="field !h-9 px-2 !text-[15px]"
          placeholder={say('untitled')}
          maxLength={300}
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        <div className="mt-4 grid gap-5 sm:grid-cols-[1fr_16rem]">
          <SpecChoice specs={specs} value={chosen} onChange={setChosen} />
          <RadioGroup value={garment?.id} onChange={setGarmentId} aria-label={colourOf}>
            <p className="heading mb-1.5">{colourOf}</p>
            <div className="grid max-h-[min(14rem,29vh)] grid-cols-2 gap-1.5 overflow-y-auto p-0.5">
              {byLightness(offered).map((g) => (
                <Radio
                  key={g.id}
                  value={g.id}
                  className="flex cursor-pointer items-center gap-2 rounded-md border border-line px-1.5 py-1 text-[13px] data-checked:border-spruce data-checked:bg-paper"
                >
                  <span
                    aria-hidden
                    className="h-5 w-5 shrink-0 rounded-[4px] border border-edge"
                    style={{ background: garmentBackground(g) }}
                  />
                  <span className="truncate">{g.name}</span>
                </Radio>
              ))}
            </div>
          </RadioGroup>
        </div>
        {files.length > 0 && (
          <p className="mt-4 text-[13px]">
            <span className="text-muted">{say('comesOntoTheBoard')}</span>{' '}
            {files.map((f) => f.name).join(', ')}
          </p>
        )}
        {garment && (
          <StarterChoice
            sought={beginning.starter}
            value={starterId}
            onChange={(id) => {
              setStarterId(id);
              setWords({});
            }}
            garment={garment}
            words={words}
            onWords={setWords}
          />
        )}
        {error && (
          <p role="alert" className="mt-3 text-rust">
            {say('theDesignCouldNotBe', { reason: reasonOf(error) })}
          </p>
        )}
        <div className="mt-5 flex justify-end gap-2">
          <Button onClick={onClose}>{say('cancel')}</Button>
          <Button tone="main" type="submit" disabled={making || !choice || !garment}>
            {making ? say('making') : say('makeIt')}
          </Button>
        </div>
      </form>
    </Modal>
  );
}
