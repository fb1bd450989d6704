import { LIST_KINDS } from '@vaktman/contract';
import { importAnswer } from '@vaktman/core';
import { expect, it } from 'vitest';
import { templateText } from './template';

it.each(LIST_KINDS)('has headings for %s that are understood whole, with an example that is good', (kind) => {
  const answer = importAnswer(kind, new TextEncoder().encode(templateText(kind)), null, {
    format: 'vaktman-import-known',
    version: 1,
    yards: [{ id: 'lower', name: 'Lower Yard' }],
    ...(kind === 'units' ? {} : { units: [{ id: 'P-01', arrangement: '2S2P' }] }),
  });
  expect([answer.asked, answer.problems, answer.good]).toEqual([[], [], 1]);
  // Every column leads somewhere: what is filled in is not left aside.
  expect(answer.map.columns?.filter(({ field }) => field === null)).toEqual([]);
});
