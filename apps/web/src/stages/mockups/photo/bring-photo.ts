import { photoScene, type Scene } from '@brelm/core/mockup';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { store } from '../../../store';
import { api, reasonOf } from '../../../store/api';
import { dropNotice, notify } from '../../../ui';
import { say } from '../../../words/mockups';

/** Takes a photo in and begins a scene with it; answers the scene's id, null where it could not be. */
export async function bringPhoto(file: File, spec: Spec, side: SpecSide): Promise<string | null> {
  const working = notify('working', say('takingIn', { name: file.name }));
  try {
    const brought = await store.dispatch(api.endpoints.bringIn.initiate(file)).unwrap();
    if (brought.kind !== 'picture') {
      notify('fault', say('isADrawingAScene', { name: file.name }));
      return null;
    }
    const { sha256: picture, width, height } = brought;
    const name = (file.name.replace(/\.[^.]+$/, '') || 'My photo').slice(0, 200);
    const document = photoScene({ id: 'own-new', name, picture, width, height }, spec, side);
    return (await store.dispatch(api.endpoints.createScene.initiate(document)).unwrap()).id;
  } catch (error) {
    notify('fault', say('wasNotTakenIn', { name: file.name, reason: reasonOf(error) }));
    return null;
  } finally {
    dropNotice(working);
  }
}

/** Takes a scene in that was given out as a file; answers it, null where it could not be. */
export async function bringScene(file: File): Promise<Scene | null> {
  const working = notify('working', say('takingIn', { name: file.name }));
  try {
    return (await store.dispatch(api.endpoints.bringInScene.initiate(file)).unwrap()).document;
  } catch (error) {
    notify('fault', say('wasNotTakenIn', { name: file.name, reason: reasonOf(error) }));
    return null;
  } finally {
    dropNotice(working);
  }
}

/** What of a scene can be set by the desk; the rest follows from it. */
export type SceneChange = (to: Scene | ((scene: Scene) => Scene), gesture?: string | null) => void;
