import type { Role } from '../base';

/** Names a role goes by in front of its steps, over its column, or when it is called. Source: common practice. */
export const ROLE_NAMES: Readonly<Record<string, Role>> = {
  leader: 'leader',
  leaders: 'leader',
  lead: 'leader',
  l: 'leader',
  follower: 'follower',
  followers: 'follower',
  follow: 'follower',
  f: 'follower',
};
