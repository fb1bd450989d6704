import { unitDetailSchema } from '@vaktman/contract';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { minute, TestVisit } from '../../test/entries';
import { demoApp } from '../../test/testDatabase';
import { fontRuns } from './fonts';

let app: Awaited<ReturnType<typeof demoApp>>['app'];
let drop: () => Promise<void>;
beforeAll(async () => {
  ({ app, drop } = await demoApp());
}, 60_000);
afterAll(async () => drop());

/** Where words stand on the pages of a PDF, by Debian's own reader. */
const wordsOf = (pdf: Uint8Array): string => {
  const folder = mkdtempSync(join(tmpdir(), 'vaktman-pdf-'));
  try {
    writeFileSync(join(folder, 'a.pdf'), pdf);
    return spawnSync('pdftotext', ['-bbox', join(folder, 'a.pdf'), '-'], { encoding: 'utf8' }).stdout;
  } finally {
    rmSync(folder, { recursive: true });
  }
};
const placeOf = (words: string, word: string): string =>
  new RegExp(`<word [^>]*>${word}</word>`).exec(words)?.[0] ?? '';
const pdfOf = async (path: string): Promise<Uint8Array> => {
  const answer = await app.request(path);
  expect(answer.status).toBe(200);
  return new Uint8Array(await answer.arrayBuffer());
};

describe('records', () => {
  it('made one after the other are the same, with their signature lines on the page, also the forty-fifth', async () => {
    const { unit } = unitDetailSchema.parse(await (await app.request('/api/units/P-09')).json());
    const visit = new TestVisit(app, unit);
    await visit.send([visit.opening()]);
    const path = `/api/visits/${visit.id}/record.pdf`;
    const first = wordsOf(await pdfOf(path));
    const place = placeOf(first, 'Received,');
    expect(place).not.toBe('');
    for (let count = 2; count < 45; count++) await pdfOf(path);
    expect(placeOf(wordsOf(await pdfOf(path)), 'Received,')).toBe(place);
  }, 120_000);
  it('carry the letters of the names and makes they are told', async () => {
    const { unit } = unitDetailSchema.parse(await (await app.request('/api/units/P-09')).json());
    const letters = ['Kovářš', 'Łoś', 'Győző', 'Жуков', 'Σίγμα'];
    const visit = new TestVisit(app, unit);
    await visit.send([visit.opening()]);
    expect(
      (
        await visit.send([
          visit.event({ kind: 'closed', at: minute(5), remark: letters.join(' '), signedBy: 'M. Holt' }),
        ])
      ).status,
    ).toBe(200);
    const words = wordsOf(await pdfOf(`/api/visits/${visit.id}/record.pdf`));
    // A run of another script is a word of its own to the reader, so the letters are looked for, not the words.
    for (const letter of 'šřŁśőЖуΣμ') expect(words, letter).toContain(letter);
  });
  it('are printed as their reader reads: in Fahrenheit, with a comma; and so again as they are kept', async () => {
    const { unit } = unitDetailSchema.parse(await (await app.request('/api/units/P-09')).json());
    const visit = new TestVisit(app, unit);
    await visit.send([visit.opening()]);
    expect((await visit.send([visit.rest('A', 12.65, minute(3))])).status).toBe(200);
    const path = `/api/visits/${visit.id}/record.pdf`;
    const usual = wordsOf(await pdfOf(path));
    for (const word of ['12.65', '°C']) expect(usual).toContain(word);
    const own = wordsOf(await pdfOf(`${path}?temperature=F&decimal=,`));
    for (const word of ['12,65', '°F']) expect(own).toContain(word);
    for (const word of ['12.65', '°C']) expect(own).not.toContain(word);
    expect(wordsOf(await pdfOf(path))).toContain('12.65');
  });
  it('are not made in units nobody has: the query names what is wrong', async () => {
    const { visits } = unitDetailSchema.parse(await (await app.request('/api/units/P-07')).json());
    const answer = await app.request(`/api/visits/${visits[0]!.visitId}/record.pdf?temperature=K`);
    expect(answer.status).toBe(422);
    expect(await answer.text()).toContain('temperature');
  });
  it('are written in the zone of the yard, and name it', async () => {
    const { unit } = unitDetailSchema.parse(await (await app.request('/api/units/P-09')).json());
    const visit = new TestVisit(app, unit);
    await visit.send([visit.opening('2026-11-24T23:30:00Z')]);
    const words = wordsOf(await pdfOf(`/api/visits/${visit.id}/record.pdf`));
    for (const word of ['25', '00:30,', 'Europe/Oslo']) expect(words).toContain(`>${word}<`);
  });
});

describe('text in fonts', () => {
  it('is cut where the script changes, and joined again it is the same', () => {
    expect(fontRuns('Łoś Жук ok').map(({ font }) => font)).toEqual(['Archivo', 'Noto', 'Archivo']);
    expect(
      fontRuns('Łoś Жук ok')
        .map(({ text }) => text)
        .join(''),
    ).toBe('Łoś Жук ok');
  });
});
