import { describe, expect, it } from 'vitest';
import { loaded, looks, rested, unit12, visitWith, findingsOf } from '../../test/visitFixture';
import { apartAsked, judge, SAID_OF_ALL, type VisitEvent } from '../index';

describe('before the first clamp comes off', () => {
  it('nothing is asked of a machine that forgets nothing and waits for nothing', () => {
    expect(apartAsked(unit12())).toBeNull();
    expect(apartAsked(unit12({ memoryPower: 'not-needed', keyOffWaitMinutes: 0 }))).toBeNull();
  });
  it('memory power and the wait are asked for, once a visit', () => {
    const unit = unit12({ memoryPower: 'needed', keyOffWaitMinutes: 3 });
    expect(apartAsked(unit)).toEqual({ memoryPower: true, waitMinutes: 3 });
    const done = { kind: 'made-safe', memoryPower: 'connected', keyOffMinutes: 4 } as VisitEvent;
    expect(apartAsked(unit, [done])).toBeNull();
  });
});

describe('a look that was said of everything at once', () => {
  const weak = [rested('B', 12.8), loaded('B', 8.2)];
  const look = (note?: string) => looks().map((reading) => ({ ...reading, ...(note === undefined ? {} : { note }) }));
  const severity = (note?: string) =>
    findingsOf(judge(visitWith([...look(note), ...weak]))).find((finding) => finding.startsWith('battery.weak@B'));
  it('excuses no part: its joints are looked at by themselves before a battery is replaced', () => {
    expect(severity()).toBe('battery.weak@B replace');
    expect(severity(SAID_OF_ALL)).toBe('battery.weak@B recheck');
  });
  it('still counts as looked at for everything else', () =>
    expect(judge(visitWith(look(SAID_OF_ALL))).missing.some(({ step }) => step.startsWith('look.'))).toBe(
      judge(visitWith(look())).missing.some(({ step }) => step.startsWith('look.')),
    ));
});
