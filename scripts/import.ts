import {
  constantProblems,
  IMPORT_KINDS,
  importAnswer,
  importKnownSchema,
  importMapSchema,
  mapProblems,
  MOST_IMPORT_BYTES,
  problemsOf,
  type ImportKind,
} from '@vaktman/core';
import { closeSync, openSync, readFileSync, readSync, statSync } from 'node:fs';
import { parseArgs } from 'node:util';
import type * as z from 'zod';
import { visitsAnswer } from '../server/src/import/visitsAnswer';

const KINDS = [...IMPORT_KINDS, 'visits'] as const;
const USAGE = `Usage: npm run -s import -- --kind ${KINDS.join('|')} --dry-run FILE [--map map.json] [--known known.json]`;

const refuse = (...lines: readonly string[]): never => {
  process.stderr.write(`${lines.join('\n')}\n`);
  process.exit(2);
};
const told = (error: unknown): string => (error instanceof Error ? error.message : String(error));

const options = () => {
  try {
    return parseArgs({
      allowPositionals: true,
      options: {
        kind: { type: 'string' },
        'dry-run': { type: 'boolean', default: false },
        map: { type: 'string' },
        known: { type: 'string' },
      },
    });
  } catch (error) {
    return refuse(`$: ${told(error)}`, USAGE);
  }
};

const { values, positionals } = options();
const kind = KINDS.find((own) => own === values.kind);
if (kind === undefined) refuse(`--kind: expected one of ${KINDS.join(', ')}, received ${values.kind ?? 'nothing'}`);
if (!values['dry-run']) refuse('--dry-run: expected, this command keeps nothing');
const [file, ...more] = positionals;
if (file === undefined || more.length > 0) refuse(`FILE: expected one file, received ${positionals.length}`, USAGE);

/** At most so many bytes of a file that is too large: its size alone is told. */
const bytesOf = (path: string, option = 'FILE'): Uint8Array => {
  try {
    if (statSync(path).isDirectory()) return refuse(`${option}: expected a file, received the folder ${path}`);
    if (statSync(path).size <= MOST_IMPORT_BYTES) return readFileSync(path);
    const bytes = new Uint8Array(MOST_IMPORT_BYTES + 1);
    const handle = openSync(path, 'r');
    readSync(handle, bytes);
    closeSync(handle);
    return bytes;
  } catch (error) {
    return refuse(`${option}: cannot read ${path}: ${told(error)}`);
  }
};

/** A file of JSON held to a schema. */
const jsonOf = <Schema extends z.ZodType>(option: string, path: string, schema: Schema): z.output<Schema> => {
  const text = new TextDecoder().decode(bytesOf(path, option));
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch (error) {
    return refuse(`$: not JSON, expected one object in ${path}: ${told(error)}`);
  }
  const parsed = schema.safeParse(input);
  if (parsed.success) return parsed.data;
  return refuse(...problemsOf(parsed.error, input).map(({ path: at, message }) => `${at}: ${message}`));
};

const answer = async (): Promise<{ readonly problems: readonly unknown[]; readonly asked?: readonly unknown[] }> => {
  const bytes = bytesOf(file ?? '');
  if (kind === 'visits') return visitsAnswer(file ?? '', bytes);
  const own = kind as ImportKind;
  const map = values.map === undefined ? null : jsonOf('--map', values.map, importMapSchema);
  const known = values.known === undefined ? null : jsonOf('--known', values.known, importKnownSchema);
  const wrong = map === null ? [] : [...mapProblems(map, own), ...constantProblems(map)];
  if (wrong.length > 0) refuse(...wrong.map(({ path, message }) => `${path}: ${message}`));
  return importAnswer(own, bytes, map, known);
};

const made = await answer();
process.stdout.write(`${JSON.stringify(made)}\n`, () => {
  process.exit(made.problems.length > 0 || (made.asked ?? []).length > 0 ? 1 : 0);
});
