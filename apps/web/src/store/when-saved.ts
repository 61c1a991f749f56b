import { saveNow } from './autosave';
import { store } from '.';
import { say } from '../words/store';

/** Resolves once the server has the design as it is now; rejects with the reason when it will not. */
export function whenSaved(): Promise<void> {
  return new Promise((done, fail) => {
    const look = () => {
      const { save } = store.getState().editor;
      if (save.kind === 'saved') return finish(done);
      if (save.kind === 'offline' || save.kind === 'refused')
        return finish(() => fail(new Error(say('theDesignIsNotSaved', { reason: save.reason }))));
      if (save.kind === 'conflict') return finish(() => fail(new Error(say('theDesignWasChangedElsewhere'))));
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
