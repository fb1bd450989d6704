import type { VisitFile } from '@vaktman/core';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { madeZip, type MadeEntry } from '../../test/zipFixture';
import { visitsAnswer } from './visitsAnswer';

const TEXT = readFileSync(
  join(import.meta.dirname, '../../../core/fixtures/visits/plough-one-weak-of-four.visit.json'),
  'utf8',
);
const visit = (change: (file: VisitFile) => VisitFile): string => JSON.stringify(change(JSON.parse(TEXT) as VisitFile));
const named = (id: string): string => visit((file) => ({ ...file, visit: { ...file.visit, id } }));
const ofZip = (...entries: MadeEntry[]) => visitsAnswer('some.zip', madeZip(entries));
const told = async (...entries: MadeEntry[]): Promise<string[]> =>
  (await ofZip(...entries)).problems.map(({ file, code }) => `${file ?? 'all'} ${code}`);

describe('visit files, dry', () => {
  it('are taken one by one or from a zip, and what is none of them is passed over', async () => {
    expect(await visitsAnswer('/some/where/one.json', Buffer.from(TEXT))).toMatchObject({
      files: 1,
      good: 1,
      visits: [{ file: 'one.json' }],
    });
    const answer = await ofZip(
      { name: 'visits/', content: '' },
      { name: 'visits/a.json', content: named('V-a') },
      { name: 'b.JSON', content: named('V-b') },
      { name: 'again.json', content: named('V-a') },
      { name: '__MACOSX/._a.json', content: 'x' },
      { name: 'readme.txt', content: 'x' },
    );
    expect(answer).toMatchObject({ files: 2, good: 2, problems: [] });
    expect(answer.visits.map(({ file, id }) => `${file} ${id}`)).toEqual(['visits/a.json V-a', 'b.JSON V-b']);
    expect(answer.skipped.map(({ file, why }) => `${file} ${why}`)).toEqual([
      'visits/ directory',
      '__MACOSX/._a.json not-json',
      'readme.txt not-json',
      'again.json repeat',
    ]);
  });
  it.each([
    ['..', { name: 'a/../../etc.json' }, 'a/../../etc.json path'],
    ['an absolute name', { name: '/etc.json' }, '/etc.json path'],
    ['a drive', { name: 'C:\\x.json' }, 'C:\\x.json path'],
    ['a link', { name: 'link.json', isLink: true }, 'link.json path'],
    ['a password', { name: 'secret.json', isEncrypted: true }, 'secret.json encrypted'],
    ['an archive by its name', { name: 'more.zip' }, 'more.zip nested'],
    [
      'an archive by its first bytes',
      { name: 'more.json', content: Buffer.from([0x1f, 0x8b, 8, 0]) },
      'more.json nested',
    ],
    [
      'a bomb that says it is small',
      { name: 'big.json', content: ' '.repeat(6_000_000), saidBytes: 10 },
      'big.json too-large',
    ],
    ['a checksum of something else', { name: 'odd.json', content: '{}', saidCrc: 1 }, 'odd.json archive'],
    ['no JSON', { name: 'x.json', content: '{' }, 'x.json json'],
  ])('tells of an entry with %s, and keeps the good one beside it', async (_name, entry, problem) => {
    expect(await told(entry, { name: 'good.json', content: TEXT })).toEqual([problem]);
    expect((await ofZip(entry, { name: 'good.json', content: TEXT })).good).toBe(1);
  });
  it('tells what the judge would say, by path', async () => {
    const wrong = visit((file) => ({ ...file, unit: { ...file.unit, systemVolts: 36 as 24 } }));
    const { problems } = await visitsAnswer('x.json', Buffer.from(wrong));
    expect(problems[0]).toMatchObject({ file: 'x.json', path: 'unit.systemVolts', code: 'visit' });
  });
  it('refuses one id with two contents, and one name twice', async () => {
    const other = visit((file) => ({ ...file, visit: { ...file.visit, technician: 'somebody else' } }));
    expect(await told({ name: 'a.json', content: TEXT }, { name: 'b.json', content: other })).toEqual([
      'a.json duplicate',
      'b.json duplicate',
    ]);
    expect(await told({ name: 'a.json', content: TEXT }, { name: 'a.json', content: TEXT })).toEqual([
      'a.json duplicate',
    ]);
  });
  it('takes nothing from what is no zip, holds no visit, or holds too much', async () => {
    const whole = async (bytes: Buffer) =>
      (await visitsAnswer('x.zip', bytes)).problems.map(({ file, code }) => [file, code]);
    expect(await whole(Buffer.from('PK\u0003\u0004 and then nothing'))).toEqual([[null, 'archive']]);
    expect(await whole(madeZip([]))).toEqual([[null, 'empty']]);
    expect(await whole(madeZip([{ name: 'readme.txt' }]))).toEqual([[null, 'empty']]);
    const many = Array.from({ length: 10_001 }, (_, index) => ({ name: `${index}.json` }));
    expect(await whole(madeZip(many))).toEqual([[null, 'too-many']]);
    const content = Buffer.alloc(5_000_001, 32);
    const bombs = Array.from({ length: 101 }, (_, index) => ({ name: `${index}.json`, content }));
    expect(await whole(madeZip(bombs))).toEqual([[null, 'too-large']]);
  });
});
