import { Camera, Package } from 'lucide-react';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { Garment } from '@brelm/core/colour';
import type { Design } from '@brelm/core/design';
import { shows, usualLook, type Crop, type MockupWish, type Scene } from '@brelm/core/mockup';
import { type Spec, type SpecSide } from '@brelm/core/spec';
import type { FileRequest } from '@brelm/contract';
import { useAppDispatch, useAppSelector } from '../../store';
import { api, reasonOf, useMockupsQuery } from '../../store/api';
import { useStartRunsMutation } from '../../store/runs-api';
import { useRunEvents } from '../../store/run-events';
import { whenSaved } from '../../store/when-saved';
import { Panes, Button, FileButton, garmentBackground, notify, SeverityMark } from '../../ui';
import { SampleDialog } from '../../samples/sample-dialog';
import { useSettled } from '../../ui/use-settled';
import type { MockupRequest, PlacedArtwork } from '../../workers/mockup-client';
import { MadeMockups } from './made-mockups';
import { MakePictures } from './make-pictures';
import { MockupPicture } from './mockup-picture';
import { MockupSettings } from './mockup-settings';
import { useSeat } from './use-seat';
import { bringPhoto, bringScene } from './photo/bring-photo';
import { DeleteScene } from './photo/delete-scene';
import { PhotoDesk } from './photo/photo-desk';
import {
  besideOf,
  coloursSold,
  tileOf,
  keepManner,
  keptManner,
  picturesOf,
  requestOf,
  SETS,
  type ColourOf,
  type Manner,
  type SetOf,
} from './wishes';
import { toldWords } from '../../words/told';
import { say } from '../../words/mockups';

/** A side of a product that the design is placed on, and the scenes that show it. */
export interface Row {
  spec: Spec;
  side: SpecSide;
  scenes: Scene[];
}
export const keyOf = (r: Row) => `${r.spec.id} ${r.side.id}`;

/** Width of the large picture and of the small ones, px. */
const [LARGE, SMALL] = [800, 168];

