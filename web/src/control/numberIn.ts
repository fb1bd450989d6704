import { parseDecimal } from '@vaktman/core';
import * as z from 'zod';

/** What a typed number may be. */
export interface NumberRange {
  readonly min: number;
  readonly max: number;
  /** How it is written after the number; empty where it has none. */
  readonly unit: string;
}

/** A number as typed, or what is wrong with it in words. */
export interface TypedNumber {
  /** Null where nothing was typed, or nothing that can be. */
  readonly value: number | null;
  readonly error: string | undefined;
}

/** Reads a typed number; an empty text is nothing yet, not a mistake. */
export const numberIn = (text: string, { min, max, unit }: NumberRange): TypedNumber => {
  if (text.trim() === '') return { value: null, error: undefined };
  const value = parseDecimal(text);
  return value >= min && value <= max
    ? { value, error: undefined }
    : { value: null, error: `expected ${min} to ${max}${unit === '' ? '' : ` ${unit}`}, received ${text}` };
};

/** A number of a form that may be left out, within its range. */
export const within = ({ min, max, unit }: NumberRange) =>
  z
    .union([z.number(), z.string()])
    .optional()
    .transform((value, ctx): number | undefined => {
      if (value === undefined || (typeof value === 'number' && value >= min && value <= max)) return value;
      const message = `expected ${min} to ${max}${unit === '' ? '' : ` ${unit}`}, received ${String(value)}`;
      ctx.addIssue({ code: 'custom', message });
      return z.NEVER;
    });
