import type { z } from 'zod';

declare const kind: unique symbol;

/**
 * An identifier of one kind of thing. What comes from outside as plain text is taken as any kind; one kind is never taken for
 * another, so that two of them given in the wrong order do not compile.
 */
export type Id<Kind extends string> = string & { readonly [kind]?: Kind };

/** Of a fleet on this server. */
export type FleetId = Id<'fleet'>;
/** Of a machine, as it is painted on it. */
export type UnitId = Id<'unit'>;
/** Of a visit to a machine. */
export type VisitId = Id<'visit'>;
/** Of a battery, wherever it stands. */
export type BatteryId = Id<'battery'>;
/** Of a battery's stay at a position of a machine. */
export type PlacementId = Id<'placement'>;
/** Of somebody who works here. */
export type PersonId = Id<'person'>;

/** The schema of an identifier, of one kind from here on. @param schema what is taken as one, such as a UUID */
export const idOf = <Kind extends string>(schema: z.ZodType<string>): z.ZodType<Id<Kind>> => schema;
