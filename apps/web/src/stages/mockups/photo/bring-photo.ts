import { photoScene, type Scene } from '@brelm/core/mockup';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { store } from '../../../store';
import { api, reasonOf } from '../../../store/api';
import { dropNotice, notify } from '../../../ui';

/** Takes a photo in and begins a scene with it; answers the scene's id, null where it could not be. */
export async function bringPhoto(file: File, spec: Spec, side: SpecSide): Promise<string | null> {
  const working = notify('working', `Taking ${file.name} in…`);
  try {
    const brought = await store.dispatch(api.endpoints.bringIn.initiate(file)).unwrap();
    if (brought.kind !== 'picture') {
      notify(
        'fault',
        `${file.name} is a drawing: a scene is made of a photo (JPEG, PNG, WebP, AVIF or TIFF).`,
      );
      return null;
    }
    const { sha256: picture, width, height } = brought;
    const name = (file.name.replace(/\.[^.]+$/, '') || 'My photo').slice(0, 200);
    const document = photoScene({ id: 'own-new', name, picture, width, height }, spec, side);
    return (await store.dispatch(api.endpoints.createScene.initiate(document)).unwrap()).id;
  } catch (error) {
    notify('fault', `${file.name} was not taken in: ${reasonOf(error)}`);
    return null;
  } finally {
    dropNotice(working);
  }
}

/** Takes a scene in that was given out as a file; answers it, null where it could not be. */
export async function bringScene(file: File): Promise<Scene | null> {
  const working = notify('working', `Taking ${file.name} in…`);
  try {
    return (await store.dispatch(api.endpoints.bringInScene.initiate(file)).unwrap()).document;
  } catch (error) {
    notify('fault', `${file.name} was not taken in: ${reasonOf(error)}`);
    return null;
  } finally {
    dropNotice(working);
  }
}

/** What of a scene can be set by the desk; the rest follows from it. */
export type SceneChange = (to: Scene | ((scene: Scene) => Scene), gesture?: string | null) => void;
