import { readScene, type Scene } from '@brelm/core/mockup';
import { useKept, type KeptKind } from '../../../store/use-kept';
import { say } from '../../../words/mockups';

const SCENES: KeptKind<Scene> = {
  ...{ path: 'scenes', noun: 'scene', read: readScene },
  copy: (scene) => ({ ...scene, name: say('mine', { name: scene.name }).slice(0, 200) }),
};

/** A photo that is being set up as a scene; see useKept. */
export const usePhoto = (id: string) => useKept(SCENES, id);
