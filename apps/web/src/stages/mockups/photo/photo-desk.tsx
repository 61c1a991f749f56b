import { Download, Trash2 } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { withPhoto, type PhotoFacts, type Scene } from '@brelm/core/mockup';
import { MOST_STROKES } from '@brelm/core/steps';
import { reasonOf } from '../../../store/api';
import { Panes, Button, IconButton, KEPT_WORDS, KeptNotes, NameField, UndoRedo, notify } from '../../../ui';
import { useKeys } from '../../../keys';
import { NotWanted } from '../../../workers/hand';
import { photoFacts, type MockupRequest } from '../../../workers/mockup-client';
import { DeleteScene } from './delete-scene';
import { PhotoBoard, type Tool } from './photo-board';
import { PhotoSettings } from './photo-settings';
import { usePhoto } from './use-photo';
import { apiAt } from '../../../platform/address';
import { say } from '../../../words/mockups';

/** A photo of a product is made a scene: what is printed where, seen while it is set. */
export function PhotoDesk({
  id,
  requestFor,
  onDone,
  onOther,
}: {
  id: string;
  /** The picture of the design on a scene. */
  requestFor: (scene: Scene) => MockupRequest;
  onDone: () => void;
  /** Another scene is to be set up instead. */
  onOther: (id: string) => void;
}) {
  const open = usePhoto(id);
  const { now: scene, fault, change, undo, redo, state } = open;
  const [tool, setTool] = useState<Tool>('net');
  const [brush, setBrush] = useState(40);
  const [busy, setBusy] = useState(true);
  const [leaving, setLeaving] = useState(false);
  const facts = useFacts(scene);
  useKeys({ undo, redo }, { fixed: { Escape: () => (tool === 'net' ? onDone() : setTool('net')) } });
  const request = useMemo(() => scene && requestFor(scene), [scene, requestFor]);
  if (fault)
    return (
      <main className="mx-auto mt-16 max-w-md p-6">
        <h1 className="text-[20px]">{say('thisPhotoCannotBeShown')}</h1>
        <p className="my-3">{fault}</p>
        <div className="flex gap-2">
          <Button onClick={open.again}>{say('tryAgain')}</Button>
          <Button onClick={onDone}>{say('backToThePictures')}</Button>
        </div>
      </main>
    );
  if (!scene?.photo || !request) return <p className="p-6 text-muted">{say('openingThePhoto')}</p>;
  const { photo } = scene;
  return (
    <Panes names={[say('photo'), say('settings')]} start={0} className="grid grid-cols-[minmax(0,1fr)_276px]">
      <section aria-label={say('photo')} className="flex min-h-0 min-w-0 flex-col">
        <div className="flex items-center gap-3 border-b border-line px-4 py-1.5">
          <h1 className="sr-only">{say('yourPhoto', { name: scene.name })}</h1>
          <NameField
            label={say('nameOfTheScene')}
            name={scene.name}
            most={200}
            className="!w-56"
            onName={(name) => change((s) => ({ ...s, name }))}
          />
          <span role="status" className="mr-auto truncate text-[13px] text-muted">
            {busy ? say('makingThePicture') : KEPT_WORDS[state]}
          </span>
          <UndoRedo open={open} />
          <a
            href={apiAt(`scenes/${id}/zip`)}
            download
            aria-label={say('saveThisSceneAsA')}
            title={say('saveThisSceneAsA')}
            className="inline-flex h-7 w-7 shrink-0 items-center justify-center rounded-md text-ink hover:bg-line"
          >
            <Download size={16} aria-hidden />
          </a>
          <IconButton label={say('deleteThisScene2')} onClick={() => setLeaving(true)}>
            <Trash2 size={16} aria-hidden />
          </IconButton>
          <Button tone="main" onClick={onDone}>
            {say('done')}
          </Button>
        </div>
        <KeptNotes
          noun="scene"
          refused={open.refused}
          conflict={state === 'conflict' && open.theirs !== null}
          onKeepMine={() =>
            void open.keepMine().then(onOther, (error: unknown) => notify('fault', reasonOf(error)))
          }
          onTakeOther={open.takeTheirs}
        />
        <div className="flex min-h-0 flex-1 bg-surround p-5">
          <PhotoBoard
            scene={scene}
            request={request}
            tool={tool}
            brush={brush}
            onNet={(net, gesture) => change((s) => withPhoto(s, { ...s.photo!, net }), gesture)}
            onStroke={(stroke) =>
              photo.cloth.length >= MOST_STROKES
                ? notify('fault', say('aPhotoHasMarksAt', { mostStrokes: MOST_STROKES }))
                : change((s) => withPhoto(s, { ...s.photo!, cloth: [...s.photo!.cloth, stroke] }))
            }
            onBusy={setBusy}
          />
        </div>
      </section>
      <aside aria-label={say('photoSettings')} className="min-h-0 overflow-y-auto border-l border-line p-3">
        <PhotoSettings
          scene={scene}
          facts={facts}
          tool={tool}
          brush={brush}
          onTool={setTool}
          onBrush={setBrush}
          change={change}
        />
      </aside>
      {leaving && <DeleteScene scene={scene} onClose={() => setLeaving(false)} onGone={onDone} />}
    </Panes>
  );
}

/** What is measured in the photo; what was measured last until it is measured anew. */
function useFacts(scene: Scene | null): PhotoFacts | null {
  const [facts, setFacts] = useState<PhotoFacts | null>(null);
  useEffect(() => {
    if (!scene?.photo) return;
    const abort = new AbortController();
    photoFacts(scene, abort.signal).then(
      (found) => abort.signal.aborted || setFacts(found),
      // The picture says what went wrong.
      (error: unknown) => error instanceof NotWanted || setFacts(null),
    );
    return () => abort.abort();
  }, [scene]);
  return facts;
}