/** The pictures of one side of a product: a large one, its scenes, its colours, and those that were made. */
export function OnProduct({
  design,
  row: { spec, side, scenes },
  garments,
  choice,
  without,
}: {
  design: Design;
  row: Row;
  garments: Garment[];
  choice: React.ReactNode;
  /** Sides of products that no scene shows. */
  without: number;
}) {
  useRunEvents();
  const id = useAppSelector((s) => s.editor.id)!;
  const revision = useAppSelector((s) => s.editor.revision);
  const [manner, setManner] = useState(keptManner);
  const [sceneId, setSceneId] = useState<string | null>(null);
  const [garmentId, setGarmentId] = useState<string | null>(design.backdrop);
  const [busy, setBusy] = useState(true);
  const [set, setSet] = useState<SetOf>('one');
  const [sampling, setSampling] = useState(false);
  const [leaving, setLeaving] = useState<Scene | null>(null);
  const [start, starting] = useStartRunsMutation();
  const [runId, setRunId] = useState<string | null>(null);
  const dispatch = useAppDispatch();
  // The photo that is being set up is part of the address, so that going back leaves it.
  const [asked, setAsked] = useSearchParams();
  const photo = asked.get('photo');
  const setPhoto = (own: string | null) => setAsked(own === null ? {} : { photo: own });
  const made = useMockupsQuery(id, { refetchOnMountOrArgChange: true });
  const { refetch } = made;
  // Saved anew, what was made may be behind.
  useEffect(() => void refetch(), [revision, refetch]);

  const settled = useSettled(design);
  const scene = scenes.find((s) => s.id === sceneId) ?? scenes[0];
  const colours = useMemo(() => coloursSold(settled, spec, side, garments), [settled, spec, side, garments]);
  const colour = colours.find((c) => c.garment.id === garmentId) ?? colours[0];
  const { size, look, ground, crop, width, format, words, maxBytes } = manner;
  const onManner = (change: Partial<Manner>) => {
    const next = { ...manner, ...change };
    setManner(next);
    keepManner(next);
  };
  const sizeIn = (s: Scene) => (size !== null && Object.hasOwn(s.sizes?.widths ?? {}, size) ? size : null);
  const wishOf = (s: Scene, c: ColourOf, shownCrop: Crop = crop): MockupWish => ({
    ...{ scene: s.id, garment: s.dyed ? c.garment.id : null, size: sizeIn(s) },
    ...{ look: look ?? usualLook(spec), ground, crop: shownCrop, width, format },
    words,
    ...(maxBytes === null ? {} : { maxBytes }),
  });
  const shown = scene.dyed ? colours : colours.slice(0, 1);
  const sets = (Object.keys(SETS) as SetOf[]).filter(
    (s) =>
      (s !== 'sizes' || scene.sizes) &&
      (!['grid', 'pair'].includes(s) || (colour && besideOf(s, shown, colour).length > 0)),
  );
  const chosenSet = sets.includes(set) ? set : 'one';
  const beside = colour ? besideOf(chosenSet, shown, colour) : [];

  /** What each colour has printed on it; the same object for as long as it is the same. */
  const artworks = useMemo(
    () =>
      new Map(
        colours.map(({ garment, file }): [string, PlacedArtwork] => [
          garment.id,
          {
            ...{ design: settled, colourway: file.colourway.id, spec, side },
            ...{ placement: file.placement, apart: file.apart },
          },
        ]),
      ),
    [colours, settled, spec, side],
  );
  // The small pictures show all of a scene, whatever the large one is cropped to.
  const manners = JSON.stringify([sizeIn(scene), look ?? usualLook(spec), ground]);
  const ask = (s: Scene, c: ColourOf, px: number): MockupRequest => ({
    artwork: artworks.get(c.garment.id)!,
    ...{ scene: s, garment: c.garment },
    wish: {
      size: sizeIn(s),
      look: look ?? usualLook(spec),
      ground,
      crop: px === LARGE ? crop : 'whole',
      width: px,
      ...(px === LARGE ? { words } : {}),
    },
    ...(px === LARGE && beside.length
      ? {
          tiles: beside.map((b) => ({
            artwork: artworks.get(b.garment.id)!,
            garment: b.garment,
            label: tileOf(chosenSet, b, s.dyed).label,
          })),
        }
      : {}),
  });
  const large = useMemo(
    () => colour && ask(scene, colour, LARGE),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [artworks, scene, colour, manners, crop, words, chosenSet],
  );
  const ofScenes = useMemo(
    () => (colour ? scenes.map((s) => ({ scene: s, request: ask(s, colour, SMALL) })) : []),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [artworks, scenes, colour, manners],
  );
  const ofColours = useMemo(
    () => (scene.dyed ? colours.map((c) => ({ colour: c, request: ask(scene, c, SMALL) })) : []),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [artworks, scene, colours, manners],
  );
  const requestFor = useCallback(
    (s: Scene): MockupRequest => {
      const request = ask(s, colour, LARGE);
      return { ...request, tiles: undefined, wish: { ...request.wish, crop: 'whole', words: undefined } };
    },
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [artworks, colour, manners],
  );
  const seat = useSeat(settled, spec, side, scene, sizeIn(scene), colour);
  if (!colour || !large) return null;

  const wanted = picturesOf(
    chosenSet,
    { scene, colour, scenes, colours: scene.dyed ? colours : [colour] },
    wishOf,
  );
  const make = async (files: FileRequest[]) => {
    try {
      await whenSaved();
      const [run] = await start([
        { files, title: say('mockups', { name: design.name }), pack: files.length > 1 },
      ]).unwrap();
      setRunId(run.id);
    } catch (error) {
      notify('fault', say('thePicturesWereNotBegun', { reason: reasonOf(error) }));
    }
  };
  if (photo)
    return (
      <PhotoDesk
        key={photo}
        id={photo}
        requestFor={requestFor}
        onOther={setPhoto}
        onDone={() => {
          setSceneId(photo);
          setPhoto(null);
          dispatch(api.util.invalidateTags(['scenes', 'mockups']));
        }}
      />
    );
  return (
    <Panes
      names={[say('scene2'), say('picture'), say('colours')]}
      className="grid grid-cols-[236px_minmax(0,1fr)_276px]"
    >
      <aside
        aria-label={say('scene2')}
        className="flex min-h-0 flex-col gap-3 overflow-y-auto border-r border-line p-3"
      >
        {choice}
        <div role="group" aria-label={say('scenes')} className="grid grid-cols-2 gap-2">
          {ofScenes.map(({ scene: s, request }) => (
            <button
              key={s.id}
              type="button"
              aria-pressed={s === scene}
              className={`overflow-hidden rounded-md border text-left ${s === scene ? 'border-ink' : 'border-line hover:border-edge'}`}
              onClick={() => setSceneId(s.id)}
            >
              <span className="block aspect-4/5 bg-line">
                <MockupPicture request={request} label="" className="h-full w-full object-cover" />
              </span>
              <span
                className={`block truncate px-1.5 py-0.5 text-[11.5px] ${s === scene ? 'bg-ink text-card' : 'text-muted'}`}
                title={s.name}
              >
                {s.name}
              </span>
            </button>
          ))}
        </div>
        <div className="flex flex-wrap gap-2">
          <FileButton
            accept="image/jpeg,image/png,image/webp,image/avif,image/tiff"
            testId="own-photo"
            onFiles={([file]) => void bringPhoto(file, spec, side).then((own) => own && setPhoto(own))}
          >
            <Camera size={15} aria-hidden />
            {say('yourOwnPhoto')}
          </FileButton>
          {scene.photo && (
            <Button onClick={() => setPhoto(scene.id)}>{say('setUp', { name: scene.name })}</Button>
          )}
          <FileButton
            accept=".zip,application/zip"
            testId="own-scene"
            onFiles={([file]) =>
              void bringScene(file).then((own) => {
                if (!own) return;
                if (shows(own, spec, side)) setSceneId(own.id);
                else notify('done', say('isInItIsFor', { name: own.name }));
              })
            }
          >
            {say('aSceneFromAFile')}
          </FileButton>
          {scene.id.startsWith('own-') && !scene.photo && (
            <Button tone="danger" onClick={() => setLeaving(scene)}>
              {say('delete2', { name: scene.name })}
            </Button>
          )}
        </div>
        <MockupSettings manner={manner} spec={spec} scene={scene} onSet={onManner} />
        {without > 0 && <p className="text-[12px] text-muted">{say('oneMoreProductHasNo', { without })}</p>}
      </aside>
      <section aria-label={say('mockup')} className="flex min-h-0 min-w-0 flex-col">
        <div className="flex items-center gap-3 border-b border-line px-4 py-2">
          <h1 className="mr-auto truncate text-[16px]">
            {scene.name}
            {scene.dyed && <span className="text-muted">, {colour.garment.name}</span>}
          </h1>
          <span role="status" className="text-[13px] text-muted">
            {busy || settled !== design ? say('makingThePicture') : ''}
          </span>
        </div>
        <div className="flex min-h-0 flex-1 items-center justify-center bg-surround p-4">
          <MockupPicture
            request={large}
            label={say('on', {
              name: design.name,
              name2: scene.name,
              isDyed: scene.dyed,
              name3: colour.garment.name,
            })}
            className={`max-h-full max-w-full ${ground.kind === 'none' ? 'bg-[repeating-conic-gradient(#fff_0_25%,#ddd_0_50%)] bg-size-[16px_16px]' : ''}`}
            onBusy={setBusy}
          />
        </div>
        {seat.length > 0 && (
          <ul aria-label={say('howItSits')} className="border-t border-line bg-card px-4 py-1.5 text-[13px]">
            {seat.map((note) => (
              <li key={note.message} className="flex items-center gap-1.5">
                {note.severity !== 'note' && <SeverityMark severity={note.severity} size={12} />}
                {toldWords(note)}
              </li>
            ))}
          </ul>
        )}
      </section>
      <aside
        aria-label={say('coloursAndPictures')}
        className="flex min-h-0 flex-col gap-4 overflow-y-auto border-l border-line p-3"
      >
        {ofColours.length > 1 && (
          <div role="group" aria-label={say('coloursOfTheProduct')} className="grid grid-cols-3 gap-1.5">
            {ofColours.map(({ colour: c, request }) => (
              <button
                key={c.garment.id}
                type="button"
                aria-pressed={c === colour}
                title={`${c.garment.name}, ${c.file.colourway.name}`}
                className={`overflow-hidden rounded-md border text-left ${c === colour ? 'border-ink' : 'border-line hover:border-edge'}`}
                onClick={() => setGarmentId(c.garment.id)}
              >
                <span className="block aspect-4/5" style={{ background: garmentBackground(c.garment) }}>
                  <MockupPicture request={request} label="" className="h-full w-full object-cover" />
                </span>
                <span
                  className={`block truncate px-1 py-0.5 text-[11px] ${c === colour ? 'bg-ink text-card' : 'text-muted'}`}
                >
                  {c.garment.name}
                </span>
              </button>
            ))}
          </div>
        )}
        <MakePictures
          manner={manner}
          sets={sets}
          chosen={chosenSet}
          count={wanted.length}
          busy={starting.isLoading}
          rules={
            spec.listing?.pictures ? { marketplace: spec.marketplace, pictures: spec.listing.pictures } : null
          }
          runId={runId}
          onSet={setSet}
          onManner={onManner}
          onMake={() => void make(wanted.map((w) => requestOf(id, spec, side, w)))}
        />
        <section aria-label={say('sample')} className="flex flex-col items-start gap-1.5">
          <h2 className="heading">{say('sample')}</h2>
          <Button onClick={() => setSampling(true)}>
            <Package size={15} aria-hidden />
            {say('orderASample')}
          </Button>
        </section>
        <MadeMockups
          made={(made.data ?? []).filter((m) => m.file.spec === spec.id && m.file.sideId === side.id)}
          scenes={scenes}
          garments={garments}
          busy={starting.isLoading}
          onAgain={(files) => void make(files)}
        />
      </aside>
      {leaving && (
        <DeleteScene
          scene={leaving}
          onClose={() => setLeaving(null)}
          onGone={() => {
            setLeaving(null);
            setSceneId(null);
          }}
        />
      )}
      {sampling && (
        <SampleDialog
          design={design}
          designId={id}
          spec={spec}
          garments={garments}
          garment={colour.garment.id}
          onClose={() => setSampling(false)}
        />
      )}
    </Panes>
  );
}
