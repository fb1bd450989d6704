import { importAnswer, importFields, mapProblems } from '@vaktman/core';
import { describe, expect, it } from 'vitest';
import { draftsOf, withoutBatteries } from './drafts';
import { choiceText, emptyMap, fieldWords, questionWords, withAnswer, withColumn, type Question } from './importMap';

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const LIST = bytes('Unit,Yard,Bank,Type of battery,Startstrom,Fitted batteries\nP-1,lower,2S2P,,900,\n');

describe('what somebody says of a list', () => {
  it('answers its questions one by one, and none is asked twice', () => {
    let map = withColumn(emptyMap('units'), 6, { field: 'battery.each.fitted' });
    for (let round = 0; round < 6; round++) {
      const [question] = importAnswer('units', LIST, map).asked;
      if (question === undefined) break;
      expect(questionWords(question)).not.toMatch(/undefined|null|[a-z]\.[a-z]/);
      const choice = question.what === 'field' ? 'agm' : (question.choices?.[0] ?? '');
      map = withAnswer(map, question, choice);
      expect(mapProblems(map, 'units')).toEqual([]);
    }
    expect(importAnswer('units', LIST, map)).toMatchObject({ asked: [], good: 1 });
  });
  it('changes one column and keeps what was said of the others', () => {
    const map = withColumn(withColumn(emptyMap('units'), 1, { field: 'unit.id' }), 2, { measure: 'ft' });
    expect(withColumn(map, 1, { field: null }).columns).toEqual([
      { column: 2, measure: 'ft' },
      { column: 1, field: null },
    ]);
  });
  it.each<[Question, string, object]>([
    [{ what: 'decimal', field: null, column: null }, ',', { file: { decimal: ',' } }],
    [{ what: 'dateOrder', field: 'x', column: 3 }, 'mdy', { columns: [{ column: 3, dateOrder: 'mdy' }] }],
    [{ what: 'measure', field: 'x', column: 3 }, 'ft', { columns: [{ column: 3, measure: 'ft' }] }],
    [{ what: 'field', field: 'unit.yard', column: null }, 'lower', { constants: { 'unit.yard': 'lower' } }],
  ])('%j', (question, choice, expected) =>
    expect(withAnswer(emptyMap('units'), question, choice)).toMatchObject(expected),
  );
  it('says every field and choice in words', () => {
    for (const kind of ['units', 'batteries', 'results'] as const)
      for (const { field } of importFields(kind)) expect(fieldWords(field)).toMatch(/^[a-zA-Z0-9, ]+$/);
    expect(choiceText('mdy')).toBe('month first');
  });
});

describe('units as they are registered', () => {
  const answer = importAnswer(
    'units',
    bytes('Unit,Yard,Bank,Battery B serial,Battery B type\nP-1,lower,2S2P,S1,gel\n'),
  );
  it('have every battery of their bank, the untold ones of the kind that was chosen', () => {
    expect(withoutBatteries(answer)).toBe(1);
    const [draft] = draftsOf(answer, 'agm');
    expect(draft).toMatchObject({ yardId: 'lower' });
    expect(
      draft?.unit.bank.batteries.map(({ position, string, chemistry }) => `${position}${string} ${chemistry}`),
    ).toEqual(['A1 agm', 'B1 gel', 'C2 agm', 'D2 agm']);
  });
});
