import type { Role } from '@brelm/contract';
/** What roles may do, in words. */
export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  owner: 'everything, people, copies and connections too',
  maker: 'designs, files, listings: all of the work',
  looker: 'looks at everything, changes nothing',
};
export const ROLES: readonly Role[] = ['owner', 'maker', 'looker'];
