import type { Role } from '@brelm/contract';
import { say } from '../words/people';
/** What roles may do, in words. */
export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  owner: say('everythingPeopleCopiesAndConnections'),
  maker: say('designsFilesListingsAllOf'),
  looker: say('looksAtEverythingChangesNothing'),
};
/** What a role is called. */
export const ROLE_NAMES: Readonly<Record<Role, string>> = {
  owner: say('owner'),
  maker: say('maker'),
  looker: say('looker'),
};
export const ROLES: readonly Role[] = ['owner', 'maker', 'looker'];
