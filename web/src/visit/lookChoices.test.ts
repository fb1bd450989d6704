import { describe, expect, it } from 'vitest';
import type { Reading } from '@vaktman/core';
import { unit12 } from '../../../core/test/visitFixture';
import { becauseOf, chosenAll, isUnseen, lookRows, seenWith, unseenBecause, type LookRow } from './lookChoices';

const row = (title: RegExp): LookRow => lookRows(unit12()).find((own) => title.test(own.title))!;
const caseOfA = row(/Case of battery A/);
const choice = (of: LookRow, words: string) => of.choices.find((own) => own.words === words)!;
const asRead = (seen: object): Reading => ({ id: 'r1', at: '2026-11-27T10:00:00Z', ...seen }) as Reading;
/** Presses one answer after another, as the screen does. */
const pressed = (of: LookRow, ...words: string[]) =>
  words.reduce<Reading | undefined>(
    (reading, word) => asRead(seenWith(of, reading === undefined ? [] : chosenAll(of, reading), choice(of, word))),
    undefined,
  );
const shown = (of: LookRow, ...words: string[]) => chosenAll(of, pressed(of, ...words)).map((own) => own.words);

describe('what is pressed of one part', () => {
  it('is kept together where a case has several faults', () => {
    expect(pressed(caseOfA, 'bulged', 'leaking', 'plates bare')).toMatchObject({
      condition: 'bulged',
      also: ['leaking'],
      electrolyte: 'low',
    });
    expect(shown(caseOfA, 'bulged', 'leaking', 'plates bare')).toEqual(['bulged', 'leaking', 'plates bare']);
  });
  it('is taken away when it is pressed again, and nothing left is sound', () => {
    expect(shown(caseOfA, 'bulged', 'leaking', 'bulged')).toEqual(['leaking']);
    expect(shown(caseOfA, 'bulged', 'bulged')).toEqual(['sound']);
  });
  it('stands alone where it says sound or not seen', () => {
    expect(shown(caseOfA, 'cracked', 'sound')).toEqual(['sound']);
    expect(shown(caseOfA, 'cracked', 'not seen')).toEqual(['not seen']);
    expect(shown(caseOfA, 'not seen', 'cracked')).toEqual(['cracked']);
  });
  it('of a joint is one thing at a time', () => {
    const joint = row(/Joint, post A \+|Joint, A\+|Joint/);
    expect(shown(joint, 'white', 'loose')).toEqual(['loose']);
  });
});

describe('what could not be seen', () => {
  it('keeps its reason, of a case as of a joint', () => {
    for (const own of [caseOfA, row(/Joint/)]) {
      const { seen } = choice(own, 'not seen');
      expect(isUnseen(seen)).toBe(true);
      expect(unseenBecause(asRead(becauseOf(seen, 'boxed in')))).toBe('boxed in');
    }
  });
  it('has none where it was seen', () => {
    expect(isUnseen(choice(caseOfA, 'sound').seen)).toBe(false);
    expect(unseenBecause(asRead(choice(caseOfA, 'cracked').seen))).toBeNull();
    expect(unseenBecause(undefined)).toBeNull();
  });
});
