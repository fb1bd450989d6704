import { describe, expect, it } from 'vitest';
import { Burst, burstLines, parseFeedLine, type BurstLine } from '../index';

const line = (text: string): BurstLine => {
  const parsed = parseFeedLine(text);
  if (!parsed.ok || parsed.line.kind === 'read' || parsed.line.kind === 'note') throw new Error(text);
  return parsed.line;
};
const take = (burst: Burst, lines: readonly string[]) =>
  lines.map((text) => burst.add(line(text))).find((answer) => answer !== null) ?? null;
const rows = Array.from({ length: 57 }, (_, i) => [12.6 - i / 100, i * 10] as const);

describe('a burst of samples', () => {
  it('arrives as a file of samples, each at its time', () => {
    const answer = take(new Burst(), burstLines('scope', 0.0002, rows));
    const file = answer !== null && 'file' in answer ? answer.file : '';
    expect(file.split('\n')).toHaveLength(rows.length + 2);
    expect(file.split('\n')[2]).toBe('0.000200,12.59,10');
  });
  it('tells how much of it is there', () => {
    const burst = new Burst();
    expect(burst.percent).toBeNull();
    take(burst, burstLines('scope', 0.001, rows).slice(0, 2));
    expect(burst.percent).toBe(35);
    expect(burst.instrument).toBe('scope');
  });
  it('of which lines were lost is no trace, and can be taken again', () => {
    const burst = new Burst();
    const lines = burstLines('scope', 0.001, rows);
    expect(
      take(
        burst,
        lines.filter((_, i) => i !== 2),
      ),
    ).toEqual({ problem: 'the burst has 37 samples of 57: take it again' });
    expect(take(burst, ['END'])).toEqual({ problem: 'the end of a burst came without its beginning' });
    expect(take(burst, lines)).toHaveProperty('file');
  });
  it.each([
    ['BURST scope 0.001', 'line: expected BURST'],
    ['BURST scope soon 10', 'interval: expected seconds'],
    ['BURST scope 0.001 1.5', 'samples: expected a whole number'],
    ['SAMPLES 12.6', 'line: expected SAMPLES and pairs'],
    ['SAMPLES 12.6 x', 'line: expected SAMPLES and pairs'],
    ['END of it', 'line: expected END alone'],
  ])('%s is refused with what is expected', (text, problem) => {
    const parsed = parseFeedLine(text);
    expect(parsed.ok ? '' : parsed.problem).toContain(problem);
  });
});
