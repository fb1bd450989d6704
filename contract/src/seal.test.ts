import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sealedText } from './index';

const BY = { key: 'k'.repeat(43), personId: 'moen', way: 'session' } as const;

/** The same object with its fields the other way round, all the way down. */
const turned = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(turned)
    : typeof value === 'object' && value !== null
      ? Object.fromEntries(
          Object.entries(value)
            .reverse()
            .map(([key, own]) => [key, turned(own)]),
        )
      : value;

/** Text without halves of characters, which JSON can carry but no signature is made over. */
const wellFormed = fc.jsonValue().filter((value) => !/\\ud[89a-f]/i.test(JSON.stringify(value)));
const entries = fc.dictionary(fc.constantFrom('kind', 'visitId', 'reading', 'at', 'é', 'a"b'), wellFormed);

describe('the text a seal signs', () => {
  it('is the same whatever the order of fields, and however it travelled', () => {
    fc.assert(
      fc.property(entries, (entry) => {
        const text = sealedText(entry, BY);
        expect(sealedText(turned(entry) as object, BY)).toBe(text);
        expect(sealedText(JSON.parse(JSON.stringify(entry)) as object, BY)).toBe(text);
      }),
    );
  });
  it('is another for another person, key or way of signing in', () => {
    const entry = { kind: 'reading', visitId: 'v' };
    const texts = [
      sealedText(entry, BY),
      sealedText(entry, { ...BY, personId: 'dahl' }),
      sealedText(entry, { ...BY, key: 'j'.repeat(43) }),
      sealedText(entry, { ...BY, way: 'pin-offline' }),
      sealedText({ ...entry, visitId: 'w' }, BY),
    ];
    expect(new Set(texts).size).toBe(texts.length);
  });
  it('does not hold the signature, which is made over it', () => {
    const seal = { ...BY, signature: 's'.repeat(86) };
    expect(sealedText({ kind: 'reading', seal }, seal)).toBe(sealedText({ kind: 'reading' }, BY));
  });
  it('writes numbers and letters as the canonical form does', () => {
    expect(sealedText({ b: 1e21, a: 12.6, c: 'ø\n' }, BY)).toBe(
      `{"a":12.6,"b":1e+21,"c":"ø\\n","seal":{"key":"${BY.key}","personId":"moen","way":"session"}}`,
    );
  });
  it('is not made of what is no number', () => {
    expect(() => sealedText({ volts: NaN }, BY)).toThrow();
    expect(() => sealedText({ volts: Infinity }, BY)).toThrow();
  });
});
