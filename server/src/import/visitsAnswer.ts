import { parseVisit, type VisitFile } from '@vaktman/core';
import { basename } from 'node:path';
import { isDeepStrictEqual } from 'node:util';
import { zipEntries, type ZipEntry } from './zipEntries';

const MOST_ENTRIES = 10_000;
const MOST_ENTRY_BYTES = 5_000_000;
const MOST_BYTES = 500_000_000;

interface VisitsProblem {
  /** Null where the archive as a whole is to blame. */
  readonly file: string | null;
  readonly path: string | null;
  readonly code:
    | 'archive'
    | 'empty'
    | 'too-many'
    | 'path'
    | 'encrypted'
    | 'nested'
    | 'duplicate'
    | 'too-large'
    | 'json'
    | 'visit';
  readonly expected: string;
}

/** What an import of visit files would do. */
export interface VisitsAnswer {
  readonly format: 'vaktman-import';
  readonly version: 1;
  readonly kind: 'visits';
  readonly files: number;
  readonly good: number;
  readonly skipped: readonly { readonly file: string; readonly why: 'directory' | 'not-json' | 'repeat' }[];
  readonly problems: readonly VisitsProblem[];
  readonly visits: readonly {
    readonly file: string;
    readonly id: string;
    readonly unit: string;
    readonly at: string;
    readonly readings: number;
  }[];
}

const SIGNATURES: readonly (readonly number[])[] = [
  [0x50, 0x4b, 0x03, 0x04],
  [0x50, 0x4b, 0x05, 0x06],
  [0x1f, 0x8b],
  [0x37, 0x7a, 0xbc, 0xaf, 0x27, 0x1c],
  [0x52, 0x61, 0x72, 0x21],
];
const TAR_AT = 257;
const begins = (bytes: Uint8Array, signature: readonly number[]): boolean =>
  signature.every((byte, index) => bytes[index] === byte);
const isZip = (bytes: Uint8Array): boolean => SIGNATURES.slice(0, 2).some((signature) => begins(bytes, signature));
const isArchive = (bytes: Uint8Array): boolean =>
  SIGNATURES.some((signature) => begins(bytes, signature)) ||
  Buffer.from(bytes.subarray(TAR_AT, TAR_AT + 5)).toString('latin1') === 'ustar';

/** A name that leads out of the place it is unpacked to, if anything ever were. */
const leadsOut = (name: string): boolean =>
  name.startsWith('/') || /^[a-z]:/i.test(name) || name.includes('\\') || name.split('/').includes('..');

/** One file as the import knows it: where it stands, and what is in it. */
export interface Read {
  readonly file: string;
  readonly content: unknown;
  readonly visit: VisitFile;
}

type FileProblem = Omit<VisitsProblem, 'file'>;

/** The visit of one file, or everything that is wrong with it. */
const readVisit = (
  bytes: Uint8Array,
): { readonly read: Omit<Read, 'file'> } | { readonly problems: readonly FileProblem[] } => {
  let content: unknown;
  try {
    content = JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes)) as unknown;
  } catch {
    return { problems: [{ path: '$', code: 'json', expected: 'one JSON object in UTF-8' }] };
  }
  const parsed = parseVisit(content);
  return parsed.ok
    ? { read: { content, visit: parsed.value } }
    : { problems: parsed.problems.map(({ path, message }) => ({ path, code: 'visit', expected: message })) };
};

/** Collects what files come to, in the order they stand. */
class Collected {
  readonly problems: VisitsProblem[] = [];
  readonly skipped: VisitsAnswer['skipped'][number][] = [];
  readonly read: Read[] = [];
  files = 0;

  wrong(file: string | null, code: VisitsProblem['code'], expected: string): void {
    this.problems.push({ file, path: null, code, expected });
  }
  take(file: string, bytes: Uint8Array): void {
    const found = readVisit(bytes);
    if ('problems' in found) this.problems.push(...found.problems.map((problem) => ({ file, ...problem })));
    else this.read.push({ file, ...found.read });
  }
  /** Only what concerns the whole is told. */
  alone(code: VisitsProblem['code'], expected: string): Understood {
    return understood(this.files, this.skipped, [{ file: null, path: null, code, expected }], []);
  }
  answer(): Understood {
    const kept: Read[] = [];
    const clashing = new Set<string>();
    for (const own of this.read) {
      const same = kept.filter(({ visit }) => visit.visit.id === own.visit.visit.id);
      if (same.some(({ content }) => isDeepStrictEqual(content, own.content))) {
        this.skipped.push({ file: own.file, why: 'repeat' });
        this.files -= 1;
        continue;
      }
      if (same.length > 0) clashing.add(own.visit.visit.id);
      kept.push(own);
    }
    const good = kept.filter(({ file, visit }) => {
      if (!clashing.has(visit.visit.id)) return true;
      this.wrong(file, 'duplicate', `each visit once: ${visit.visit.id} stands here with other content`);
      return false;
    });
    return understood(this.files, this.skipped, this.problems, good);
  }
}

