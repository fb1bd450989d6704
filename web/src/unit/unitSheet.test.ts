import { describe, expect, it } from 'vitest';
import { forecastWords } from './forecastWords';
import { onTime, timeScale } from './timeScale';

const NOW = Date.parse('2026-11-25T12:00:00Z');
const at = (date: string): number => Date.parse(`${date}T12:00:00Z`);

describe('the one time axis of a unit', () => {
  it('reaches from before the first visit to a year ahead', () => {
    const scale = timeScale([at('2025-01-10'), at('2026-05-01')], NOW);
    expect(scale.fromMs).toBeLessThan(at('2025-01-10'));
    expect(new Date(scale.toMs).toISOString().slice(0, 10)).toBe('2027-11-25');
    expect(onTime(scale, scale.fromMs)).toBe(0);
    expect(onTime(scale, scale.toMs)).toBe(100);
    const first = onTime(scale, at('2025-01-10'));
    expect(first).toBeGreaterThan(0);
    expect(onTime(scale, NOW)).toBeGreaterThan(first);
  });
  it('gives a unit without visits half a year to look back on, and holds what lies outside at its ends', () => {
    const scale = timeScale([], NOW);
    expect(NOW - scale.fromMs).toBeGreaterThan(180 * 86_400_000);
    expect(onTime(scale, at('2020-01-01'))).toBe(0);
    expect(onTime(scale, at('2040-01-01'))).toBe(100);
  });
});

describe('a forecast in words', () => {
  const line = { centreMs: NOW, resistance: 1, growthPerYear: 0.1 };
  const trend = { slope: 0.1, intercept: 1, lowSlope: 0, highSlope: 0.2 };
  const dated = (p10: string | null, p50: string | null, p90: string | null) =>
    forecastWords({
      kind: 'dated',
      p10: p10 === null ? null : at(p10),
      p50: p50 === null ? null : at(p50),
      p90: p90 === null ? null : at(p90),
      line,
      trend,
    });
  it('says a month and the months it may as well be', () =>
    expect(dated('2027-10-01', '2028-03-01', '2029-01-01')).toBe('Mar 2028, Oct 2027 to Jan 2029'));
  it('says about when where the band has no end, and beyond where nothing is near', () => {
    expect(dated('2030-01-01', '2033-01-01', null)).toBe('about Jan 2033');
    expect(dated(null, null, null)).toBe('beyond eight years');
  });
  it('says that it has come, or that there is too little to say', () => {
    expect(forecastWords({ kind: 'under', percent: 66 })).toBe('under its limit now');
    expect(forecastWords({ kind: 'too-few', visits: 2, because: 'too few visits to say: 2 of 4' })).toBe(
      'too few visits to say: 2 of 4',
    );
  });
});
