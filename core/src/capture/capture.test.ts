import { describe, expect, it } from 'vitest';
import { Capture, feedText, parseFeedLine } from '../index';

describe('a line of the feed', () => {
  it('reads back as it was written', () =>
    expect(parseFeedLine(feedText('meter', 'dc-volts', 12.654))).toEqual({
      ok: true,
      line: { kind: 'read', instrument: 'meter', quantity: 'dc-volts', value: 12.654 },
    }));
  it.each([
    ['READ meter dc-volts twelve V', 'value: expected a number, received twelve'],
    ['READ meter dc-volts 12 A', 'unit: expected V for dc-volts, received A'],
    ['READ meter ohms 12 V', 'quantity: expected one of'],
    ['READ meter dc-volts 12', 'line: expected READ instrument quantity value unit'],
    ['HELLO', 'word: expected READ, NOTE, BURST, SAMPLES or END, received HELLO'],
  ])('%s is refused with what is expected', (text, problem) => {
    const parsed = parseFeedLine(text);
    expect(parsed.ok ? '' : parsed.problem).toContain(problem);
  });
});

describe('a capture', () => {
  it('keeps the lowest and the highest, and calls a value steady only once it has stood', () => {
    const capture = new Capture();
    for (let i = 0; i <= 20; i++) capture.add(i / 20, 12.6 - 0.1 * i);
    expect(capture.captured).toMatchObject({ lowest: 10.6, highest: 12.6, steady: null });
    for (let i = 0; i <= 30; i++) capture.add(1.1 + i / 20, 10.61 + (i % 2) * 0.002);
    expect(capture.captured.steady).toBeCloseTo(10.611, 2);
    expect(capture.captured.lowest).toBeCloseTo(10.6, 9);
  });
});
