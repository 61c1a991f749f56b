import { saveNow } from './autosave';
import { store } from '.';

/** Resolves once the server has the design as it is now; rejects with the reason when it will not. */
export function whenSaved(): Promise<void> {
  return new Promise((done, fail) => {
    const look = () => {
      const { save } = store.getState().editor;
      if (save.kind === 'saved') return finish(done);
      if (save.kind === 'offline' || save.kind === 'refused')
        return finish(() => fail(new Error(`The design is not saved: ${save.reason}.`)));
      if (save.kind === 'conflict')
        return finish(() => fail(new Error('The design was changed elsewhere; settle that first.')));
    };
    const finish = (then: () => void) => {
      stop();
      then();
    };
    const stop = store.subscribe(look);
    saveNow();
    look();
  });
}
