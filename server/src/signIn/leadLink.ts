import type { Queryable } from '../database/pool';
import { findFleetId } from '../fleet/fleetStore';
import { makeLink } from './linkStore';
import { hasLead } from './wordStore';

/** Where a link that is used once leads to. What is behind the # is not sent to any server, nor written in any log. */
export const linkPath = (secret: string): string => `/join#${secret}`;

/** A link for the first lead where nobody could sign in as one; null where somebody can. */
export const firstLeadLink = async (db: Queryable): Promise<string | null> => {
  const fleetId = await findFleetId(db);
  if (fleetId !== null && (await hasLead(db, fleetId))) return null;
  return linkPath((await makeLink(db, null, null)).secret);
};
