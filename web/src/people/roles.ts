import type { Role } from '@vaktman/contract';

export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  technician: 'technician',
  lead: 'lead hand',
  trainee: 'trainee',
  viewer: 'viewer',
};

/** What somebody may be in the fleet, as options. */
export const ROLE_OPTIONS = Object.entries(ROLE_WORDS);
