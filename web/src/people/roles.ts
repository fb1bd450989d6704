import { ROLES } from '@vaktman/contract';

const ROLE_WORDS = { technician: 'technician', lead: 'lead hand', trainee: 'trainee' } as const;

/** What somebody may be in the fleet, as options. */
export const ROLE_OPTIONS = ROLES.map((role) => [role, ROLE_WORDS[role]] as const);