/** What an import would do, and the visits it would take. */
export interface Understood {
  readonly answer: VisitsAnswer;
  readonly good: readonly Read[];
}

const understood = (
  files: number,
  skipped: VisitsAnswer['skipped'],
  problems: readonly VisitsProblem[],
  good: readonly Read[],
): Understood => ({ answer: answerOf(files, skipped, problems, good), good });

const answerOf = (
  files: number,
  skipped: VisitsAnswer['skipped'],
  problems: readonly VisitsProblem[],
  good: readonly Read[],
): VisitsAnswer => ({
  format: 'vaktman-import',
  version: 1,
  kind: 'visits',
  files,
  good: good.length,
  skipped,
  problems,
  visits: good.map(({ file, visit }) => ({
    file,
    id: visit.visit.id,
    unit: visit.unit.id,
    at: visit.visit.at,
    readings: visit.readings.length,
  })),
});

/** What is wrong with an entry by its name and flags alone, or why it is passed over. */
const byName = ({
  name,
  isLink,
  isEncrypted,
}: ZipEntry):
  | readonly ['skip', 'directory' | 'not-json']
  | readonly ['wrong', VisitsProblem['code'], string]
  | null => {
  if (leadsOut(name) || isLink) return ['wrong', 'path', 'a plain name inside the archive'];
  if (name.endsWith('/')) return ['skip', 'directory'];
  if (isEncrypted) return ['wrong', 'encrypted', 'an entry without a password'];
  if (/\.(?:zip|gz|7z|rar|tar)$/i.test(name)) return ['wrong', 'nested', 'visit files, no archive inside'];
  return /\.json$/i.test(name) && !name.startsWith('__MACOSX/') ? null : ['skip', 'not-json'];
};

const archiveRead = async (bytes: Uint8Array): Promise<Understood> => {
  const collected = new Collected();
  let entries: readonly ZipEntry[];
  try {
    entries = await zipEntries(bytes, MOST_ENTRIES);
  } catch (error) {
    return collected.alone(
      'archive',
      `a zip that can be read: ${error instanceof Error ? error.message : String(error)}`,
    );
  }
  const found = entries.map((entry) => ({ entry, told: byName(entry) }));
  if (found.every(({ told }) => told?.[0] === 'skip')) {
    for (const { entry, told } of found)
      if (told?.[0] === 'skip') collected.skipped.push({ file: entry.name, why: told[1] });
    return collected.alone('empty', 'at least one visit file');
  }
  if (entries.length > MOST_ENTRIES) return collected.alone('too-many', `at most ${MOST_ENTRIES} entries`);
  const names = new Map<string, number>();
  for (const { entry, told } of found) if (told === null) names.set(entry.name, (names.get(entry.name) ?? 0) + 1);
  const twice = new Set<string>();
  let total = 0;
  for (const { entry, told } of found) {
    const { name } = entry;
    if (told?.[0] === 'skip') {
      collected.skipped.push({ file: name, why: told[1] });
      continue;
    }
    collected.files += 1;
    if (told !== null) {
      collected.wrong(name, told[1], told[2]);
      continue;
    }
    if ((names.get(name) ?? 0) > 1) {
      if (!twice.has(name)) collected.wrong(name, 'duplicate', 'each name once');
      twice.add(name);
      continue;
    }
    let content: Buffer | null;
    try {
      content = await entry.unpack(MOST_ENTRY_BYTES);
    } catch (error) {
      collected.wrong(
        name,
        'archive',
        `an entry that can be unpacked: ${error instanceof Error ? error.message : String(error)}`,
      );
      continue;
    }
    total += content?.length ?? MOST_ENTRY_BYTES;
    if (total > MOST_BYTES) return collected.alone('too-large', `at most ${MOST_BYTES / 1e6} MB unpacked`);
    if (content === null) collected.wrong(name, 'too-large', `at most ${MOST_ENTRY_BYTES / 1e6} MB unpacked`);
    else if (isArchive(content)) collected.wrong(name, 'nested', 'visit files, no archive inside');
    else collected.take(name, content);
  }
  return collected.answer();
};

/**
 * Reads a visit file, or a zip of them. Nothing is kept, and nothing is ever unpacked to disk.
 * @param name of the file
 */
export const readVisits = async (name: string, bytes: Uint8Array): Promise<Understood> => {
  if (isZip(bytes)) return archiveRead(bytes);
  const collected = new Collected();
  collected.files = 1;
  const file = basename(name);
  if (bytes.length > MOST_ENTRY_BYTES) collected.wrong(file, 'too-large', `at most ${MOST_ENTRY_BYTES / 1e6} MB`);
  else if (isArchive(bytes)) collected.wrong(file, 'nested', 'a visit file or a zip');
  else collected.take(file, bytes);
  return collected.answer();
};

/**
 * What an import of a visit file, or of a zip of them, would do.
 * @param name of the file
 */
export const visitsAnswer = async (name: string, bytes: Uint8Array): Promise<VisitsAnswer> =>
  (await readVisits(name, bytes)).answer;
