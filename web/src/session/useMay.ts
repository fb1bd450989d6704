import type { Role } from '@vaktman/contract';
import { useAppSelector } from '../store';

// Written out as the contract has it, to keep the contract out of the first view; a test holds it to that.
const RANK: Readonly<Record<Role, number>> = { viewer: 0, trainee: 1, technician: 2, lead: 3 };

/** True when a role may do what another may. */
export const mayAs = (role: Role | undefined, least: Role): boolean => role !== undefined && RANK[role] >= RANK[least];

/** True when whoever is signed in here may do what a role may. */
export const useMay = (least: Role): boolean => useAppSelector(({ session }) => mayAs(session.person?.role, least));

/**
 * The same for what stands on the screen. While nobody is signed in a sheet lies over it, and what was half typed stays for
 * whoever comes back.
 */
export const useMaySee = (least: Role): boolean =>
  useAppSelector(({ session }) => session.person === null || mayAs(session.person.role, least));

/** Name of who is signed in here; empty where nobody is. */
export const usePersonName = (): string => useAppSelector(({ session }) => session.person?.name ?? '');
