import { readIdea, type Idea } from '@brelm/core/idea';
import { useKept, type KeptKind } from '../store/use-kept';
import { say } from '../words/almanac';

const IDEAS: KeptKind<Idea> = {
  ...{ path: 'ideas', noun: 'idea', read: readIdea },
  copy: (idea) => ({ ...idea, phrase: say('mine', { phrase: idea.phrase }).slice(0, 300) }),
};

/** An idea that is open; see useKept. */
export const useIdea = (id: string) => useKept(IDEAS, id);
