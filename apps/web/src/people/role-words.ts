import type { Role } from '@brelm/contract';
import { say } from '../words/people';
/** What roles may do, in words. */
export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  owner: say('everythingPeopleCopiesAndConnections'),
  maker: say('designsFilesListingsAllOf'),
  looker: say('looksAtEverythingChangesNothing'),
};
export const ROLES: readonly Role[] = ['owner', 'maker', 'looker'];
