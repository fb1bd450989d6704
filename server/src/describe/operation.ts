import type { Role, Scope } from '@vaktman/contract';
import type * as z from 'zod';

/** One thing a program can ask of this server. */
export interface Operation {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  /** With what varies in braces: `/api/units/{unitId}`. */
  readonly path: string;
  /** Who may least of those who may ask for it; `anyone` without being signed in. */
  readonly may: Role | 'anyone';
  /** Programs with a key of this scope may ask for it too. */
  readonly scope?: Scope;
  /** Asks for the passphrase once more. */
  readonly confirms?: true;
  readonly summary: string;
  readonly query?: z.ZodObject;
  readonly body?: z.ZodType;
  /** What comes back: checked by a schema, or a file of a type. */
  readonly answer?: z.ZodType | string;
  /** 200 when left out. */
  readonly status?: number;
}
