import { useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { Garment } from '@brelm/core/colour';
import type { Design } from '@brelm/core/design';
import { shows, type Scene } from '@brelm/core/mockup';
import { placementOn } from '@brelm/core/placement';
import { productWords, type Spec } from '@brelm/core/spec';
import { StageBar } from '../../editor/stage-bar';
import { MakeDialog } from '../../files';
import { useAppDispatch, useAppSelector } from '../../store';
import { reasonOf, useScenesQuery } from '../../store/api';
import { redone, undone } from '../../store/editor';
import { whenSaved } from '../../store/when-saved';
import { Button, SelectField } from '../../ui';
import { HEADINGS, useFindable } from '../../find/found';
import { useKeys } from '../../keys';

import { keyOf, OnProduct, type Row } from './on-product';
import { say } from '../../words/mockups';

/** Pictures of the products with the design on them. */
export function MockupsStage({ specs, garments }: { specs: Spec[]; garments: Garment[] }) {
  const design = useAppSelector((s) => s.editor.design);
  const scenes = useScenesQuery();
  if (!design) return null;
  if (scenes.data) return <Stage design={design} specs={specs} garments={garments} scenes={scenes.data} />;
  return (
    <div className="flex h-full flex-col">
      <StageBar design={design} specs={specs} colourways={false} sides={false} />
      <main className="p-6">
        {scenes.isError ? (
          <div role="alert" className="flex items-center gap-3">
            <span>{say('theScenesCouldNotBe', { reason: reasonOf(scenes.error) })}</span>
            <Button onClick={() => void scenes.refetch()}>{say('tryAgain')}</Button>
          </div>
        ) : (
          <p className="text-muted">{say('lookingForScenes')}</p>
        )}
      </main>
    </div>
  );
}

function Stage({
  design,
  specs,
  garments,
  scenes,
}: {
  design: Design;
  specs: Spec[];
  garments: Garment[];
  scenes: Scene[];
}) {
  const dispatch = useAppDispatch();
  const id = useAppSelector((s) => s.editor.id);
  const [chosen, setChosen] = useState<string | null>(null);
  const [making, setMaking] = useState(false);
  // While a photo is set up, undo is that of the photo.
  const ofDesign = useSearchParams()[0].get('photo') === null;
  useKeys(ofDesign ? { undo: () => dispatch(undone()), redo: () => dispatch(redone()) } : {});
  const rows = useMemo(
    () =>
      specs
        .flatMap((spec) =>
          spec.sides.map((side): Row => ({ spec, side, scenes: scenes.filter((s) => shows(s, spec, side)) })),
        )
        .filter((r) => placementOn(design, r.spec, r.side) !== null)
        // The product that it was made for comes first.
        .sort((a, b) => Number(b.spec.id === design.board.spec) - Number(a.spec.id === design.board.spec)),
    [design, specs, scenes],
  );
  const shown = rows.filter((r) => r.scenes.length);
  useFindable(() =>
    shown.map((r) => ({
      ...{ id: `pictured ${keyOf(r)}`, group: HEADINGS.products, title: productWords(r.spec, r.side) },
      run: () => setChosen(keyOf(r)),
    })),
  );
  const row = shown.find((r) => keyOf(r) === chosen) ?? shown[0];
  return (
    <div className="flex h-full flex-col">
      <StageBar
        design={design}
        specs={specs}
        colourways={false}
        sides={false}
        onExport={() => setMaking(true)}
      />
      {row ? (
        <OnProduct
          key={keyOf(row)}
          design={design}
          row={row}
          garments={garments}
          choice={
            shown.length > 1 && (
              <SelectField
                label={say('product')}
                value={keyOf(row)}
                onChange={(e) => setChosen(e.target.value)}
              >
                {shown.map((r) => (
                  <option key={keyOf(r)} value={keyOf(r)}>
                    {productWords(r.spec, r.side)}
                  </option>
                ))}
              </SelectField>
            )
          }
          without={rows.length - shown.length}
        />
      ) : (
        <main className="mx-auto mt-20 flex max-w-md flex-col items-start gap-3 p-6">
          <h1 className="text-[20px]">
            {rows.length ? say('noSceneShowsThisProduct') : say('onNoProductYet')}
          </h1>
          <p className="text-muted">
            {rows.length ? say('thereAreScenesForShirts') : say('picturesShowTheDesignWhere')}{' '}
            <Link to="../placement" relative="path" className="text-spruce underline">
              {say('addProductsUnderPlacement')}
            </Link>
            .
          </p>
        </main>
      )}
      {making && id && <MakeDialog designs={[id]} ready={whenSaved} onClose={() => setMaking(false)} />}
    </div>
  );
}
