import type { Encoding } from './bytes';
import type { ImportMap } from './mapFile';
import type { ImportKind } from './vocabulary';

export type ImportCode =
  | 'empty'
  | 'not-text'
  | 'too-large'
  | 'too-many-columns'
  | 'no-column'
  | 'encoding'
  | 'quotes'
  | 'too-long'
  | 'cells'
  | 'control'
  | 'formula'
  | 'missing'
  | 'number'
  | 'range'
  | 'date'
  | 'date-unclear'
  | 'choice'
  | 'name'
  | 'unknown'
  | 'conflict'
  | 'taken'
  | 'duplicate';

/** What is wrong, and where; null where no single row or cell is to blame. */
export interface ImportProblem {
  readonly row: number | null;
  readonly column: number | null;
  readonly header?: string;
  readonly code: ImportCode;
  readonly value?: string;
  /** In words for a person. */
  readonly expected: string;
}

/** Something that cannot be known from the file. */
export interface Asked {
  readonly what: 'header' | 'field' | 'measure' | 'standard' | 'dateOrder' | 'decimal';
  readonly field: string | null;
  readonly column: number | null;
  readonly header?: string;
  readonly choices?: readonly string[];
}

export interface Detected {
  readonly encoding: Encoding | null;
  readonly delimiter: string | null;
  readonly decimal: '.' | ',' | null;
  readonly header: number | null;
  readonly groups: number | null;
  readonly measures: number | null;
  readonly dateOrder: string | null;
}

export interface Skipped {
  readonly row: number;
  readonly why: 'total' | 'repeat' | 'footer' | 'header' | 'section';
}

/** Everything an import would do, and what stands in its way. */
export interface ImportAnswer {
  readonly format: 'vaktman-import';
  readonly version: 1;
  readonly kind: ImportKind;
  readonly detected: Detected;
  readonly map: ImportMap;
  readonly rows: number;
  readonly good: number;
  readonly skipped: readonly Skipped[];
  readonly asked: readonly Asked[];
  readonly problems: readonly ImportProblem[];
  readonly moreProblems: number;
  readonly units?: readonly unknown[];
  readonly batteries?: readonly unknown[];
  readonly results?: readonly unknown[];
}

export const MOST_PROBLEMS = 1000;
